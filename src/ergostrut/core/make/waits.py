"""What has to set, dry or cool, by temperature."""

from __future__ import annotations

from dataclasses import dataclass

from ..structure.plans import Waits


@dataclass(frozen=True, slots=True)
class Setting:
    """``hours`` at ``MEASURED`` degrees and more until what builds on it may go on; not below ``lowest``. ``slows``: twice the time for every so many degrees colder."""

    words: str
    hours: float
    lowest: float | None
    slows: float | None
    basis: str


MEASURED = 20.0
"""C that times are given for."""

SETTINGS: dict[Waits, Setting] = {
    "glue": Setting("glue sets", 12.0, 10.0, 10.0, "wood glue, clamped; its tin says more (common practice, no published source)"),
    "paint": Setting("paint dries through", 24.0, 8.0, 10.0, "two coats; the tin says more (common practice, no published source)"),
    "sealant": Setting("sealant cures", 24.0, 5.0, 10.0, "a bead of 3 mm; its cartridge says more (common practice, no published source)"),
    "resin": Setting(
        "resin cures", 24.0, 15.0, 10.0, "laminating epoxy, hard enough to sand; its tin says more (common practice, no published source)"
    ),
    "weld": Setting("it cools, somebody watches for fire", 1.0, None, None, "an hour's fire watch (NFPA 51B; from memory)"),
}
"""That times double for every 10 degrees colder is common practice, no published source."""


def hours_of(waits: Waits, temperature: float | None) -> float:
    """Hours to wait; at 20 C where the shop's temperature is not known, or is higher."""
    if not waits:
        return 0.0
    one = SETTINGS[waits]
    if one.slows is None or temperature is None or temperature >= MEASURED:
        return one.hours
    return float(one.hours * 2 ** ((MEASURED - temperature) / one.slows))


def too_cold(waits: Waits, temperature: float | None) -> bool:
    """Whether it must not be done at all."""
    lowest = SETTINGS[waits].lowest if waits else None
    return lowest is not None and temperature is not None and temperature < lowest
