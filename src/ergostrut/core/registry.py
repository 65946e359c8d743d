"""What is found by its folder: families of builds and kinds of host, each a package with one record."""

from __future__ import annotations

import importlib
import pkgutil
from types import ModuleType


def found_in(package: ModuleType, record: str) -> dict[str, object]:
    """The ``record`` of every package in the folder of ``package`` by the package's name, in order of names."""
    names = sorted(info.name for info in pkgutil.iter_modules(package.__path__) if info.ispkg)
    return {name: getattr(importlib.import_module(f"{package.__name__}.{name}"), record) for name in names}
