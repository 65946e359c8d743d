"""Member strength by material: one function from section, material and span to allowables."""

from functools import lru_cache

from ...catalog.model import Material, Wood
from ...sections import Properties
from . import aluminium, steel, wood
from .allowable import Actions, Allowable, Span, explain, use


@lru_cache(maxsize=2048)
def allowable(shape: Properties, material: Material, span: Span) -> Allowable:
    """Allowables of a member by the standard of its material."""
    if isinstance(material, Wood):
        return wood.allowable(shape, material, span)
    return aluminium.allowable(shape, material, span) if material.kind == "aluminium" else steel.allowable(shape, material, span)


__all__ = ["Actions", "Allowable", "Span", "allowable", "explain", "use"]
