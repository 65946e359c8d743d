"""Sheets of families and kinds of host as the page is handed them."""

from __future__ import annotations

from ergostrut.core.structure.sheet import Command, Row

from . import build_shapes as b


def form_row(row: Row | Command, at: str) -> b.FormRow:
    """A row of a sheet as it goes over the wire; ``at``: what its path stands below."""
    if isinstance(row, Command):
        return b.FormRow(path=f"{at}/{row.path}", label=row.label, kind="command", op=row.op, value=row.value, item=row.item)
    choices = [
        b.ChoiceOut(
            value=c.value, label=c.label, also=[b.AlsoOut(path=f"{at}/{path}", value=value) for path, value in c.also], closed=c.closed
        )
        for c in row.choices
    ]
    return b.FormRow(
        path=f"{at}/{row.path}",
        label=row.label,
        kind=row.kind,
        choices=choices,
        help=row.help,
        optional=row.optional,
        unit=row.unit,
        empty=row.empty,
        knob=row.knob,
        item=row.item,
    )
