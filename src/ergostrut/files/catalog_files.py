"""The catalogue that ships with the app."""

from functools import lru_cache
from importlib.resources import files

from ergostrut.core.catalog.loader import TEXTS, load
from ergostrut.core.catalog.model import Catalog


@lru_cache(maxsize=1)
def shipped_catalog() -> Catalog:
    """Read once a process; frozen."""
    folder = files("ergostrut.core.catalog")
    return load({name: folder.joinpath(name).read_text(encoding="utf-8") for name in TEXTS})
