"""Host templates: classes of vehicles with typical figures."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class Template:
    id: str
    label: str
    note: str
    host: dict[str, Any]


def read_templates(text: str, kind: str) -> tuple[Template, ...]:
    """Templates of one kind of host from their TOML text; every dimension becomes typical."""
    found = []
    for row in tomllib.loads(text)["host"]:
        dims = {name: {"value": value, "state": "typical"} for name, value in row.get("dims", {}).items()}
        told = {name: value for name, value in row.items() if name not in ("id", "note", "dims", "weights")}
        host = {
            "kind": kind,
            **told,
            "dims": dims,
            "weights": {**row.get("weights", {}), "source": "typical"},
        }
        found.append(Template(row["id"], row["label"], row["note"], host))
    return tuple(found)
