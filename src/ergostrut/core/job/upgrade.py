"""Older job documents read as today's: in files and in kept revisions alike. What is stored is never rewritten."""

from __future__ import annotations

import copy
from collections.abc import Callable
from typing import Any, Literal

from ..frame.families import FAMILIES
from ..measure.hosts import KINDS
from ..problem import InputError, Problem

VERSION: Literal[3] = 3

Data = dict[str, Any]


def _to_2(design: Data) -> Data:
    """Hosts and builds are told apart by kind and family, and a thing always says what it stands on: version 1 knew one of each."""
    family = next(family for family in FAMILIES.values() if family.since == 1)
    first = family.params.model_construct()
    host = design.get("host")
    if isinstance(host, dict):
        host.setdefault("kind", next(kind.id for kind in KINDS.values() if kind.since == 1))
    for build in _rows(design.get("builds")):
        for name, value in (("family", family.id), ("id", first.id), ("label", first.label)):
            build.setdefault(name, value)
    carry = design.get("carry")
    for thing in _rows(carry.get("things") if isinstance(carry, dict) else None):
        thing.setdefault("on", f"{first.id}/tray")
    return design


def _to_3(design: Data) -> Data:
    """Weights go by what carries: version 2 knew a front and a rear axle, which of a trailer were its coupling and its axle."""
    host = design.get("host")
    weights = host.get("weights") if isinstance(host, dict) else None
    if not isinstance(host, dict) or not isinstance(weights, dict):
        return design
    towed = any(kind.id == host.get("kind") and kind.towed(host) for kind in KINDS.values())
    for old, new in (("front", "coupling" if towed else "front"), ("rear", "axle" if towed else "rear")):
        said = {name: weights.pop(f"{old}_{name}") for name in ("empty", "rating") if f"{old}_{name}" in weights}
        if said and isinstance(weights.setdefault(new, {}), dict):
            weights[new].update(said)
    return design


def _rows(value: Any) -> list[Data]:
    return [row for row in value if isinstance(row, dict)] if isinstance(value, list) else []


STEPS: dict[int, Callable[[Data], Data]] = {1: _to_2, 2: _to_3}
"""From a version to the next."""


def upgraded_design(design: Any, version: int) -> Any:
    """A design of an older version as today's; anything that is not a design is left for the reader to refuse."""
    if not isinstance(design, dict) or version == VERSION:
        return design
    design = copy.deepcopy(design)
    for step in range(version, VERSION):
        design = STEPS[step](design)
    return design


def upgrade(data: Data) -> Data:
    """A job file's data as today's version.

    Raises:
        InputError: a version that this program does not know.
    """
    version = data.get("version")
    if version == VERSION:
        return data
    if not isinstance(version, int) or isinstance(version, bool) or version not in STEPS:
        words = f"version {version!r} is not read by this program, which reads versions 1 to {VERSION}"
        raise InputError([Problem(field="/version", message=words)])
    return {**data, "version": VERSION, "design": upgraded_design(data.get("design"), version)}
