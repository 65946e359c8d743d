"""Frame every build of a job."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from ..catalog.errors import StockError
from ..catalog.model import Catalog
from ..document.base import BuildBase
from ..structure.assembly import Assembly
from ..structure.host import Host, Reader
from .families import FAMILIES
from .family import Family


def family_of(name: str) -> Family:
    """A family by its id."""
    return FAMILIES[name]


def framed(build: BuildBase, host: Host, catalog: Catalog) -> Assembly:
    """One build, with what it read of the host.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    reader = Reader(host)
    found = FAMILIES[build.family].frame(build, reader, catalog)
    return replace(found, read=frozenset(reader.read), missing=tuple(sorted(reader.missing)))


def assemble(builds: Iterable[BuildBase], host: Host, catalog: Catalog) -> tuple[Assembly, ...]:
    """One assembly a build, in the document's order.

    Raises:
        StockError: as ``framed``; names the field.
    """
    found = []
    for i, build in enumerate(builds):
        try:
            found.append(framed(build, host, catalog))
        except StockError as error:
            raise error.under(f"/builds/{i}") from None
    return tuple(found)
