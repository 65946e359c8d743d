"""What the calculation sheet shows besides numbers: parts by their marks with their masses, the bent line, what each support takes, where
things stand and what holds them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from reportlab.graphics.shapes import Circle as Disc
from reportlab.graphics.shapes import Drawing, Line, PolyLine, String
from reportlab.lib.units import mm
from reportlab.platypus import KeepTogether, Spacer

from ergostrut.core.drawing.proof import proof_views
from ergostrut.core.drawing.shapes import build_shapes
from ergostrut.core.primitives import Arrow, Circle, Path, Primitive, View, ViewName, box_of
from ergostrut.core.prove.model.bolted import sizes
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, studies_at
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.standing.setting import setting_at

from .sheet_style import BODY, BOLD, HAIR, HEAD, INK, SMALL, STEEL, p, printable, table

WIDE, HIGH = 170 * mm, 58 * mm
APART = 10.0
"""Points between two marks that can both be read."""
HELD = {
    "weight": "its weight alone", "friction": "friction", "straps": "straps", "bolted": "bolts or a bracket", "lip": "a lip", "cord": "a cord",
    "magnet": "a magnet", "spring": "a spring catch", "hook_and_loop": "hook and loop", "beside": "the thing beside it",
}  # fmt: skip


def drawn_builds(report: Report) -> Iterator[Any]:
    """Every build: its parts with marks, their masses, its bent line and supports as it is driven."""
    for build, study in zip(report.context.builds, studies_at(report, {}), strict=True):
        head = p(f"{build.label}: parts by the marks of the cut list", HEAD)
        marks = {part: piece.mark for piece in report.cut.pieces for part in piece.parts}
        views: tuple[ViewName, ...] = ("plan", "side")
        drawn = []
        for name in views:
            shapes = build_shapes(build, name, setting_at(build, {}), {})
            drawn.append(_view(View(name, box_of(shapes), tuple(shapes)), _marks(shapes, marks)))
        yield KeepTogether([head, *drawn])
        yield _masses(report, build)
        yield Spacer(1, 2 * mm)
        yield from _bent(study)
        yield from _supports(study)


def stowed_things(report: Report) -> Iterator[Any]:
    """Where everything carried stands in the vehicle, and what keeps it there."""
    say, rows = report.context.say, []
    for item in report.context.plan.placed:
        (x, y, z), hold = item.at(), item.thing.hold
        rating = hold.strap_rating if hold.by == "straps" else hold.rating
        count = f"{hold.straps} " if hold.by == "straps" else ""
        given = f", {rating} each" if rating is not None and hold.by == "straps" else f", {rating}" if rating is not None else ""
        across = f"{say.length(abs(y))} {'right' if y > 0 else 'left'}" if abs(y) > 0.5 else "in the middle"
        rows.append([
            item.thing.name, say.mass(item.mass), " x ".join(say.length(v) for v in item.size), item.surface.label,
            f"{say.length(x)} back, {across}, {say.length(z - item.size[2] / 2)} up", f"{count}{HELD[hold.by]}{given}",
        ])  # fmt: skip
    if rows:
        yield Spacer(1, 2 * mm)
        yield table(
            [["Carried", "mass", "size", "on", "its middle from the front, its foot above the floor", "held by"], *rows],
            (26, 16, 36, 24, 42, 28),
        )


def _marks(shapes: Sequence[Primitive], marks: dict[str, str]) -> Iterator[tuple[float, float, str]]:
    """A mark in the middle of every shape of a part that has one."""
    for shape in shapes:
        mark = marks.get(shape.part) if isinstance(shape, Path) else None
        if mark and isinstance(shape, Path):
            us, vs = zip(*shape.points, strict=True)
            yield (min(us) + max(us)) / 2, (min(vs) + max(vs)) / 2, mark


def _view(view: View, marks: Iterator[tuple[float, float, str]] | None = None, title: str = "") -> Drawing:
    """A view to fit the page's width: lines, supports as discs, forces as arrows with their newtons, marks where there is room."""
    u0, v0, u1, v1 = view.box
    scale = min(WIDE / max(u1 - u0, 1.0), HIGH / max(v1 - v0, 1.0))
    found = Drawing(WIDE, (v1 - v0) * scale + 26)

    def at(u: float, v: float) -> tuple[float, float]:
        return (u - u0) * scale, (v - v0) * scale + 10

    for item in view.items:
        if isinstance(item, Path):
            faint, bent = item.role in ("ghost", "member-far", "swept"), item.role == "bent"
            for line in item.lines:
                points = [c for u, v in line for c in at(u, v)]
                found.add(PolyLine(points, strokeColor=HAIR if faint else INK if bent else STEEL, strokeWidth=1.3 if bent else 0.6))
        elif isinstance(item, Circle) and item.role in ("fixing", "roller"):
            found.add(Disc(*at(*item.at), max(item.r * scale, 1.2), strokeColor=STEEL, strokeWidth=0.5, fillColor=None))
        elif isinstance(item, Arrow) and item.share > 0.02:
            x, y = at(*item.at)
            long = 6 + 12 * item.share
            found.add(Line(x - item.toward[0] * long, y - item.toward[1] * long, x, y, strokeColor=INK, strokeWidth=1.0))
            found.add(_words(x + 2, y - item.toward[1] * long - 2, f"{item.newton:.0f} N", 6))
    taken: list[tuple[float, float]] = []
    for u, v, mark in marks or ():
        x, y = at(u, v)
        if all(abs(x - a) > APART * (1 + 0.2 * len(mark)) or abs(y - b) > 7 for a, b in taken):
            taken.append((x, y))
            found.add(_words(x - 2 * len(mark), y - 2, mark, 6.5, bold=True))
    found.add(_words(0, (v1 - v0) * scale + 17, title or view.name.capitalize(), 8, bold=True))
    return found


