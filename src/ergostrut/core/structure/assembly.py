"""What every build family produces, and all that anything after it knows. mm, kg, host axes, motions home."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from .nouns.closure import Closure
from .nouns.holds import Anchor, BasePost, Contact, Hold, Joint, JointSpec, Lock, Loop, Motion, Slider, Stand
from .nouns.hung import Door, GasStrut, Holder, Jack, Latch, Mount, Pivot, Prop, Ramp, Strap
from .nouns.panel import Clads, Covers, Edging, Lid, Panel, Shell
from .nouns.parts import Clear, Height, Item, Member, Point3, Surface
from .nouns.runners import Keeper, Runner
from .nouns.screwed import Screwed
from .nouns.stow import Stow
from .nouns.support import Fastening
from .nouns.upon import Handed


@dataclass(frozen=True, slots=True)
class Tag:
    """A length that a view shows with its field: from ``lo`` to ``hi`` along an axis, in a row on one side of the view.

    ``path``: the parameter it opens, below the build; empty for a computed one. ``at``: the other coordinate, None at the view's edge.
    ``rides``: the body it moves with; ``when``: drawn with that body at home alone, or wherever it is."""

    view: Literal["plan", "side", "rear"]
    axis: Literal["h", "v"]
    lo: float
    hi: float
    side: Literal["below", "above", "left", "right"]
    row: int
    label: str
    path: str = ""
    at: float | None = None
    rides: str = ""
    when: Literal["always", "home"] = "always"


@dataclass(frozen=True)
class Assembly:
    """One build, with its parts by id. ``joining``: how its members are joined unless a joint says otherwise."""

    id: str
    family: str
    label: str
    members: tuple[Member, ...]
    panels: tuple[Panel, ...]
    items: tuple[Item, ...]
    surfaces: tuple[Surface, ...]
    joining: JointSpec
    edging: Edging | None = None
    """How panels that carry hold each other."""
    motions: tuple[Motion, ...] = ()
    loops: tuple[Loop, ...] = ()
    """Closed chains of its motions."""
    joints: tuple[Joint, ...] = ()
    contacts: tuple[Contact, ...] = ()
    holds: tuple[Hold, ...] = ()
    stands: tuple[Stand, ...] = ()
    sliders: tuple[Slider, ...] = ()
    locks: tuple[Lock, ...] = ()
    anchors: tuple[Anchor, ...] = ()
    straps: tuple[Strap, ...] = ()
    mounts: tuple[Mount, ...] = ()
    pivots: tuple[Pivot, ...] = ()
    latches: tuple[Latch, ...] = ()
    doors: tuple[Door, ...] = ()
    struts: tuple[GasStrut, ...] = ()
    """What pushes its doors open and keeps them so."""
    ramps: tuple[Ramp, ...] = ()
    """Doors that come down as one."""
    holders: tuple[Holder, ...] = ()
    """What hangs under the roof by itself."""
    runners: tuple[Runner, ...] = ()
    keeper: Keeper | None = None
    """What keeps its drawers in."""
    closures: tuple[Closure, ...] = ()
    """Windows and vents in its skins and its roof."""
    jacks: tuple[Jack, ...] = ()
    props: tuple[Prop, ...] = ()
    """What lifts it off, and sets it down."""
    fastenings: tuple[Fastening, ...] = ()
    """What bolts it to the host's mounts, both ways."""
    screwed: tuple[Screwed, ...] = ()
    """Members fastened along panels that carry by themselves."""
    stows: tuple[Stow, ...] = ()
    """What is stowed, lifted out or folded and must stay so."""
    base: str = ""
    """Body that is fixed to the host by anchors; empty: nothing is."""
    packed: frozenset[tuple[int, int]] = frozenset()
    """(axis, sign) along which the host's own sides or ends stand against it."""
    links: tuple[BasePost, ...] = ()
    """What keeps the base's members apart."""
    stack: tuple[Height, ...] = ()
    tags: tuple[Tag, ...] = ()
    exposes: str = ""
    """The surface that other builds may stand on and be tied down to; empty: none."""
    clear: Clear | None = None
    """Where they stand within its walls; None: it has none."""
    on: str = ""
    """The build that it stands on; empty: the host."""
    stood: bool = False
    """Whether its turning bodies are where they stand in a setting, rather than home."""
    level: float = 0.0
    """z of what it stands on, where people stand before it as well."""
    bears: tuple[Handed, ...] = ()
    """What presses, pulls and shears on its deck from builds that stand on it, once those are solved."""
    read: frozenset[str] = frozenset()
    missing: tuple[str, ...] = ()
    """Host lengths it was framed from, and those of them that are not measured."""

    @cached_property
    def _members(self) -> dict[str, Member]:
        return {member.id: member for member in self.members}

    def member(self, part: str) -> Member:
        return self._members[part]

    @cached_property
    def shells(self) -> tuple[Panel, ...]:
        """Panels that carry by themselves, edge on edge."""
        return tuple(panel for panel in self.panels if isinstance(panel.carries, Shell))

    @cached_property
    def decks(self) -> tuple[Panel, ...]:
        """Panels that lie on members."""
        return tuple(panel for panel in self.panels if isinstance(panel.carries, Covers))

    @cached_property
    def skins(self) -> tuple[Panel, ...]:
        """Panels fastened to members in whatever plane they stand, linings among them."""
        return tuple(panel for panel in self.panels if isinstance(panel.carries, Clads))

    @cached_property
    def roofs(self) -> tuple[Panel, ...]:
        """What closes a room of skins from above: laid on bows, or fastened to them where it leans."""
        laid = (panel for panel in self.panels if panel.use == "roof" and isinstance(panel.carries, Covers | Clads))
        return tuple(laid) if self.skins else ()

    @cached_property
    def lids(self) -> tuple[Panel, ...]:
        """Panels that lie in an opening of another."""
        return tuple(panel for panel in self.panels if isinstance(panel.carries, Lid))

    @cached_property
    def _panels(self) -> dict[str, Panel]:
        return {panel.id: panel for panel in self.panels}

    def panel(self, part: str) -> Panel:
        return self._panels[part]

    def of_body(self, body: str) -> tuple[Member, ...]:
        return tuple(member for member in self.members if member.body == body)

    @property
    def bodies(self) -> tuple[str, ...]:
        return tuple(sorted({m.body for m in self.members} | {p.body for p in self.panels} | {i.body for i in self.items}))

    @property
    def rows(self) -> dict[str, tuple[str, ...]]:
        """Bodies that move together, under the one whose motion is the handle, or that does not move."""
        by_id = {motion.id: motion for motion in self.motions}
        found: dict[str, tuple[str, ...]] = {}
        for body in self.bodies:
            motion = self.motion_of(body)
            lead = by_id[motion.follows].body if motion is not None and motion.follows else body
            found[lead] = (*found.get(lead, ()), body)
        return found

    @property
    def handles(self) -> tuple[Motion, ...]:
        """Motions that somebody moves; the others follow one of them, or a chain drives them."""
        driven = {name for loop in self.loops for name in loop.drives}
        return tuple(motion for motion in self.motions if not motion.follows and motion.id not in driven)

    def motion_of(self, body: str) -> Motion | None:
        return next((motion for motion in self.motions if motion.body == body), None)

    @property
    def mass(self) -> float:
        return (
            sum(member.mass for member in self.members)
            + sum(panel.mass for panel in self.panels)
            + sum(item.mass * item.count for item in self.items)
        )

    def masses(self, body: str) -> list[tuple[float, Point3]]:
        """(kg, centroid at home) of everything on a body."""
        found: list[tuple[float, Point3]] = [(m.mass, m.middle) for m in self.members if m.body == body]
        found += [(panel.mass, panel.middle) for panel in self.panels if panel.body == body]
        found += [(item.mass * item.count, item.at) for item in self.items if item.body == body]
        return found


def centroid(masses: list[tuple[float, Point3]]) -> tuple[float, Point3]:
    """Total kg and centre of gravity; the origin when there is no mass."""
    total = sum(mass for mass, _ in masses)
    if total <= 0:
        return 0.0, (0.0, 0.0, 0.0)
    return total, (
        sum(mass * at[0] for mass, at in masses) / total,
        sum(mass * at[1] for mass, at in masses) / total,
        sum(mass * at[2] for mass, at in masses) / total,
    )
