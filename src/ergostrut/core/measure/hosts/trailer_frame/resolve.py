"""A trailer frame's survey resolved to numbers."""

from __future__ import annotations

from collections.abc import Mapping

from ....constants import G
from ....structure.host import RAIL_DEPTH, RAIL_END, RAIL_FLANGE, RAIL_WIDTH, SPREAD, Host, Measured, Solid
from ....structure.nouns.support import SOLID, Feature
from ...carrying import SPRINGS, tow_of, trailer
from ...mounts import feature
from ...resolving import dims_of, resolved, without
from .survey import DIMENSIONS, FrameMount, TrailerFrame

_STAND_IN = {
    "rail_end": 2440.0,
    "rail_width": 1220.0,
    "rail_depth": 80.0,
    "rail_flange": 50.0,
    "rail_ground": 500.0,
    "tyre_diameter": 580.0,
    "tyre_width": 170.0,
    "tyre_top": 180.0,
    "wheelbase": 2400.0,
    "axle_from_front": 1370.0,
    "axle_spread": 850.0,
    "track": 1520.0,
}
COUPLING = "coupling"
SHARES, WEIGHT = "how two axles share, on a frame of one's own", "weight of the axles"
OFF = 15.0
"""mm that the brackets may stand off the axles on the whole."""
_DRAWN = ("rail_end", "rail_width", "rail_depth", "rail_flange", "tyre_diameter", "tyre_width", "tyre_top", "axle_from_front", "track")


def resolve(survey: TrailerFrame) -> Host:
    """The host in numbers: no room, no floor; rails and tyres are what stands in the way. A ball lets its frame roll: the road twists nothing in it."""
    springs = SPRINGS[survey.axles]
    own = survey.made == "own"
    dims = without(
        dims_of(survey.dims, DIMENSIONS), axle_spread=springs == "alone", rail_end=own, rail_width=own, rail_depth=own, rail_flange=own
    )

    def half_at(_: float) -> float:
        taken = dims[RAIL_WIDTH].mm if RAIL_WIDTH in dims else None
        return (taken or _STAND_IN[RAIL_WIDTH]) / 2

    rolls = own and not survey.brakes
    kg = _pushes(survey) if rolls else 0.0
    # an equaliser between two springs of one's own frame is not modelled: two pairs of hard springs would hold it level by themselves
    unsaid = "" if not own else SHARES if survey.axles != "one" else WEIGHT if kg is None else ""
    features = {
        mount.name: feature(mount, 0.0, axle=own, rolls=rolls, kg=kg or 0.0, spread=_spread(mount) if own else 0.0, unsaid=unsaid)
        for mount in survey.mounts
    }
    if own:
        features[COUPLING] = _coupling(survey, dims)
    drawn = (*_DRAWN, SPREAD) if SPREAD in dims else _DRAWN
    return resolved(
        survey, dims, _STAND_IN, half_at, words={"rear": "tail", "over": "nothing"}, roofed=False, solids=_solids(dims),
        asides=_beside(survey, dims) if own else (), carriers=trailer(dims, survey.weights, springs), tow=tow_of(survey.tow), features=features,
        unmeasured=tuple(name for name in drawn if name in dims and dims[name].mm is None),
    )  # fmt: skip


def _spread(mount: FrameMount) -> float:
    return mount.spread.mm if mount.spread is not None else 0.0


def _pushes(survey: TrailerFrame) -> float | None:
    """kg of its axles, wheels and springs at each of their brackets; None where they were not weighed."""
    axles = (survey.weights.axle.empty, *((survey.weights.second.empty,) if survey.axles != "one" else ()))
    return None if None in axles else sum(one.kg for one in axles if one is not None) / max(len(survey.mounts), 1)


def _coupling(survey: TrailerFrame, dims: Mapping[str, Measured]) -> Feature:
    """The ball, in the middle ahead of the axle."""

    def mm(name: str) -> float:
        taken = dims[name].mm
        return _STAND_IN[name] if taken is None else taken

    rating = survey.coupling_rating.kg * G if survey.coupling_rating is not None else None
    return Feature(COUPLING, (mm("axle_from_front") - mm("wheelbase"), 0.0, 0.0), (0.0, 0.0, 1.0), "", SOLID, rating, ball=True, sole=True)


def _beside(survey: TrailerFrame, dims: Mapping[str, Measured]) -> tuple[tuple[str, str, str, str], ...]:
    """Said where the brackets do not stand about the axles: the frame is proved on those, Balance reckons with these."""
    axle, spread = dims["axle_from_front"].mm, dims[SPREAD].mm if SPREAD in dims else 0.0
    if axle is None or spread is None or not survey.mounts:
        return ()
    off = sum(mount.x.mm for mount in survey.mounts) / len(survey.mounts) - axle - spread / 2
    if abs(off) < OFF:
        return ()
    text = f"On the whole they stand {abs(off):.0f} mm {'behind' if off > 0 else 'ahead of'} the axle as it is measured: one of the two is wrong, or the load is not shared as it is reckoned."
    return (("brackets", "Brackets beside the axle", text, ""),)


def _solids(dims: Mapping[str, Measured]) -> tuple[Solid, ...]:
    """Rails, and the tyres where they stand at full travel."""

    def mm(name: str) -> float:
        taken = dims[name].mm if name in dims else None
        return _STAND_IN[name] if taken is None else taken

    L, W, h, b = (mm(name) for name in (RAIL_END, RAIL_WIDTH, RAIL_DEPTH, RAIL_FLANGE))
    d, w, top, x, track = (mm(name) for name in ("tyre_diameter", "tyre_width", "tyre_top", "axle_from_front", "track"))
    hubs = (("", x), ("second ", x + mm(SPREAD))) if SPREAD in dims else (("", x),)
    found = list[Solid]()
    for side, sign in (("left", -1), ("right", 1)):
        if RAIL_END in dims:
            y = sorted((sign * W / 2, sign * (W / 2 - b)))
            found.append(Solid(f"{side} frame rail", (0.0, y[0], -h), (L, y[1], 0.0)))
        y = sorted((sign * (track - w) / 2, sign * (track + w) / 2))
        found += [Solid(f"{which}{side} tyre at full travel", (at - d / 2, y[0], top - d), (at + d / 2, y[1], top)) for which, at in hubs]
    return tuple(found)
