"""A flatbed on four mounts, two of them soft, against PyNite's bars: what every mount takes of a foot on a corner and of the frame's twist.

Sections by closed forms with sharp corners, members lying across others on stiff stubs, mounts as springs under them; PyNite knows no deck, whose boards
stiffen ours by their screws: 6 % is what both may differ by."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from Pynite import FEModel3D

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.structure.nouns.support import Fastening

from ..families.test_truck_flatbed import bed, mounts_of

WALL = 0.116 * 25.4
"""mm: design wall of an eighth of an inch (AISC 360-16 B4.2)."""


def tube(wide: float, deep: float) -> tuple[float, float, float, float]:
    """A, I about the weak and the strong axis, J of a thin rectangular tube (Bredt)."""
    t, b, h = WALL, wide - 2 * WALL, deep - 2 * WALL
    middle = (wide - t) * (deep - t)
    J = 4 * middle**2 * t / (2 * (wide - t) + 2 * (deep - t))
    return wide * deep - b * h, (deep * wide**3 - h * b**3) / 12, (wide * deep**3 - b * h**3) / 12, J


class Bars:
    """The same bed as PyNite takes it: its Y is up, its Z to the left."""

    def __init__(self, catalog: Catalog) -> None:
        (self.study,) = bed(catalog).studies
        build, self.model = self.study.assembly, FEModel3D()
        self.model.add_material("steel", 200_000, 77_200, 0.3, 0)
        self.model.add_section("rail", *tube(50.8, 101.6))
        self.model.add_section("cross", *tube(50.8, 76.2))
        self.model.add_section("stub", 5000, 1e8, 1e8, 1e8)
        by_role = {role: [m for m in build.members if m.role == role] for role in ("long rail", "cross member", "side rail")}
        xs, bolted = [m.a[0] for m in by_role["cross member"]], [one.at[0] for one in build.fastenings]
        high = by_role["cross member"][0].a[2]
        for name, rail in zip(("L", "R"), by_role["long rail"], strict=True):
            self._line(name, "rail", {*xs, *bolted, rail.a[0], rail.b[0]}, rail.a[1], rail.a[2])
            for x in xs:
                self._node(f"{name}c{x:.1f}", (x, rail.a[1], high))
                self._bar(f"{name}{x:.1f}", f"{name}c{x:.1f}", "stub")
        for name, side in zip(("l", "r"), by_role["side rail"], strict=True):
            self._line(name, "cross", {*xs, side.a[0], side.b[0]}, side.a[1], high)
        for x in xs:
            for a, b in itertools.pairwise((f"l{x:.1f}", f"Lc{x:.1f}", f"Rc{x:.1f}", f"r{x:.1f}")):
                self._bar(a, b, "cross")
        for one in build.fastenings:
            self._mounted(one)
        self.end = f"l{by_role['side rail'][0].b[0]:.1f}"

    def _node(self, name: str, at: tuple[float, float, float]) -> None:
        self.model.add_node(name, float(at[0]), float(at[2]), -float(at[1]))

    def _bar(self, a: str, b: str, section: str) -> None:
        self.model.add_member(f"{a} to {b}", a, b, "steel", section)

    def _line(self, name: str, section: str, xs: set[float], y: float, z: float) -> None:
        for x in sorted(xs):
            self._node(f"{name}{x:.1f}", (x, y, z))
        for a, b in itertools.pairwise(sorted(xs)):
            self._bar(f"{name}{a:.1f}", f"{name}{b:.1f}", section)

    def _mounted(self, one: Fastening) -> None:
        self._node(one.to, one.at)
        self._bar(f"{'L' if one.at[1] < 0 else 'R'}{one.at[0]:.1f}", one.to, "stub")
        self.model.def_support(one.to)
        for way, k in (("DY", one.k[0]), ("DX", one.k[1]), ("DZ", one.k[1])):
            self.model.def_support_spring(one.to, way, k)
        self.model.add_node_load(one.to, "FY", one.k[0] * one.twist, "twist")

    def pushes(self, combo: str) -> dict[str, np.ndarray]:
        """N on the bed at every mount, x, y, z of the host."""
        found = {}
        for one in self.study.assembly.fastenings:
            node = self.model.nodes[one.to]
            moved = one.k[0] * one.twist if combo == "twist" else 0.0
            found[one.to] = np.array([-one.k[1] * node.DX[combo], one.k[1] * node.DZ[combo], moved - one.k[0] * node.DY[combo]])
        return found


@pytest.mark.parametrize(("combo", "words"), [("foot", "left side rail, at its rear end"), ("twist", "Twist, rear right high")])
def test_every_mount_takes_what_pynite_gives_it(catalog: Catalog, combo: str, words: str) -> None:
    bars = Bars(catalog)
    bars.model.add_node_load(bars.end, "FY", -1330.0, "foot")
    for name in ("foot", "twist"):
        bars.model.add_load_combo(name, {name: 1.0})
    bars.model.analyze(check_statics=False)
    case = next(item.case.name for item in bars.study.solved if words in item.case.name)
    now, parked, theirs = mounts_of(bars.study, case), mounts_of(bars.study, "Parked"), bars.pushes(combo)
    most = max(float(np.linalg.norm(force)) for force in theirs.values())
    for name, force in theirs.items():
        assert now[name] - parked[name] == pytest.approx(force, abs=0.06 * most), name
