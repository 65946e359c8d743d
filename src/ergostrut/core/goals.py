"""The user's own limits."""

from __future__ import annotations

from collections.abc import Iterator

from .finding import Finding, at_most
from .structure.context import Context


def check_goals(context: Context, build_kg: float, price: float) -> Iterator[Finding]:
    """Mass and price of the builds against the job's goals, where they are set."""
    goals, say, currency = context.design.goals, context.say, context.design.shop.currency
    if goals.build_mass is not None:
        use, state = at_most(build_kg, goals.build_mass.kg)
        yield Finding(
            "goals/mass",
            "goal.mass",
            "frame",
            (),
            "Your mass limit",
            f"{say.mass(build_kg)} of {say.mass(goals.build_mass.kg)}.",
            state,
            build_kg,
            goals.build_mass.kg,
            "kg",
            use,
            basis="your own limit",
        )
    if goals.price is not None:
        use, state = at_most(price, goals.price)
        yield Finding(
            "goals/price",
            "goal.price",
            "cut",
            (),
            "Your price limit",
            f"{currency} {price:.0f} of {currency} {goals.price:.0f}.",
            state,
            price,
            goals.price,
            currency,
            use,
            basis="your own limit",
        )
