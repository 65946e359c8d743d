"""Changes that many families may try: the next sizes of stock."""

from __future__ import annotations

from ...catalog.model import Catalog, Planks, Sandwich, Section, Sheet
from ...changes import Change
from ...quantity import Length
from ..family import Offers
from .joining import Joints


def exact(mm: float, inches: bool) -> str:
    """A length as it would be typed."""
    return str(Length.parse(f"{mm / 25.4:.4f}", "in")) if inches else f"{mm:g} mm"


def sections(now: str, field: str, at: str, catalog: Catalog, need: float = 1.02) -> Offers:
    """Sections of the same metal and shape with at least ``need`` times the plastic modulus, lightest first."""
    used = catalog.sections.get(now)
    if used is None:
        return []

    def stronger(section: Section) -> bool:
        return (
            section.material.id == used.material.id
            and section.properties.shape == used.properties.shape
            and section.properties.Zy > used.properties.Zy * need
        )

    rows = sorted((s for s in catalog.sections.values() if stronger(s)), key=lambda s: s.mass_per_m)
    return [(s.label, (Change(f"{at}/{field}", s.id),)) for s in rows]


def capped(joints: Joints, at: str) -> Offers:
    """Open tube ends closed."""
    return [] if joints.capped else [("tube ends capped", (Change(f"{at}/joints/capped", True),))]


def kind(sheet: Sheet | Sandwich | Planks) -> str:
    """Panels of one kind differ in thickness alone."""
    return sheet.material.id if isinstance(sheet, Sheet) else sheet.core.id if isinstance(sheet, Sandwich) else str(sheet.duration)


def thicker(now: str, field: str, at: str, catalog: Catalog) -> Offers:
    """Thicker panels of the same kind, the thinnest first."""
    used = catalog.sheets.get(now)
    if used is None:
        return []
    rows = [s for s in catalog.sheets.values() if type(s) is type(used) and kind(s) == kind(used) and s.t > used.t]
    return [(s.label, (Change(f"{at}/{field}", s.id),)) for s in sorted(rows, key=lambda s: s.t)]
