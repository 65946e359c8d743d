"""Frame every build of a job."""

from __future__ import annotations

from ..catalog.model import Catalog
from ..document import Design
from ..measure.host import Host
from .assembly import Assembly
from .families.bed_slide.frame import frame as bed_slide

_FRAMES = {"bed_slide": bed_slide}


def assemble(design: Design, host: Host, catalog: Catalog) -> tuple[Assembly, ...]:
    """One assembly a build, in the document's order.

    Raises:
        StockError: a section or sheet that the catalogue does not hold.
    """
    return tuple(_FRAMES[build.family](build, host, catalog) for build in design.builds)
