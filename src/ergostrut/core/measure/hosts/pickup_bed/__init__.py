"""The bed of a pickup: floor, sides, wheel wells, gate."""

from ...kind import HostKind
from .resolve import resolve
from .sheet import SHEET
from .sketch import host_views, plan_shapes, rear_shapes, side_shapes, silhouette
from .survey import PickupBed

HOST = HostKind(
    id="pickup_bed",
    label="Pickup bed",
    survey=PickupBed,
    resolve=resolve,
    shapes={"plan": plan_shapes, "side": side_shapes, "rear": rear_shapes},
    views=host_views,
    silhouette=silhouette,
    sheet=SHEET,
    since=1,
)
