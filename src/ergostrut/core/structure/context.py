"""What every check is given."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from ..catalog.model import Catalog
from ..document.base import DesignBase
from ..wording import Say
from .assembly import Assembly
from .carried import CarryPlan, Placed
from .host import Host
from .nouns.holds import Scene
from .nouns.parts import Point3
from .standing.posed import poses_of
from .standing.setting import setting_at


@dataclass(frozen=True)
class Context:
    """The design with its host in numbers, its builds framed and its load placed."""

    design: DesignBase
    host: Host
    catalog: Catalog
    builds: tuple[Assembly, ...]
    plan: CarryPlan
    plans: Mapping[Scene, CarryPlan] = field(default_factory=dict)
    """Where things are in scenes in which any is elsewhere; else as ``plan``."""
    scene: Scene = "driving"
    driven: CarryPlan | None = None
    """The plan as it is driven about, where ``plan`` is another scene's."""
    order: tuple[str, ...] = ()
    """Builds by id as they go in; empty: as listed."""

    def at(self, scene: Scene) -> Context:
        """The same with things where they are in a scene; as they are driven about where nothing is elsewhere in it."""
        if scene in self.plans:
            return replace(self, plan=self.plans[scene], scene=scene, driven=self.driven or self.plan)
        return self if self.driven is None else replace(self, plan=self.driven, scene="driving", driven=None)

    @property
    def in_order(self) -> tuple[Assembly, ...]:
        """Builds as they go in, each after what it stands on."""
        left, found = list(self.builds), list[Assembly]()
        if self.order:
            left.sort(key=lambda one: self.order.index(one.id))
        while left:
            there = {build.id for build in found}
            one = next((build for build in left if not build.on or build.on in there), left[0])
            left.remove(one)
            found.append(one)
        return tuple(found)

    @property
    def say(self) -> Say:
        return Say(self.design.units)

    def build(self, name: str) -> Assembly | None:
        return next((build for build in self.builds if build.id == name), None)


def standing(context: Context, item: Placed, travels: Mapping[str, float]) -> Point3:
    """Centre of a thing carried, with every motion at its travel."""
    for build in context.builds:
        if item.surface.body in build.bodies:
            (x, y, z), (dx, dy, dz) = item.at(), poses_of(build, setting_at(build, travels)).shift(item.surface.body)
            return x + dx, y + dy, z + dz
    return item.at()


def out(context: Context, way: int = 1) -> dict[str, float]:
    """Every motion that goes to the rear (``way`` 1), or to the front (-1), at its reach; the others home: the worst for one axle."""
    motions = [motion for build in context.builds for motion in build.motions]
    return {motion.id: motion.reach for motion in motions if motion.pivot is None and motion.toward[0] * way > 0}
