"""A truck behind its cab with the bed off: frame rails, mounts, cab, wheels, what hangs between the rails."""

from ...kind import HostKind
from .resolve import resolve
from .sheet import SHEET
from .sketch import host_views, plan_shapes, rear_shapes, side_shapes, silhouette
from .survey import TruckChassis

HOST = HostKind(
    id="truck_chassis",
    label="Bare chassis",
    survey=TruckChassis,
    resolve=resolve,
    shapes={"plan": plan_shapes, "side": side_shapes, "rear": rear_shapes},
    views=host_views,
    silhouette=silhouette,
    sheet=SHEET,
    without=frozenset({"holes", "slots", "rows", "lining"}),
    since=3,
)
