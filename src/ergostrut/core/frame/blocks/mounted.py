"""What bolts a build to the mounts of a host's frame."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ...catalog.model import Catalog, Section
from ...structure.host import Reader
from ...structure.nouns.holds import Anchor
from ...structure.nouns.parts import Member
from ...structure.nouns.support import SOLID, Fastening, Feature, Wheel

NO_MOUNTS = "mounts on the frame"


def fastenings(
    host: Reader, catalog: Catalog, rows: Sequence[tuple[Feature, str]], rail: Section, low: float, grade: str, washer: float
) -> tuple[Fastening, ...]:
    """Mounts with the members over them, of ``rail``, whose undersides lie at ``low``: a bolt each, over a spacer as high as what is left. What
    nobody knows of a mount makes what hangs on it unknown: a bushing's stiffness, how far the frame twists."""
    if not rows:
        host.missing.add(NO_MOUNTS)
    strength, found = catalog.grades.get(grade), list[Fastening]()
    for one, member in rows:
        if one.k is None:
            host.missing.add(f"stiffness of the bushing at {one.name}")
        if one.unsaid:
            host.missing.add(one.unsaid)
        for role in one.needs:
            host.need(role, 0.0)
        if not one.thread:
            found.append(_welded(one, member, low))
            continue
        thread = catalog.threads.get(one.thread)
        missing = "" if thread is not None else f"thread “{one.thread}” is not in the catalogue"
        missing = missing or ("" if strength is not None else f"bolt grade “{grade}” is not in the catalogue")
        if one.twist is None:
            host.need("frame_twist", 0.0)
            host.missing.add("frame_twist")
        bolt = Anchor(
            f"{member}/{one.name}", one.name, one.at[0], one.at[1], thread, strength.Fu if strength else 0.0, grade, washer, False, one.name, missing,
            rail=rail, proof=strength.proof if strength else 0.0, spacer=max(low - one.at[2], 0.0), Fy=strength.Fy if strength else 0.0,
        )  # fmt: skip
        found.append(
            Fastening(
                f"{member}/{one.name}", f"mount {one.name}" if not one.name.startswith("mount") else one.name, member, (one.at[0], one.at[1], low),
                one.out, one.name, one.k or SOLID, bolt, one.rating, one.twist or 0.0, one.soft, one.ball, _under(one, low), one.spread,
            )
        )  # fmt: skip
    return tuple(found)


def _under(one: Feature, low: float) -> Wheel | None:
    """The wheel of a place as far below where the member is held as it is."""
    return replace(one.wheel, drop=one.wheel.drop + low - one.at[2]) if one.wheel is not None else None


def _welded(one: Feature, member: str, low: float) -> Fastening:
    """A bracket welded on, or the coupling."""
    label = one.name if one.ball or one.name.startswith("mount") else f"mount {one.name}"
    return Fastening(
        f"{member}/{one.name}", label, member, (one.at[0], one.at[1], low), one.out, one.name, one.k or SOLID, None, one.rating, one.twist or 0.0,
        one.soft, one.ball, _under(one, low), one.spread,
    )  # fmt: skip


def coupling(one: Feature, member: str, tip: Member) -> Fastening:
    """What a trailer is coupled to, at the front end of a ``tip`` of its drawbar."""
    return _welded(one, member, tip.a[2])
