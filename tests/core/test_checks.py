"""Checks are found by walking the rooms: every function that is called a check is in a record or in another's hands, and needs nouns that there are."""

from __future__ import annotations

import ast
from concurrent.futures import ThreadPoolExecutor
from dataclasses import fields
from pathlib import Path

import ergostrut.core
from ergostrut.core.checks import checks_of
from ergostrut.core.prove.model.check import SettingCheck, SliderCheck
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.check import BuildCheck, JobCheck

CORE = Path(ergostrut.core.__file__).parent
KINDS = (JobCheck, BuildCheck, SettingCheck, SliderCheck)


def parsed() -> list[ast.Module]:
    """Every file of the core, read in a thread of its own: what drives a browser leaves the depth that CPython 3.11's parser counts askew."""
    with ThreadPoolExecutor(1) as alone:
        return list(alone.map(lambda path: ast.parse(path.read_text(encoding="utf-8")), CORE.rglob("*.py")))


def defined() -> set[str]:
    """Functions of the core whose name begins with check_."""
    trees = parsed()
    return {node.name for tree in trees for node in tree.body if isinstance(node, ast.FunctionDef) and node.name.startswith("check_")}


def used() -> set[str]:
    """Names that some code of the core reads."""
    trees = parsed()
    nodes = [node for tree in trees for node in ast.walk(tree)]
    names = {node.id for node in nodes if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Load)}
    return names | {node.attr for node in nodes if isinstance(node, ast.Attribute)}


def test_every_check_is_asked_once() -> None:
    names = [check.run.__name__ for kind in KINDS for check in checks_of(kind)]
    assert len(names) == len(set(names)) > 60
    assert defined() - set(names) - used() == set()


def test_what_a_check_needs_is_a_noun_of_an_assembly() -> None:
    nouns = {field.name for field in fields(Assembly)} | {"shells", "decks", "skins", "lids"}
    rows = [*checks_of(BuildCheck), *checks_of(SettingCheck)]
    assert {name for check in rows for name in check.needs} <= nouns
    assert any(check.needs for check in rows)


def test_the_cheap_come_first() -> None:
    """Of the whole job what is carried is asked before how it balances; of a build what holds before what it clears."""
    loads = [check.run.__name__ for check in checks_of(JobCheck) if check.stage == "load"]
    assert loads.index("check_held") < loads.index("check_balance")
    builds = [check.run.__name__ for check in checks_of(BuildCheck)]
    assert builds.index("check_deck") < builds.index("check_standing")
