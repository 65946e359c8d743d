"""A trailer's bare frame with its running gear, as bought: rails, drawbar, axles, mounts for what is built on it."""

from ...kind import HostKind
from .resolve import resolve
from .sheet import SHEET
from .sketch import host_views, plan_shapes, rear_shapes, side_shapes, silhouette
from .survey import TrailerFrame

HOST = HostKind(
    id="trailer_frame",
    label="Trailer frame",
    survey=TrailerFrame,
    resolve=resolve,
    shapes={"plan": plan_shapes, "side": side_shapes, "rear": rear_shapes},
    views=host_views,
    silhouette=silhouette,
    sheet=SHEET,
    towed=lambda _: True,
    without=frozenset({"holes", "slots", "rows", "lining", "eye", "panes", "rack"}),
    since=3,
)
