"""The inside of a box: enclosed trailer, camper shell, topper or own body, surveyed or taken over from a build."""

from ...cabin import host_views, plan_shapes, rear_shapes, side_shapes, silhouette
from ...kind import HostKind
from .resolve import resolve
from .sheet import SHEET
from .survey import TRAILER, BoxInterior
from .taken import taken_over

HOST = HostKind(
    id="box_interior",
    label="Box interior",
    survey=BoxInterior,
    resolve=resolve,
    shapes={"plan": plan_shapes, "side": side_shapes, "rear": rear_shapes},
    views=host_views,
    silhouette=silhouette,
    sheet=SHEET,
    taken_over=taken_over,
    towed=lambda survey: survey.get("made", TRAILER) == TRAILER,
)
