"""make quick: the test files that work in hand touches, for a run of a few minutes before the whole suite.

A file counts that was changed itself, that imports a changed module, or its room, by name, or that has a changed family's physics; so do the few
that read the whole tree.
"""

from __future__ import annotations

import ast
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parent.parent
ALWAYS = ("tests/core/test_imports.py", "tests/core/test_tree.py", "tests/core/test_document.py")
PACKAGE = "ergostrut"


def changed(since: str) -> list[str]:
    """Paths below the root that differ from a commit, new ones included."""
    told = subprocess.run(["git", "diff", "--name-only", since], cwd=ROOT, capture_output=True, text=True, check=True).stdout
    new = subprocess.run(["git", "ls-files", "--others", "--exclude-standard"], cwd=ROOT, capture_output=True, text=True, check=True).stdout
    return sorted({*told.split(), *new.split()})


def imported(text: str) -> Iterator[str]:
    """Modules of the package that a test imports, and those that a name may be taken from."""
    for node in ast.walk(ast.parse(text)):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module
            yield from (f"{node.module}.{alias.name}" for alias in node.names)


def touched(paths: list[str]) -> list[str]:
    """Test files for changed paths."""
    modules = {
        path.removeprefix("src/").removesuffix(".py").removesuffix("/__init__").replace("/", ".")
        for path in paths
        if path.startswith("src/")
    }
    # what a room gives out by its own name is tested by that name
    modules |= {module.rpartition(".")[0] for module in modules if module.count(".") > 2}
    families = {path.split("/families/", 1)[1].split("/", 1)[0] for path in paths if "/families/" in path and path.startswith("src/")}
    found = {file for name in families if (ROOT / (file := f"tests/families/test_{name}.py")).exists()}
    found |= {path for path in paths if path.startswith("tests/") and Path(path).name.startswith("test_") and (ROOT / path).exists()}
    for file in ROOT.glob("tests/**/test_*.py"):
        if modules.intersection(name for name in imported(file.read_text()) if name.startswith(PACKAGE)):
            found.add(str(file.relative_to(ROOT)))
    return sorted(path for path in {*found, *ALWAYS} if not path.startswith("tests/browser/") or path in paths)


if __name__ == "__main__":
    sys.stdout.write(" ".join(touched(changed(sys.argv[1] if len(sys.argv) > 1 else "HEAD"))) + "\n")
