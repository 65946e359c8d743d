"""A family of builds is a folder, a kind of host is a folder: nobody else knows their names, and another is only another folder."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.measure.hosts import KINDS
from ergostrut.core.structure.sheet import Repeat, Row, paths_of, shown, value_at
from tests.core import toy

SOURCE = Path(__file__).parents[2]
FOLDERS = {
    **{name: f"src/ergostrut/core/frame/families/{name}" for name in FAMILIES},
    **{name: f"src/ergostrut/core/measure/hosts/{name}" for name in KINDS},
}
NAMES = {
    **{name: (name, family.params.__name__) for name, family in FAMILIES.items()},
    **{name: (name, kind.survey.__name__) for name, kind in KINDS.items()},
}
GENERATED = "frontend/src/api/schema.d.ts"


def _files() -> list[Path]:
    found = [path for kind in ("*.py", "*.toml") for path in (SOURCE / "src").rglob(kind)]
    return found + [path for kind in ("*.ts", "*.tsx") for path in (SOURCE / "frontend" / "src").rglob(kind)]


@pytest.mark.parametrize("owner", sorted(FOLDERS))
def test_nobody_outside_its_folder_names_it(owner: str) -> None:
    home = SOURCE / FOLDERS[owner]
    knowing = [
        str(path.relative_to(SOURCE))
        for path in _files()
        if home not in path.parents
        and str(path.relative_to(SOURCE)) != GENERATED
        and any(n in path.read_text("utf-8") for n in NAMES[owner])
    ]
    assert knowing == []


def test_ids_have_two_words_and_are_their_folders() -> None:
    assert all(len(name.split("_")) == 2 for name in FOLDERS)
    assert all(family.id == name for name, family in FAMILIES.items()) and all(kind.id == name for name, kind in KINDS.items())


def _leaves(model: type, at: str = "") -> set[str]:
    """Every parameter of a record by its path; lists of records as list/field."""
    found: set[str] = set()
    for name, field in model.model_fields.items():  # type: ignore[attr-defined]
        path = f"{at}/{name}" if at else name
        inner = [t for t in _types(field.annotation) if hasattr(t, "model_fields")]
        found |= _leaves(inner[0], path) if inner else {path}
    return found


def _types(annotation: object) -> list[type]:
    from typing import get_args

    args = get_args(annotation)
    return [t for arg in args for t in _types(arg)] if args else [annotation]  # type: ignore[list-item]


ELSEWHERE = {"family", "id", "label", "fixings"}
"""What stands on no sheet: what it is called stands on the page for every build, fixings on Anchor."""


@pytest.mark.parametrize("name", sorted(FAMILIES))
def test_every_parameter_stands_on_its_sheet_exactly_once(name: str) -> None:
    on_sheet = paths_of(FAMILIES[name].form)
    assert len(on_sheet) == len(set(on_sheet))
    elsewhere = ELSEWHERE if FAMILIES[name].turns else ELSEWHERE | {"turn"}
    wanted = {path for path in _leaves(FAMILIES[name].params) if path.split("/")[0] not in elsewhere}
    assert wanted == set(on_sheet)


@pytest.mark.parametrize("name", sorted(FAMILIES))
def test_rows_shown_are_there_and_their_choices_hold_the_value(name: str, catalog: Catalog) -> None:
    params = FAMILIES[name].params.model_validate({"family": name, "id": "x", "label": "x"})
    data = params.model_dump(mode="json")
    rows = [row for group in shown(FAMILIES[name].sheet, params, catalog) for row in group.rows if isinstance(row, Row)]
    assert rows and not any(isinstance(row, Repeat) for row in rows)
    for row in rows:
        value = value_at(data, row.path)
        if row.kind in ("choice", "system"):
            assert (row.optional and value is None) or value in [choice.value for choice in row.choices], row.path
        elif not row.optional:
            assert value is not None, row.path


def test_another_family_is_only_another_folder(tmp_path: Path) -> None:
    """A toy of under 150 lines, put into a folder of its own, is drawn, checked, cut, made and has its sheet, with nothing else changed."""
    toy.write(tmp_path)
    assert sum(len(path.read_text("utf-8").splitlines()) for path in tmp_path.rglob("*.py")) < 150
    answer = subprocess.run([sys.executable, "-c", toy.TRY, str(tmp_path)], capture_output=True, text=True, cwd=SOURCE, check=False)
    assert answer.returncode == 0, answer.stderr
    told = json.loads(answer.stdout)
    assert told["family"] == "toy_shelf" and told["drawn"] >= 3
    assert {"toy1/bearer.strength", "toy1/bearer.sag", "toy1/deck.foot"} <= set(told["findings"])
    assert (
        told["pieces"] == ["bearer", "deck"]
        and len(told["steps"]) == 2
        and all(step.startswith("cut/") for step in told["steps"])
        and told["rows"] == ["length", "bearer", "deck"]
    )
