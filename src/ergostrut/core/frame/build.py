"""Frame every build of a job."""

from __future__ import annotations

from ..catalog.errors import StockError
from ..catalog.model import Catalog
from ..document import Design
from ..measure.host import Host
from .assembly import Assembly
from .families.bed_slide.frame import frame as bed_slide

_FRAMES = {"bed_slide": bed_slide}


def assemble(design: Design, host: Host, catalog: Catalog) -> tuple[Assembly, ...]:
    """One assembly a build, in the document's order.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built; names the field.
    """
    found = []
    for i, build in enumerate(design.builds):
        try:
            found.append(_FRAMES[build.family](build, host, catalog))
        except StockError as error:
            raise error.under(f"/builds/{i}") from None
    return tuple(found)
