"""1 Measure, besides its numbers: an outline brought in from a file, the measuring sheet to print."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint
from pydantic import Field

from ergostrut.core.changes import Change
from ergostrut.core.problem import InputError, Problem
from ergostrut.files.measuring_pdf import measuring_pdf
from ergostrut.files.outline_in import read_outline, written
from ergostrut.store import jobs

from .. import shapes as s
from ..downloads import download, offered
from ..service import service
from .job import STALE, save_changes

api = APIBlueprint("survey", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


class OutlineIn(s.Wire):
    """A file's text with the name of the obstacle it becomes; ``height``: how far it is drawn out."""

    version: int
    name: str = Field(min_length=1, max_length=60, pattern=r"^[^/]+$")
    text: str = Field(max_length=4_000_000)
    height: str = Field(default="200 mm", max_length=60)


@api.post("/outline", responses={200: s.JobOut, **STALE})
def outline(path: s.JobPath, body: OutlineIn) -> dict[str, object]:
    """Take in a DXF drawing or a table of offsets as an obstacle, which is then put in its place."""
    with service().database.reading() as session:
        design = jobs.seen_at(session, path.job, body.version)[1]
    corners = read_outline(body.text, design.units.length)
    if body.name in {one.name for one in design.host.obstacles}:
        raise InputError([Problem(field="/name", message=f"there is an obstacle “{body.name}” already; give this one another name")])
    long, wide = (max(corner[i] for corner in corners) for i in (0, 1))
    value = {
        "name": body.name, "x": "0 mm", "y": "0 mm", "length": f"{max(long, 1):g} mm", "width": f"{max(wide, 1):g} mm", "height": body.height,
        "shape": "outline", "runs": "up", "outline": written(corners),
    }  # fmt: skip
    return save_changes(path.job, body.version, [Change("/host/obstacles", value, "add")], f"outline {body.name} brought in")


@api.get("/measuring-sheet.pdf", responses=offered("application/pdf"))
def measuring_sheet(path: s.JobPath) -> Response:
    """Every length of the host with boxes to write in."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    return download(measuring_pdf(design), f"{design.name} measuring sheet.pdf", "application/pdf")
