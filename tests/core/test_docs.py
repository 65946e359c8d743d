"""What the documents for the next engineer name is there."""

from __future__ import annotations

import functools
import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
DOCUMENTS = sorted([ROOT / "README.md", *(ROOT / "docs").rglob("*.md"), *(ROOT / "src" / "ergostrut").rglob("README.md")])
PATH = re.compile(r"`((?:[\w.-]+/)+[\w.-]*)`")
LINK = re.compile(r"\]\((?!http)([^)#]+)\)")
LINES = 90


@functools.cache
def tree() -> frozenset[str]:
    """Every file and folder of the tree, each by all its ends: what is named may leave out where it lies."""
    found = set()
    for top in ("src", "frontend/src", "tests", "docs"):
        for path in (ROOT / top).rglob("*"):
            parts = (path.with_suffix("") if path.suffix == ".py" else path).relative_to(ROOT).parts
            found |= {"/".join(parts[n:]) for n in range(len(parts))}
    return frozenset(found)


def missing(document: Path) -> list[str]:
    text = document.read_text(encoding="utf-8")
    gone = [name for name in PATH.findall(text) if name.rstrip("/").removesuffix(".py") not in tree()]
    return gone + [link for link in LINK.findall(text) if not (document.parent / link).exists()]


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: str(path.relative_to(ROOT)))
def test_every_path_that_a_document_names_exists(document: Path) -> None:
    assert not missing(document)


def test_a_path_that_is_gone_is_found(tmp_path: Path) -> None:
    bad = tmp_path / "bad.md"
    bad.write_text("see `prove/slabs.py`, `prove/doors.py` and [that](nowhere.md)", encoding="utf-8")
    assert missing(bad) == ["prove/slabs.py", "nowhere.md"]


def test_the_way_in_is_short() -> None:
    assert len((ROOT / "docs" / "architecture.md").read_text(encoding="utf-8").splitlines()) <= LINES
