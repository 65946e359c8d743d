"""Frame every build of a job."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from ..catalog.errors import StockError
from ..catalog.model import Catalog
from ..document.base import TURNS, BuildBase
from ..structure.assembly import Assembly
from ..structure.host import SIDE_HEIGHT, Host, Reader
from ..structure.nouns.pose import moved_by
from ..structure.standing.exposed import deck_of, floor_on, place_on
from ..structure.standing.put import ALONG, put, stands_by_itself
from ..structure.standing.turned import turned
from .coating import coated
from .families import FAMILIES
from .family import Family


def family_of(name: str) -> Family:
    """A family by its id."""
    return FAMILIES[name]


def carrying(builds: Iterable[BuildBase]) -> dict[str, str]:
    """Labels, by id, of the builds that others may stand on."""
    return {build.id: build.label for build in builds if FAMILIES[build.family].carries}


def refuse(family: Family, host: Host) -> None:
    """Refuse a family where the host has not what it needs.

    Raises:
        StockError: saying what is missing, and what to do.
    """
    if family.stands == "floor" and not host.floored:
        raise StockError("family", f"{family.label} stands on a floor, and a {host.label} has none; build a flatbed on it first")
    if family.stands == "mounts" and host.floored and not host.features:
        raise StockError("family", f"{family.label} is bolted to mounts on the frame; choose a bare chassis or a trailer frame on Measure")
    if family.stands == "bed" and (why := _no_bed(host)):
        raise StockError("family", f"{family.label} {why}")


def _no_bed(host: Host) -> str:
    """Why nothing slides into a host's bed and stands over its sides; empty: it may."""
    if SIDE_HEIGHT not in host.dims or host.is_deck:
        return "slides into a pickup's bed and stands over its sides; choose a pickup on Measure, or a body on a bare chassis"
    return "stands over the bed's sides, where the topper is; choose an open bed on Measure" if host.roofed else ""


def families_for(host: Host) -> tuple[Family, ...]:
    """The families that a host has what they need for."""
    found = []
    for family in FAMILIES.values():
        try:
            refuse(family, host)
        except StockError:
            continue
        found.append(family)
    return tuple(found)


def framed(build: BuildBase, host: Host, catalog: Catalog) -> Assembly:
    """One build on the host itself, or on what is given as one, with what it read of it.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    refuse(FAMILIES[build.family], host)
    seen = turned(host, TURNS.index(build.turn))
    reader = Reader(seen.host)
    found = coated(FAMILIES[build.family].frame(build, reader, catalog), build.coat, catalog)
    if build.turn != "none":
        _refuse_turned(build, found, host)
        missing = {role for role in seen.of(reader.missing) if role in host.dims and host.dims[role].mm is None}
        return replace(put(found, seen.pose), read=seen.of(reader.read), missing=tuple(sorted(missing)))
    return replace(found, read=frozenset(reader.read), missing=tuple(sorted(reader.missing)))


def _refuse_turned(build: BuildBase, found: Assembly, host: Host) -> None:
    """Refuse to turn what lies along the vehicle alone, and what would hang on a wall that opens or of which nothing is known.

    Raises:
        StockError: in words.
    """
    if not FAMILIES[build.family].turns or any(getattr(found, name) for name in ALONG):
        raise StockError("turn", f"{found.label} lies along the vehicle, and what holds it does; it cannot stand turned")
    fixed = [one.source for one in found.mounts] + [one.source for one in found.contacts if one.kind == "wall"]
    if build.turn != "half" and not all(fixed):
        text = f"{found.label} would be fixed to the vehicle's front or rear: add the points, ribs or studs of that wall on Measure, and choose them"
        raise StockError("turn", text)
    rows = {host.rows[source].face for source in fixed if source in host.rows}
    if "front wall" in rows and host.words.get("bulkhead") == "none":
        raise StockError("turn", f"{found.label} would be fixed to a bulkhead, and there is none; turn it another way")
    opens = not host.roofed or any(one.axis == 0 and one.sign > 0 for one in host.openings)
    if opens and "rear wall" in rows:
        raise StockError("turn", f"{found.label} would be fixed to the vehicle's rear, which opens; turn it the other way")


def framed_on(build: BuildBase, below: Assembly, host: Host, catalog: Catalog) -> Assembly:
    """One build on another, where it stands in the host's axes.

    Raises:
        StockError: as ``framed``; or nothing can stand there, or not such a build.
    """
    if deck_of(below) is None:
        raise StockError("on", f"{below.label} has no deck that others stand on; stand it on the vehicle, or on a flatbed")
    found = framed(build, floor_on(below, host), catalog)
    if not stands_by_itself(found, walled=below.clear is not None):
        text = f"{found.label} holds by the vehicle's own floor, walls or roof, which {below.label} has not; what stands on its own feet or edges and is tied down stands there"
        raise StockError("on", text)
    # what hangs on a length of the one below hangs on it here
    at = place_on(below)
    return replace(
        put(found, moved_by(at)), on=below.id, level=at[2], read=below.read, missing=tuple(sorted({*found.missing, *below.missing}))
    )


def stood_on(build: BuildBase, builds: Iterable[BuildBase], host: Host, catalog: Catalog) -> Host:
    """What a build is framed in, before it is turned: the host itself, or the deck that it stands on; the host while that cannot be framed."""
    by_id = {one.id: one for one in builds}
    chain = [build]
    while chain[-1].on in by_id:
        chain.append(by_id[chain[-1].on])
    try:
        below = {one.id: one for one in assemble(chain[:0:-1], host, catalog)}.get(build.on)
    except StockError:
        return host
    return floor_on(below, host) if below is not None and deck_of(below) is not None else host


def assemble(builds: Iterable[BuildBase], host: Host, catalog: Catalog) -> tuple[Assembly, ...]:
    """One assembly a build, in the document's order; what others stand on is framed before them.

    Raises:
        StockError: as ``framed`` and ``framed_on``; names the field.
    """
    rows = list(enumerate(builds))
    found: dict[str, Assembly] = {}
    left = rows
    while left:
        ready = [(i, build) for i, build in left if not build.on or build.on in found]
        for i, build in ready:
            try:
                found[build.id] = framed_on(build, found[build.on], host, catalog) if build.on else framed(build, host, catalog)
            except StockError as error:
                raise error.under(f"/builds/{i}") from None
        left = [row for row in left if row not in ready]
    return tuple(found[build.id] for _, build in rows)
