"""What the first carrier takes against what the others take, in every loading state, within what their ratings allow. kg as lengths."""

from __future__ import annotations

from collections.abc import Sequence

import shapely
from shapely.geometry.base import BaseGeometry

from ..balance.states import LIGHT, LoadingState, worst_of
from ..primitives import Circle, Label, Path, Point2, Primitive, View
from ..structure.context import Context

ROOM, DOT, OVER = 0.12, 0.011, 0.03
"""Parts of the picture's width left round it, that a state's mark is across, and that a limit's words stand over its end."""
FAR = 1e5


def _allowed(context: Context) -> tuple[list[tuple[str, Point2, Point2]], BaseGeometry]:
    """Limits as lines with their words, and the region within all of them; a limit nobody read is none."""
    host, say = context.host, context.say
    first, *rest = host.carriers
    region: BaseGeometry = shapely.box(0, 0, FAR, FAR)
    lines: list[tuple[str, Point2, Point2]] = []
    if first.rating:
        region = region.intersection(shapely.box(0, 0, first.rating, FAR))
        lines.append((f"{first.label.lower()} {say.mass(first.rating)}", (first.rating, 0.0), (first.rating, FAR)))
    ratings = [one.rating for one in rest]
    if all(ratings):
        most = sum(rating or 0.0 for rating in ratings)
        region = region.intersection(shapely.box(0, 0, FAR, most))
        lines.append((f"{' and '.join(one.label.lower() for one in rest)} {say.mass(most)}", (0.0, most), (FAR, most)))
    gross = host.weights.gross_rating
    if gross is not None:
        region = region.intersection(shapely.Polygon([(0, 0), (gross.kg, 0), (0, gross.kg)]))
        lines.append((f"gross {say.mass(gross.kg)}", (gross.kg, 0.0), (0.0, gross.kg)))
    if first.steers:
        region = region.intersection(shapely.Polygon([(0, 0), (FAR, 0), (FAR, (LIGHT - 1) * FAR)]))
        lines.append((f"{100 / LIGHT:.0f} % on the {first.label.lower()}", (0.0, 0.0), (FAR, (LIGHT - 1) * FAR)))
    return lines, region


def envelope_view(context: Context, states: Sequence[LoadingState]) -> View | None:
    """Every state as a point, the worst named; None without states or without any rating."""
    lines, region = _allowed(context)
    if not states or not lines:
        return None
    points = [(state.front(), state.behind()) for state in states]
    corners = [(x, y) for x, y in shapely.get_coordinates(region).tolist() if x < FAR and y < FAR]
    us, vs = (sorted(p[i] for p in [*points, *(c for c in corners if min(c) > 0)]) for i in (0, 1))
    wide = max(us[-1] - us[0], vs[-1] - vs[0], 1.0)
    frame = (us[0] - ROOM * wide, vs[0] - ROOM * wide, us[-1] + ROOM * wide, vs[-1] + ROOM * wide)
    window = shapely.box(*frame)
    items: list[Primitive] = []
    inside = region.intersection(window)
    if isinstance(inside, shapely.Polygon) and not inside.is_empty:
        rim = tuple((float(x), float(y)) for x, y in inside.exterior.coords[:-1])
        items.append(Path(rim, "thing", True, "", "within all ratings"))
    for words, a, b in lines:
        line = shapely.LineString([a, b]).intersection(window)
        if isinstance(line, shapely.LineString) and not line.is_empty:
            ends = [(float(x), float(y)) for x, y in line.coords]
            items.append(Path(tuple(ends), "line"))
            x, y = max(ends, key=lambda p: (round(p[1], 3), p[0]))
            items.append(Label((x, y + OVER * wide), words, "middle"))
    hardest = worst_of(context, states)
    for i, (state, at) in enumerate(zip(states, points, strict=True)):
        worst = hardest is not None and state is hardest[4]
        size = DOT * wide * (1.6 if worst else 1.0)
        items.append(Circle(at, size, "force" if worst else "fixing", f"state/{i}", state.words))
    if hardest is not None:
        state = hardest[4]
        items.append(Label((state.front(), state.behind()), state.words, "middle", f"{hardest[1].lower()} at {hardest[0]:.2f}"))
    return View("envelope", frame, tuple(items))
