"""The catalogue that ships with the app."""

from functools import lru_cache
from importlib.resources import files

from ergostrut.core.catalog.loader import TEXTS, load, version_of
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.measure import hosts
from ergostrut.core.measure.hosts import KINDS
from ergostrut.core.measure.templates import Template, read_templates


def catalog_texts() -> dict[str, str]:
    """The shipped texts by name."""
    folder = files("ergostrut.core.catalog")
    return {name: folder.joinpath(name).read_text(encoding="utf-8") for name in TEXTS}


@lru_cache(maxsize=1)
def shipped_catalog() -> Catalog:
    """Read once a process; frozen."""
    return load(catalog_texts())


def shipped_version() -> str:
    """The shipped catalogue's version, without working out a section of it."""
    return version_of(catalog_texts())


@lru_cache(maxsize=1)
def shipped_templates() -> tuple[Template, ...]:
    """Host templates that ship with the app: kinds in the order they were known in, then by name from the end."""
    found: list[Template] = []
    for kind in sorted(sorted(KINDS, reverse=True), key=lambda name: KINDS[name].since):
        text = files(f"{hosts.__name__}.{kind}").joinpath("templates.toml").read_text(encoding="utf-8")
        found += read_templates(text, kind)
    return tuple(found)
