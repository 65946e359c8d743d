"""What one passes through: rear and side openings from their measured lengths."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from ..document.survey import Inside
from ..structure.host import Measured, Opening


def _have(dims: Mapping[str, Measured], role: str, stand_in: Mapping[str, float]) -> float:
    taken = dims.get(role)
    return stand_in.get(role, 0.0) if taken is None or taken.mm is None else taken.mm


def _missing(dims: Mapping[str, Measured], roles: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(role for role in roles if role in dims and dims[role].mm is None)


def rear_opening(
    name: str,
    dims: Mapping[str, Measured],
    stand_in: Mapping[str, float],
    at: str,
    width: str,
    height: str,
    inside: Inside,
    *,
    sill: float = 0.0,
) -> Opening:
    """Upright, in the middle of the rear, ``at`` the role of its place along the vehicle."""
    roles = (width, height)
    half, top = _have(dims, width, stand_in) / 2, max(_have(dims, height, stand_in), sill + 1.0)
    return Opening(name, 0, 1, _have(dims, at, stand_in), (-half, sill), (half, top), roles, inside, _missing(dims, roles))


def front_opening(
    name: str, dims: Mapping[str, Measured], stand_in: Mapping[str, float], width: str, height: str, inside: Inside, *, sill: float = 0.0
) -> Opening:
    """Upright, in the middle of the front."""
    roles = (width, height)
    half, top = _have(dims, width, stand_in) / 2, sill + _have(dims, height, stand_in)
    return Opening(name, 0, -1, 0.0, (-half, sill), (half, top), roles, inside, _missing(dims, roles))


def side_openings(
    name: str,
    dims: Mapping[str, Measured],
    stand_in: Mapping[str, float],
    sides: str,
    half_width: float,
    start: str,
    width: str,
    height: str,
    inside: Inside,
    *,
    sill: float = 0.0,
) -> tuple[Opening, ...]:
    """One on the left, on the right or on both; none where ``sides`` is "none"."""
    roles = (start, width, height)
    first, top = _have(dims, start, stand_in), sill + _have(dims, height, stand_in)
    last = first + _have(dims, width, stand_in)
    rows: tuple[tuple[str, Literal[-1, 1]], ...] = (("left", -1), ("right", 1))
    return tuple(
        Opening(
            f"{side} {name}" if sides == "both" else name,
            1,
            sign,
            sign * half_width,
            (first, sill),
            (last, top),
            roles,
            inside,
            _missing(dims, roles),
        )
        for side, sign in rows
        if sides in (side, "both")
    )
