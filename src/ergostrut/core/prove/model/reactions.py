"""Contact forces of a solved setting, as what the build hands to its base."""

from __future__ import annotations

import numpy as np

from ...structure.standing.posed import poses_of
from ...structure.standing.reactions import Pressing
from .lines import place_of
from .study import Study


def pressing(study: Study, *, crash: bool = False, firm: bool = False) -> Pressing | None:
    """What presses on the base in every case that has a result, as if the base did not give when ``firm``, or in every crash case; None
    when nothing stands."""
    rows = study.crash if crash else study.firm if firm else tuple(item for item in study.solved if not item.firm)
    if study.posed is None or not rows:
        return None
    build, setting = study.posed.assembly, study.setting
    at = poses_of(build, setting)
    shifts = [np.array(at.shift(build.member(contact.member).body)) for contact in study.posed.contacts]
    places = [place_of(contact, shift) for contact, shift in zip(study.posed.contacts, shifts, strict=True)]
    return Pressing(
        setting,
        tuple(item.case for item in rows),
        study.posed.contacts,
        tuple((float(x), float(y), float(z)) for x, y, z in places),
        tuple(tuple(item.result.rest_force.tolist()) for item in rows),
        study.mass,
    )
