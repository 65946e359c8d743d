"""The load space of a wagon: floor behind the front seats, wheel boxes, second row, roof, hatch, side doors."""

from ...cabin import host_views, plan_shapes, rear_shapes, side_shapes, silhouette
from ...kind import HostKind
from .resolve import resolve
from .sheet import SHEET
from .survey import WagonInterior

HOST = HostKind(
    id="wagon_interior",
    label="Wagon interior",
    survey=WagonInterior,
    resolve=resolve,
    shapes={"plan": plan_shapes, "side": side_shapes, "rear": rear_shapes},
    views=host_views,
    silhouette=silhouette,
    sheet=SHEET,
    crash=True,
)
