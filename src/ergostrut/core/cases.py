"""Load cases: accelerations in g that the load is pressed with, gravity included (x rearward, y right, z up).

Bump 1.5/2/3 and Rebound 0.2/0.5/1.0 by road class (0.2: 49 CFR 393.102(b), the rest common practice);
Brake 0.8 g, Start and Corner 0.5 g: 49 CFR 393.102(a), held against working loads. Trail: horizontals x 1.25.
Slope: 15 % pitch with 10 % roll, common practice.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass
from typing import Protocol

from .loads import Loads

BUMP = {"paved": 1.5, "gravel": 2.0, "trail": 3.0}
REBOUND = {"paved": 0.2, "gravel": 0.5, "trail": 1.0}
PITCH, ROLL = math.atan(0.15), math.atan(0.10)
SWAY = 0.05
TWIST, LIFT, SNOW, SHIFT = "twist", "lift", "snow", "shift"
"""Acts: the host's frame twisted as far as it goes; air that lifts a roof; a kilopascal of snow on it; half of the load slid against the front."""
WIND: dict[str, tuple[str, float, float]] = {
    "left": ("from the left", 0.0, 1.0),
    "right": ("from the right", 0.0, -1.0),
    "ahead": ("from ahead", 1.0, 0.0),
    "behind": ("from behind", -1.0, 0.0),
}
"""Acts: air from a side, in words, and along x and y."""
PRESSURE = 1.0e-3
"""MPa of wind on a side and under a roof, at road speed and in gusts (common practice, no published source)."""
SNOW_BASIS = "snow as the job says, 1 kPa unless changed: common practice, the local building code knows better"
SHIFT_BASIS = "half of the load on the lowest 4 ft of what stands at the front, 49 CFR 393.114(d)"
REACH = 1219.2
"""mm over the deck on which a load that slides ahead is taken to press at the most (4 ft, 49 CFR 393.114(d))."""
KERB, RIDGE, RUT, BRAKES = "kerb", "ridge", "rut", "brakes"
"""Acts of a frame that rolls on its own axles: a kerb under a wheel, “kerb: where”, or a ridge under an axle, “ridge: which”; the wheels stuck and
pulled out; a g of what its tyres bear, held by its brakes."""
WHEEL_BASIS = "a kerb 100 mm high taken slowly, by statics of the wheel; wheels stuck and pulled with the D value of UN R55 (from memory); brakes by what each tyre bears; where two axles have springs of their own, one 40 mm higher: common practice, no published source"
WIND_BASIS = "1 kPa on a side and up under the top: common practice, no published source"
ROAD_DURATION = 1.6
"""NDS load duration factor of road cases: never 2.0, the g factor already holds the impact."""
ROAD_BASIS = "49 CFR 393.102 accelerations against working loads; bump and rebound common practice, no published source"
FOOT_BASIS = (
    "One foot, 300 lbf on 75 x 75 mm, wherever a member lies under a deck, at its ends and mid span: common practice, no published source"
)
CRASH_BASIS = "10 g ahead and 5 g other ways unless changed, against nominal strength without safety factor, tie-downs at 0.8 of breaking: common practice, no published source"
CRASH_CAUTION = "Only a tested seat or restraint counts for people."
ASLEEP = "Parked, asleep"
SLOPE_BASIS = "15 % pitch and 10 % roll: common practice, no published source"


@dataclass(frozen=True, slots=True)
class Case:
    """``g``: what everything is pressed with; ``live``: who or what stands, sits or lies on it besides, by their places' ids."""

    name: str
    g: tuple[float, float, float]
    live: tuple[str, ...] = ()
    people: float = 1.0
    """How many times their weight counts."""
    acts: tuple[tuple[str, float], ...] = ()
    """What presses or moves it besides weight, by name, and how many times: ``TWIST`` of the host, of ``WIND``."""
    upon: str = ""
    """The case of a build that stands on this one that it stands for, as “build:case”; empty: the case of the same name."""

    def share(self, act: str) -> float:
        """How many times an act counts in it, and which way."""
        return dict(self.acts).get(act, 0.0)

    @property
    def lasting(self) -> bool:
        """Whether it stands for long: parked in any position, as against the road."""
        return self.name.startswith(("Parked", "Slope"))


def road_cases(loads: Loads) -> tuple[Case, ...]:
    """Cases of a drivable position; the job's own vectors replace the usual ones."""
    sideways = 1.25 if loads.road == "trail" else 1.0
    usual: list[tuple[str, tuple[float, float, float]]] = [
        ("Bump", (0, 0, -BUMP[loads.road])),
        ("Rebound", (0, 0, REBOUND[loads.road])),
        ("Brake", (-0.8 * sideways, 0, -1)),
        ("Start", (0.5 * sideways, 0, -1)),
        ("Corner right", (0, 0.5 * sideways, -1)),
        ("Corner left", (0, -0.5 * sideways, -1)),
    ]
    own = {str(name): (vector.x, vector.y, vector.z) for name, vector in loads.cases.items()}
    return tuple(Case(name, own.get(name, g)) for name, g in usual if name not in loads.off)


def slope_cases() -> tuple[Case, ...]:
    """All four sign pairs of pitch and roll."""
    down = -math.cos(PITCH) * math.cos(ROLL)
    words = {(1, 1): "nose up, right low", (1, -1): "nose up, left low", (-1, 1): "nose down, right low", (-1, -1): "nose down, left low"}
    return tuple(Case(f"Slope, {text}", (px * math.sin(PITCH), ry * math.sin(ROLL), down)) for (px, ry), text in words.items())


