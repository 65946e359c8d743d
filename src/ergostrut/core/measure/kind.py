"""What a kind of host is: its survey, how it resolves to numbers, and how it is drawn."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from ..document.survey import HostBase
from ..primitives import Path, Primitive, View
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
    since: int = 2
    """The first version of the job document that knew it."""
