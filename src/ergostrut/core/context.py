"""What every check is given."""

from __future__ import annotations

from dataclasses import dataclass

from .carry.place import CarryPlan
from .catalog.model import Catalog
from .document import Design
from .frame.assembly import Assembly
from .measure.host import Host
from .wording import Say


@dataclass(frozen=True)
class Context:
    design: Design
    host: Host
    catalog: Catalog
    builds: tuple[Assembly, ...]
    plan: CarryPlan

    @property
    def say(self) -> Say:
        return Say(self.design.units)
