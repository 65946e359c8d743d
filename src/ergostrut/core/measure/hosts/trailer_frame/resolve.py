"""A trailer frame's survey resolved to numbers."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from ....constants import G
from ....structure.host import GROUND, RAIL_DEPTH, RAIL_END, RAIL_FLANGE, RAIL_WIDTH, SPREAD, TYRE, Host, Measured, Solid
from ....structure.nouns.support import SOLID, Feature, Wheel
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
WEIGHT, HANGERS, RATE, LONG = (
    "weight of the axles", "springs of both axles, hanger to hanger, with room for the equaliser", "rate of the axles' springs",
    "length of the springs or brackets on the frame",
)  # fmt: skip
"""What may be unknown of axles: what they push with; where an equaliser turns; how two share; what takes a wheel that is pushed back."""
LINK = 20.0
"""mm of an equaliser between the springs' ends at the least (common practice, no published source)."""
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

    features = _axles(survey, dims) if own else {mount.name: feature(mount, 0.0) for mount in survey.mounts}
    if own:
        features[COUPLING] = _coupling(survey, dims)
    drawn = (*_DRAWN, SPREAD) if SPREAD in dims else _DRAWN
    return resolved(
        survey, dims, _STAND_IN, half_at, words={"rear": "tail", "over": "nothing"}, roofed=False, solids=_solids(dims),
        asides=_beside(survey, dims) if own else (), carriers=trailer(dims, survey.weights, springs), tow=tow_of(survey.tow), features=features,
        unmeasured=tuple(name for name in drawn if name in dims and dims[name].mm is None),
    )  # fmt: skip


def _axles(survey: TrailerFrame, dims: Mapping[str, Measured]) -> dict[str, Feature]:
    """Brackets of axles that a frame of one's own stands on, with the wheel under each."""
    kg, (radius, drop) = _pushes(survey), (_mm(dims, name) for name in (TYRE, GROUND))
    plain = Wheel(kg or 0.0, radius / 2, drop, survey.brakes)
    pairs = _pairs(survey.mounts) if survey.axles == "two on an equaliser" else {}
    unsaid = WEIGHT if kg is None else LONG if any(mount.spread is None for mount in survey.mounts) else ""
    if survey.axles == "two on an equaliser" and not pairs:
        unsaid = HANGERS
    if survey.axles == "two on springs of their own" and any(mount.seat != "bushing" for mount in survey.mounts):
        unsaid = RATE
    found = dict[str, Feature]()
    for mount in survey.mounts:
        mate, pivot = pairs.get(mount.name, ("", 0.0))
        wheel = replace(plain, drop=drop + mount.z.mm, mate=mate, pivot=pivot)
        found[mount.name] = feature(mount, 0.0, wheel=wheel, spread=_spread(mount), needs=(TYRE, GROUND), unsaid=unsaid)
    return found


def _pairs(mounts: Sequence[FrameMount]) -> dict[str, tuple[str, float]]:
    """Of springs that share on an equaliser, by name: the other on its side, and mm behind it where that turns; nothing where they do not pair."""
    found = dict[str, tuple[str, float]]()
    for side in (-1, 1):
        rows = sorted((mount for mount in mounts if mount.y.mm * side > 0), key=lambda mount: mount.x.mm)
        if len(rows) != 2 or not all(mount.spread for mount in rows):
            return {}
        fore, aft = rows
        ends = fore.x.mm + _spread(fore) / 2, aft.x.mm - _spread(aft) / 2
        if ends[1] - ends[0] < LINK:
            return {}
        turns = sum(ends) / 2
        found |= {fore.name: (aft.name, turns - fore.x.mm), aft.name: (fore.name, turns - aft.x.mm)}
    return found


def _mm(dims: Mapping[str, Measured], name: str) -> float:
    taken = dims[name].mm if name in dims else None
    return _STAND_IN[name] if taken is None else taken


def _spread(mount: FrameMount) -> float:
    return mount.spread.mm if mount.spread is not None else 0.0


def _pushes(survey: TrailerFrame) -> float | None:
    """kg of its axles, wheels and springs at each of their brackets; None where they were not weighed."""
    axles = (survey.weights.axle.empty, *((survey.weights.second.empty,) if survey.axles != "one" else ()))
    return None if None in axles else sum(one.kg for one in axles if one is not None) / max(len(survey.mounts), 1)


def _coupling(survey: TrailerFrame, dims: Mapping[str, Measured]) -> Feature:
    """The ball, in the middle ahead of the axle."""
    ahead = _mm(dims, "axle_from_front") - _mm(dims, "wheelbase")
    rating = survey.coupling_rating.kg * G if survey.coupling_rating is not None else None
    return Feature(COUPLING, (ahead, 0.0, 0.0), (0.0, 0.0, 1.0), "", SOLID, rating, ball=True)


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
    L, W, h, b = (_mm(dims, name) for name in (RAIL_END, RAIL_WIDTH, RAIL_DEPTH, RAIL_FLANGE))
    d, w, top, x, track = (_mm(dims, name) for name in ("tyre_diameter", "tyre_width", "tyre_top", "axle_from_front", "track"))
    hubs = (("", x), ("second ", x + _mm(dims, SPREAD))) if SPREAD in dims else (("", x),)
    found = list[Solid]()
    for side, sign in (("left", -1), ("right", 1)):
        if RAIL_END in dims:
            y = sorted((sign * W / 2, sign * (W / 2 - b)))
            found.append(Solid(f"{side} frame rail", (0.0, y[0], -h), (L, y[1], 0.0)))
        y = sorted((sign * (track - w) / 2, sign * (track + w) / 2))
        found += [Solid(f"{which}{side} tyre at full travel", (at - d / 2, y[0], top - d), (at + d / 2, y[1], top)) for which, at in hubs]
    return tuple(found)
