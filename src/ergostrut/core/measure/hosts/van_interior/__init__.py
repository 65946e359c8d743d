"""The load space of a van: floor, walls by stations, wheel boxes, roof, doors, bulkhead."""

from ...cabin import host_views, plan_shapes, rear_shapes, side_shapes, silhouette
from ...kind import HostKind
from .resolve import resolve
from .sheet import SHEET
from .survey import VanInterior

HOST = HostKind(
    id="van_interior",
    label="Van interior",
    survey=VanInterior,
    resolve=resolve,
    shapes={"plan": plan_shapes, "side": side_shapes, "rear": rear_shapes},
    views=host_views,
    silhouette=silhouette,
    sheet=SHEET,
    crash=True,
)