def _words(x: float, y: float, text: str, size: float, *, bold: bool = False) -> String:
    return String(x, y, printable(text), fontName=BOLD if bold else BODY, fontSize=size, fillColor=INK)


def _masses(report: Report, build: Assembly) -> Any:
    say, mine = report.context.say, {m.id for m in build.members} | {p.id for p in build.panels}
    rows, total = [], 0.0
    for piece in report.cut.pieces:
        count = sum(part in mine for part in piece.parts)
        if count:
            size = say.length(piece.length) + (f" x {say.length(piece.width)}" if piece.width is not None else "")
            rows.append(
                [piece.mark, f"{count} {piece.role}", f"{piece.stock_label}, {size}", say.mass(piece.kg), say.mass(count * piece.kg)]
            )
            total += count * piece.kg
    bought: dict[str, tuple[int, float]] = {}
    for item in build.items:
        n, kg = bought.get(item.label, (0, item.mass))
        bought[item.label] = n + item.count, kg
    for label, (n, kg) in bought.items():
        rows.append(["", f"{n} {label}", "bought", say.mass(kg), say.mass(n * kg)])
        total += n * kg
    rows.append(["", "all of it", "", "", say.mass(total)])
    return table([["Mark", "part", "of", "each", "together"], *rows], (14, 50, 66, 20, 20))


def _bent(study: Study) -> Iterator[Any]:
    """The frame parked, its bent line at a named scale."""
    case = study.case("Parked")
    if study.posed is None or case is None:
        return
    views, scale = proof_views(study, "Parked", {})
    for view in views:
        if view.name in ("side", "rear"):
            yield KeepTogether([_view(view, title=f"{view.name.capitalize()}, parked, bent line {scale:g} times")])


def _supports(study: Study) -> Iterator[Any]:
    """What every support takes parked and at the most, as it is driven."""
    if study.posed is None or not study.solved:
        return
    rows = []
    parked = study.case("Parked")
    for i, contact in enumerate(study.posed.contacts):
        forces = study.rest_forces[:, i]
        worst = int(forces.argmax())
        now = f"{float(parked.result.rest_force[i]):.0f} N" if parked is not None else ""
        rows.append([contact.label, now, f"{float(forces[worst]):.0f} N", study.solved[worst].words])
    for k, strap in enumerate(study.posed.hung.straps):
        pulls = [item.result.strap_force[k] for item in study.solved]
        worst = max(range(len(pulls)), key=lambda n: pulls[n])
        now = f"{float(parked.result.strap_force[k]):.0f} N" if parked is not None else ""
        rows.append([strap.label, now, f"{float(pulls[worst]):.0f} N", study.solved[worst].words])
    every = [sizes(study.posed, item.result) for item in study.solved]
    for k, (label, _) in enumerate(every[0]):
        worst = max(range(len(every)), key=lambda n: every[n][k][1])
        here = next((i for i, item in enumerate(study.solved) if item.case.name == "Parked"), None)
        now = f"{every[here][k][1]:.0f} N" if here is not None else ""
        rows.append([label, now, f"{every[worst][k][1]:.0f} N", study.solved[worst].words])
    if rows:
        yield table([["Support", "parked", "at the most", "in"], *rows], (62, 24, 24, 60))
        yield p("Contacts push only; weights and loads of each case balance them with what holds the build level.", SMALL)
        yield Spacer(1, 2 * mm)
