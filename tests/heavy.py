"""The largest designs that the document takes: what must still be answered in bounded time and memory."""

from __future__ import annotations

from ergostrut.core.edit import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design

LARGEST = {
    "framing": "tslot_bolted",
    "rail": "T 1.5x3",
    "rib": "T 1.5x1.5",
    "tray_length": "6000 mm",
    "tray_width": "2600 mm",
    "pull_out": "3000 mm",
    "mid_ribs": 12,
    "stops": [f"{300 * i + 100} mm" for i in range(6)],
    "own_members": [
        {"name": f"m{i}", "section": "T 1.5x1.5", "left": f"{10 + 37 * i} mm", "right": f"{5500 - 29 * i} mm"} for i in range(12)
    ],
}
"""Every count at its limit: 14 ribs crossed by 12 braces, six stops besides in and out, joints taken three ways."""


def largest(design: Design, **more: object) -> Design:
    return apply(design, [Change(f"/builds/0/{field}", value) for field, value in {**LARGEST, **more}.items()])
