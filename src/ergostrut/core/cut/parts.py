"""The pieces of all builds as a cut list: alike pieces share a row."""

from __future__ import annotations

from dataclasses import dataclass

from ..context import Context


@dataclass(frozen=True, slots=True)
class Piece:
    """One row: ``parts`` alike, cut length mm, square ends."""

    mark: str
    parts: tuple[str, ...]
    role: str
    stock: str
    stock_label: str
    length: float
    width: float | None
    ends: str
    kg: float
    price: float

    @property
    def count(self) -> int:
        return len(self.parts)


def price_of(context: Context, item: str, typical: float) -> float:
    """The job's own price of a catalogue item, else the typical one."""
    return context.design.shop.prices.get(item, typical)


_LETTERS = {"side rail": "R", "end rib": "E", "mid rib": "M", "runner": "N", "lower rail": "L", "upper rail": "U", "deck": "D"}


def pieces(context: Context) -> tuple[Piece, ...]:
    """Bars and panels, alike ones together; marks are proposals until the list is issued."""
    groups: dict[tuple[str, str, float, float | None], list[str]] = {}
    kg: dict[tuple[str, str, float, float | None], float] = {}
    for build in context.builds:
        for member in build.members:
            key: tuple[str, str, float, float | None] = (member.role, member.section.id, round(member.length, 2), None)
            groups.setdefault(key, []).append(member.id)
            kg[key] = member.mass
        for panel in build.panels:
            pkey = (panel.role, panel.sheet.id, round(panel.size[0], 2), round(panel.size[1], 2))
            groups.setdefault(pkey, []).append(panel.id)
            kg[pkey] = panel.mass
    found = []
    used: dict[str, int] = {}
    for row, parts in groups.items():
        role, stock, length, width = row
        letter = _LETTERS.get(role, role[:1].upper())
        used[letter] = used.get(letter, 0) + 1
        if width is None:
            section = context.catalog.sections[stock]
            label, price = section.label, price_of(context, stock, section.price_per_m) * length / 1000
        else:
            sheet = context.catalog.sheets[stock]
            label, price = sheet.label, price_of(context, stock, sheet.price) * length * width / (sheet.size[0] * sheet.size[1])
        found.append(
            Piece(
                f"{letter}{used[letter]}",
                tuple(parts),
                role,
                stock,
                label,
                length,
                width,
                "square, both ends" if width is None else "square",
                kg[row],
                price,
            )
        )
    return tuple(found)
