"""What a kind of host is: its survey, how it resolves to numbers, and how it is drawn."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from ..document.survey import HostBase
from ..primitives import Path, Primitive, View, rect
from ..structure.assembly import Assembly
from ..structure.host import Host
from ..structure.sheet import Group


@dataclass(frozen=True)
class HostKind:
    """``resolve(survey)`` gives the host in numbers; ``shapes`` its bare outlines by view, ``views(host)`` those with every dimension as a
    tag, ``silhouette(host, front axle x)`` the vehicle behind the balance beam."""

    id: str
    label: str
    survey: type[HostBase]
    resolve: Callable[[Any], Host]
    shapes: dict[str, Callable[[Host], list[Primitive]]]
    views: Callable[[Host], tuple[View, ...]]
    silhouette: Callable[[Host, float], Path]
    sheet: tuple[Group, ...] = ()
    """The form beside the dimensions."""
    crash: bool = False
    """Whether people ride or sleep behind or under what is built in it: a new job's crash restraint is on."""
    taken_over: Callable[[Assembly], dict[str, Any] | None] | None = None
    """The survey of a finished build's inside as a host of this kind; None for a build that has none."""
    towed: Callable[[Mapping[str, Any]], bool] = lambda _: False
    """Whether a survey's plain data is of what has a coupling."""
    without: frozenset[str] = frozenset()
    """What a survey of any kind has and one of this kind has no use for."""
    since: int = 2
    """The first version of the job document that knew it."""

    def drawn(self, host: Host, view: str) -> list[Primitive]:
        """The host's bare outlines in a view, with what else stands in it."""
        return [*self.shapes[view](host), *_obstacles(host, view)]

    def measured(self, host: Host) -> tuple[View, ...]:
        """Its views with every dimension as a tag, and what else stands in it."""
        found = []
        for view in self.views(host):
            items = (*view.items, *_obstacles(host, view.name))
            found.append(View(view.name, view.box, items))
        return tuple(found)


_AXES = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}


def _obstacles(host: Host, view: str) -> list[Path]:
    if view not in _AXES:
        return []
    u, v = _AXES[view]
    return [rect(box.lo[u], box.lo[v], box.hi[u], box.hi[v], "host", f"host/{box.name}", box.name) for box in host.obstacles]
