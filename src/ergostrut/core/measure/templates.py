"""Host templates and the job one starts from."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from typing import Any

from ..document import Design, Units, read_design

CLEAR_WELL, CLEAR_GATE, GEAR, SHEET = 19.0, 10.0, 36.0, 1219.2
"""mm: left beside the wells in all, at the gate, taken by the running gear on both sides, and the width of a sheet."""


@dataclass(frozen=True, slots=True)
class Template:
    id: str
    label: str
    note: str
    host: dict[str, Any]


def read_templates(text: str) -> tuple[Template, ...]:
    """Templates from their TOML text; every dimension becomes typical."""
    found = []
    for row in tomllib.loads(text)["host"]:
        dims = {name: {"value": value, "state": "typical"} for name, value in row.get("dims", {}).items()}
        host = {
            "label": row["label"],
            "dims": dims,
            "seats": row.get("seats", []),
            "weights": {**row.get("weights", {}), "source": "typical"},
        }
        found.append(Template(row["id"], row["label"], row["note"], host))
    return tuple(found)


def _round(mm: float, units: Units) -> str:
    if units.length == "mm":
        return f"{int(mm // 5 * 5)} mm"
    eighths = int(mm // (25.4 / 8))
    whole, rest = divmod(eighths, 8)
    return f"{whole} {rest}/8 in" if rest else f"{whole} in"


def start(template: Template, name: str, units: Units) -> Design:
    """A new design on a template, with a bed slide as large as the bed's figures allow.

    Raises:
        InputError: when the name cannot be used.
    """
    plain = read_design({"name": name, "units": units.model_dump(), "host": template.host})
    dims = plain.host.dims
    slide: dict[str, Any] = {}
    gate, thick, between = dims.length_to_gate.value, dims.gate_thickness.value, dims.width_between_wells.value
    if gate and thick and between:
        length = gate.mm - thick.mm - CLEAR_GATE - 25
        slide = {
            "tray_length": _round(length, units),
            "tray_width": _round(min(between.mm - CLEAR_WELL - GEAR, SHEET), units),
            "pull_out": _round(0.55 * length, units),
        }
    return read_design({**plain.model_dump(mode="json"), "builds": [slide]})
