"""What carries a host on the ground, from its survey: two axles, or a trailer's coupling and axles; and what tows it."""

from __future__ import annotations

from collections.abc import Mapping

from ..document.survey import Carried, CarriedOnTyres, Weights
from ..document.tow import TowVehicle
from ..quantity import Length, Mass
from ..structure.carriers import Carrier, Hitch, Springs, Tow
from ..structure.host import REAR_AXLE, SPREAD, WHEELBASE, Measured

SPRINGS: dict[str, Springs] = {"one": "alone", "two on an equaliser": "equaliser", "two on springs of their own": "each"}
"""How a trailer's axles are sprung, by what its survey calls them."""


def _kg(mass: Mass | None) -> float | None:
    return mass.kg if mass is not None else None


def _mm(length: Length | None) -> float | None:
    return length.mm if length is not None else None


def _carrier(
    ident: str, label: str, x: float | None, one: Carried, at: tuple[str, ...], *, steers: bool = False, springs: Springs = "alone"
) -> Carrier:
    return Carrier(
        ident,
        "axle",
        label,
        x,
        _kg(one.empty),
        _kg(one.rating),
        at,
        steers,
        springs,
        _kg(one.tyres) if isinstance(one, CarriedOnTyres) else None,
    )


def _ahead(dims: Mapping[str, Measured]) -> float | None:
    """x of what bears a wheelbase ahead of the axle that is measured."""
    axle, base = dims[REAR_AXLE].mm, dims[WHEELBASE].mm
    return None if axle is None or base is None else axle - base


def two_axles(dims: Mapping[str, Measured], w: Weights) -> tuple[Carrier, ...]:
    """A vehicle's, the front one steers."""
    return (
        _carrier("front", "Front axle", _ahead(dims), w.front, (REAR_AXLE, WHEELBASE), steers=True),
        _carrier("rear", "Rear axle", dims[REAR_AXLE].mm, w.rear, (REAR_AXLE,)),
    )


def trailer(dims: Mapping[str, Measured], w: Weights, springs: Springs) -> tuple[Carrier, ...]:
    """A trailer's coupling with one axle behind it, or two."""
    first, spread = dims[REAR_AXLE].mm, dims[SPREAD].mm if SPREAD in dims else None
    c = w.coupling
    coupling = Carrier("coupling", "coupling", "Coupling", _ahead(dims), _kg(c.empty), _kg(c.rating), (REAR_AXLE, WHEELBASE))
    if springs == "alone":
        return coupling, _carrier("axle", "Axle", first, w.axle, (REAR_AXLE,))
    second = None if first is None or spread is None else first + spread
    return (
        coupling,
        _carrier("axle", "First axle", first, w.axle, (REAR_AXLE,), springs=springs),
        _carrier("second", "Second axle", second, w.second, (REAR_AXLE, SPREAD), springs=springs),
    )


def tow_of(tow: TowVehicle | None) -> Tow | None:
    """What tows it in numbers; None where nobody said."""
    if tow is None:
        return None
    base = _mm(tow.wheelbase)
    return Tow(
        tow.label,
        _carrier("tow.front", "Front axle", 0.0, tow.front, (), steers=True),
        _carrier("tow.rear", "Rear axle", base, tow.rear, ()),
        base,
        _mm(tow.ball),
        _kg(tow.gross_rating),
        Hitch(
            tow.hitch_class,
            _kg(tow.hitch_rating),
            _mm(tow.pin_to_ball),
            _mm(tow.extension),
            _kg(tow.extended_rating),
            _kg(tow.extended_towed),
        ),
        _kg(tow.combination_rating),
        tow.source == "typical",
    )
