"""The largest designs that the document takes: what must still be answered in bounded time and memory."""

from __future__ import annotations

from ergostrut.core.changes import Change
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


CUT = [
    {
        "name": f"c{i}",
        "panel": ("top", "back", "upright 1", "upright 3", "side 1", "upright 5")[i % 6],
        "along": f"{60 + 67 * i % 1500} mm",
        "up": f"{40 + 23 * i % 150} mm",
        "long": f"{83 + 3 * i} mm",
        "high": f"{47 + 2 * i} mm",
    }
    for i in range(24)
]
ROOMY = {"front": "10 mm", "length": "2900 mm", "width": "1880 mm", "height": "400 mm"}
SHELVES = [{"name": f"s{i}", "height": f"{200 + 160 * i} mm"} for i in range(5)]
TALL = {"length": "2800 mm", "depth": "500 mm", "height": "1800 mm", "frames": 8, "shelves": SHELVES}
FAMILIES = {
    "box of 8 uprights with 24 openings": {"family": "plywood_box", "id": "b", "label": "b", **ROOMY, "uprights": 8, "cutouts": CUT},
    "rack of 8 frames and 5 shelves": {"family": "shelf_rack", "id": "r", "label": "r", **TALL},
    "rack of panels as large": {"family": "shelf_rack", "id": "r", "label": "r", "made": "panels", **TALL},
    "bunk of 14 ribs": {
        "family": "hung_bunk", "id": "k", "label": "k", "length": "2900 mm", "ribs": 14, "straps": {"count": 4}, "hinges": {"count": 8}, "wall_rail": {"bolts": 12},
    },
    "cabinet of five bays and five shelves": {
        "family": "wall_cabinet", "id": "c", "label": "c", "front": "10 mm", "length": "2900 mm", "depth": "500 mm", "low": "100 mm", "height": "1600 mm",
        "bays": 5, "shelves": 5, "wall": {"bolts": 4},
    },
    "platform of 14 members": {
        "family": "fixed_platform", "id": "p", "label": "p", "front": "0 mm", "length": "2900 mm", "width": "1880 mm", "bearers": 14, "halves": 1, "props": {},
    },
    "eight drawers in a frame": {
        "family": "drawer_system", "id": "d", "label": "d", "made": "frame", "front": "1900 mm", "length": "1000 mm", "width": "1880 mm", "height": "1200 mm",
        "columns": [{"name": f"c{i}", "rows": 2} for i in range(4)],
    },
    "twelve drawers in panels": {
        "family": "drawer_system", "id": "d", "label": "d", "front": "1900 mm", "length": "1000 mm", "width": "1880 mm", "height": "1200 mm",
        "columns": [{"name": f"c{i}", "rows": 3} for i in range(4)],
    },
}  # fmt: skip
"""The largest of every family, each in a room of 3 by 1.9 m: answered in seconds and a few hundred megabytes on two cores."""
TOO_LARGE = {
    "rack of 8 frames and 6 shelves": ({**FAMILIES["rack of 8 frames and 5 shelves"], "shelves": [*SHELVES, {"name": "top", "height": "1700 mm"}]}, "shelves"),
    "drawers in 6 columns of 3": (
        {"family": "drawer_system", "id": "d", "label": "d", "length": "1000 mm", "width": "1880 mm", "height": "1200 mm", "columns": [{"name": f"c{i}", "rows": 3} for i in range(6)]},
        "columns",
    ),
}  # fmt: skip
"""What is refused, and at which field."""
