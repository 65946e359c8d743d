"""The core imports numpy, scipy, shapely, OR-Tools and Pydantic alone, and the rest imports inward."""

from __future__ import annotations

import ast
import re
import subprocess
import sys
from pathlib import Path

import pytest

import ergostrut

ROOT = Path(ergostrut.__file__).parent
ALLOWED = {"numpy", "scipy", "shapely", "pydantic", "pydantic_core", "ortools"}
OUTWARD = {"core": {"files", "store", "web", "cli", "demo"}, "files": {"store", "web", "cli", "demo"}, "store": {"web", "cli", "demo"}}


def _imports(path: Path) -> set[str]:
    found = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found |= {name.name for name in node.names}
        elif isinstance(node, ast.ImportFrom):
            base = node.module or ""
            if node.level:
                parts = path.relative_to(ROOT.parent).with_suffix("").parts[: -node.level]
                base = ".".join([*parts, base]) if base else ".".join(parts)
            found.add(base)
    return found


@pytest.mark.parametrize("path", sorted((ROOT / "core").rglob("*.py")), ids=lambda p: str(p.relative_to(ROOT)))
def test_core_imports_only_numbers_and_pydantic(path: Path) -> None:
    # days are numbers; what day it is now is input
    assert not re.search(r"\b(today|now|utcnow)\(\)", path.read_text(encoding="utf-8")), f"{path.name} asks the clock"
    for name in _imports(path):
        top = name.split(".")[0]
        inside = name.startswith("ergostrut.core") or name == "ergostrut"
        assert inside or top in ALLOWED or top in sys.stdlib_module_names, f"{path.name} imports {name}"
        assert top not in {"os", "pathlib", "socket", "time", "subprocess", "io"}, (
            f"{path.name} imports {name}: the core does no input or output"
        )


@pytest.mark.parametrize("layer", sorted(OUTWARD))
def test_layers_import_inward(layer: str) -> None:
    for path in (ROOT / layer).rglob("*.py"):
        for name in _imports(path):
            parts = name.split(".")
            assert not (parts[0] == "ergostrut" and len(parts) > 1 and parts[1] in OUTWARD[layer]), f"{path} imports {name}"


def test_core_loads_nothing_of_the_web_in_a_fresh_interpreter() -> None:
    code = "import sys, ergostrut.core.report; print([m for m in ('flask', 'sqlalchemy', 'matplotlib', 'waitress', 'alembic') if m in sys.modules])"
    out = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    assert out.stdout.strip() == "[]"
