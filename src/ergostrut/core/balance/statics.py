"""How masses are shared among what carries them. Numbers in, numbers out: kg and mm."""

from __future__ import annotations

from collections.abc import Sequence

from ..structure.carriers import Carrier


def shared(total: float, moment: float, carriers: Sequence[tuple[Carrier, float]]) -> dict[str, float]:
    """kg on each carrier, negative where it would lift.

    Two are a beam. Two axles behind a coupling are one at their middle where an equaliser shares evenly; on springs of their own, alike, what a
    stiff frame held level at the coupling presses on each goes with its distance from there.

    Args:
        total: kg of everything.
        moment: kg mm, the sum of each mass times its x.
        carriers: each with its x, from the front; two, or a coupling and two axles.

    Raises:
        ValueError: carriers at one place, which share nothing.
    """
    (first, x0), *rest = carriers
    moment -= total * x0
    arms = [x - x0 for _, x in rest]
    even = any(carrier.springs == "equaliser" for carrier, _ in rest)
    weights = [1.0] * len(rest) if even else arms
    over = sum(weight * arm for weight, arm in zip(weights, arms, strict=True))
    if abs(over) < 1e-9:
        raise ValueError("what carries it stands at one place")
    found = {carrier.id: moment * weight / over for (carrier, _), weight in zip(rest, weights, strict=True)}
    return {first.id: total - sum(found.values()), **found}


def drawn(down: float, ball: float, wheelbase: float) -> tuple[float, float]:
    """kg that a coupling's load puts on the tow vehicle's front (negative: it lifts) and rear axle, ``ball`` mm behind the rear one."""
    rear = down * (wheelbase + ball) / wheelbase
    return down - rear, rear
