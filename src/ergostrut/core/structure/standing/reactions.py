"""What a solved build hands to what it stands on: forces of its contacts, and what it pushes sideways."""

from __future__ import annotations

from dataclasses import dataclass

from ...cases import Case
from ..nouns.holds import Contact
from ..nouns.parts import Point3
from .setting import Setting


@dataclass(frozen=True, slots=True)
class Pressing:
    """A build in a setting: every contact with its place there (host axes), and its force in every case, N, ``forces[case][contact]``.

    ``kg`` of what is carried by the contacts; what pushes it along or across acts at their height."""

    setting: Setting
    cases: tuple[Case, ...]
    contacts: tuple[Contact, ...]
    places: tuple[Point3, ...]
    forces: tuple[tuple[float, ...], ...]
    kg: float
