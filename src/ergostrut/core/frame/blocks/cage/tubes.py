"""Tubes of a welded cage with where they are welded to each other."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ....catalog.model import Section
from ....structure.nouns.holds import Joint
from ....structure.nouns.parts import Member, MemberGroup, Point3, Use

SIDES = (("left", -1), ("right", 1))


@dataclass(frozen=True, slots=True)
class Kind:
    """Tubes of a kind: what people call them, of what, judged together as, marked with a letter, for what."""

    role: str
    section: Section
    group: MemberGroup
    mark: str
    use: Use = "rail"


class Tubes:
    """Members of a cage with their joints, as they are put together."""

    def __init__(self, ident: str) -> None:
        self.ident = ident
        self.members: list[Member] = []
        self.joints: list[Joint] = []

    def add(
        self, body: str, name: str, kind: Kind, a: Point3, b: Point3, on: tuple[str | None, str | None] = (None, None), mitre: float = 0.0
    ) -> None:
        """A tube whose ends are welded to the members named by body and name ``on``."""
        ident = f"{self.ident}/{body}/{name}"
        whose = f"{self.ident}/{body}"
        member = Member(
            ident, kind.role, whose, kind.section, a, b, welded=True, mitre=mitre, group=kind.group, use=kind.use, mark=kind.mark
        )
        self.members.append(member)
        ends: tuple[Literal["a", "b"], Literal["a", "b"]] = ("a", "b")
        for end, other in zip(ends, on, strict=True):
            if other is not None:
                self.joints.append(Joint(f"{ident}/{end}", f"{self.ident}/{other}", ident, end))
