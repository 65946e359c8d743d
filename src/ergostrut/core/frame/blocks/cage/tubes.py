"""Tubes of a welded cage with where they are welded to each other."""

from __future__ import annotations

from typing import Literal

from ....catalog.model import Section
from ....structure.nouns.holds import Joint
from ....structure.nouns.parts import Member, MemberGroup, Point3, Use

SIDES = (("left", -1), ("right", 1))


class Tubes:
    """Members of a shell with their joints, as they are put together."""

    def __init__(self, ident: str) -> None:
        self.ident = ident
        self.members: list[Member] = []
        self.joints: list[Joint] = []

    def add(
        self, body: str, name: str, role: str, section: Section, a: Point3, b: Point3, group: MemberGroup, mark: str, use: Use = "rail",
        on: tuple[str | None, str | None] = (None, None), mitre: float = 0.0,
    ) -> None:  # fmt: skip
        """A tube whose ends are welded to the members named by body and name ``on``."""
        ident = f"{self.ident}/{body}/{name}"
        self.members.append(
            Member(ident, role, f"{self.ident}/{body}", section, a, b, welded=True, mitre=mitre, group=group, use=use, mark=mark)
        )
        ends: tuple[Literal["a", "b"], Literal["a", "b"]] = ("a", "b")
        for end, other in zip(ends, on, strict=True):
            if other is not None:
                self.joints.append(Joint(f"{ident}/{end}", f"{self.ident}/{other}", ident, end))