def parked_cases() -> tuple[Case, ...]:
    """Standing, swayed by 5 % of the load each way."""
    rows = [("Parked", (0.0, 0.0, -1.0))]
    rows += [
        (f"Parked, sway {word}", (x, y, -1.0))
        for word, x, y in (("back", SWAY, 0.0), ("ahead", -SWAY, 0.0), ("right", 0.0, SWAY), ("left", 0.0, -SWAY))
    ]
    return tuple(Case(name, g) for name, g in rows)


def crash_cases(loads: Loads) -> tuple[Case, ...]:
    """What must stay held in a crash, against nominal strength; none unless the job asks for it."""
    crash = loads.crash
    if not crash.on:
        return ()
    return (
        Case("Crash ahead", (-crash.forward, 0, -1)),
        Case("Crash, hit from behind", (crash.other, 0, -1)),
        Case("Crash from the left", (0, crash.other, -1)),
        Case("Crash from the right", (0, -crash.other, -1)),
        Case("Crash, rolled over", (0, 0, crash.other - 1)),
    )


class Place(Protocol):
    """Where somebody may stand, sit or lie."""

    @property
    def id(self) -> str: ...
    @property
    def words(self) -> str: ...
    @property
    def kind(self) -> str: ...
    @property
    def newton(self) -> float | None: ...
    @property
    def central(self) -> bool: ...


def live_cases(loads: Loads, places: Sequence[Place]) -> tuple[Case, ...]:
    """Everybody in each place in turn, and all sleepers where they lie."""
    alone = [place for place in places if place.kind != "asleep" and not (place.kind == "foot" and "Foot" in loads.off)]
    lying = sorted((place for place in places if place.kind == "asleep"), key=lambda place: -(place.newton or 0.0))
    asleep = tuple(place.id for place in lying)
    # the heaviest is the one who lies in the worst place; the others lie where they do
    found = tuple(Case(f"Parked, {p.words}", (0, 0, -1), (p.id, *(asleep[1:] if p.kind == "sleeper" else ()))) for p in alone)
    return (*found, Case(ASLEEP, (0, 0, -1), asleep)) if asleep else found


def twice_cases(places: Sequence[Place]) -> tuple[Case, ...]:
    """People twice, for when something that holds them up is gone: everybody where he lies, and the heaviest anywhere along the bed.

    While nobody is named, one who counts the least a sleeper counts."""
    lying = [place for place in places if place.kind == "asleep"]
    heaviest = max((place.newton or 0.0 for place in lying), default=0.0)
    found = [Case("Parked, asleep, people twice", (0, 0, -1), tuple(place.id for place in lying), 2.0)] if lying else []
    for place in places:
        if place.kind == "sleeper" and place.central and place.newton:
            own = heaviest / place.newton if lying else 1.0
            found.append(Case(f"Parked, {place.words}, twice", (0, 0, -1), (place.id,), 2.0 * own))
    return tuple(found)


def twist_cases() -> tuple[Case, ...]:
    """The host twisted one way and the other, as on a ditch taken askew."""
    rows = (("rear right high", 1.0), ("rear left high", -1.0))
    return tuple(Case(f"Twist, {words}", (0.0, 0.0, -1.0), acts=((TWIST, way),)) for words, way in rows)


def wind_cases() -> tuple[Case, ...]:
    """Air from a side, which lifts the roof as well."""
    return tuple(Case(f"Wind {words}", (0.0, 0.0, -1.0), acts=((side, 1.0), (LIFT, 1.0))) for side, (words, _, _) in WIND.items())


def snow_cases(loads: Loads) -> tuple[Case, ...]:
    """As much snow as the job says; none where it says none."""
    return (Case("Parked, snow on it", (0.0, 0.0, -1.0), acts=((SNOW, loads.snow),)),) if loads.snow else ()


def shift_cases() -> tuple[Case, ...]:
    """The load slid ahead against what stands at the front."""
    return (Case("Load slid ahead", (0.0, 0.0, -1.0), acts=((SHIFT, 1.0),)),)


def wheel_cases(loads: Loads, acts: Collection[str]) -> tuple[Case, ...]:
    """What the road and the tow vehicle do to a frame on its own axles."""
    down, found = (0.0, 0.0, -1.0), list[Case]()
    for act in acts:
        kind, _, where = act.partition(": ")
        if kind in (KERB, RIDGE):
            found.append(Case(f"{kind.capitalize()} under the {where}", down, acts=((act, 1.0),)))
        elif kind == RUT:
            found.append(Case("Pulled out of a rut", down, acts=((RUT, 1.0),)))
        elif kind == BRAKES:
            # the usual case asks the same without them: they come on late, or not at all
            found += [
                Case(f"{case.name}, by its wheels", case.g, acts=((BRAKES, -case.g[0]),))
                for case in road_cases(loads)
                if case.name == "Brake"
            ]
    return tuple(found)


ACTS: dict[str, Callable[[], tuple[Case, ...]]] = {TWIST: twist_cases, LIFT: wind_cases, SHIFT: shift_cases}
"""Cases on the road that an act brings where there is something it acts on."""


def cases_at(loads: Loads, drivable: bool, places: Sequence[Place] = (), acts: Collection[str] = ()) -> tuple[Case, ...]:
    """Every case of one position: road cases where it may be driven, and those of the ``acts`` that there are; parked, everybody aboard in turn,
    and slope anywhere."""
    slopes = () if "Slope" in loads.off else slope_cases()
    parked = (*parked_cases(), *live_cases(loads, places), *slopes, *(snow_cases(loads) if SNOW in acts else ()))
    acting = tuple(case for act, cases in ACTS.items() if act in acts for case in cases())
    return (*road_cases(loads), *acting, *wheel_cases(loads, acts), *parked) if drivable else parked
