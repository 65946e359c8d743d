"""A trailer's own frame, drawbar and all, against PyNite bars: parked, braking, in a corner, over a kerb, on two axles with an equaliser."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.mechanics.solver.model import Bar, FrameModel
from ergostrut.core.prove.model.posed import Posed, solve_cases
from ergostrut.core.report import studies_at
from tests.families.test_trailer import TANDEM, thing, trailer

from .frames import in_pynite, pynite_displacements
from .test_shell_frame import together


def undecked(posed: Posed) -> Posed:
    """The same with what stands for its deck's shear gone: PyNite joins a bar to every node that it passes over, and those cross others."""
    gone = {i for bay in posed.bays for i in (*bay.diagonals, *bay.ties)}
    bars = tuple(replace(bar, A=bar.A * 1e-9) if i in gone else bar for i, bar in enumerate(posed.model.bars))
    other = replace(posed, model=replace(posed.model, bars=bars))
    vars(other).update(basic_loads=posed.basic_loads, driven=posed.driven)
    return other


def pinned(posed: Posed) -> Posed:
    """The same with what pins an equaliser to its bracket as a stiff bar down to it, free to turn across: PyNite knows no springs between nodes."""
    model, nodes, bars = posed.model, posed.model.nodes.copy(), list(posed.model.bars)
    pins = [link for link in model.links if (link.b, 0) not in model.fixed]
    for link in pins:
        nodes[link.b] += np.array([0.0, 0.0, -25.0])
        bars.append(Bar("pin", link.a, link.b, 2e5, 8e4, 1e3, 1e6, 1e6, 1e6, released=(4,)))
    left = tuple(link for link in model.links if link not in pins)
    return posed.otherwise(model=replace(model, nodes=nodes, bars=tuple(bars), links=left))


def stubbed(model: FrameModel) -> FrameModel:
    """The same with what is rigid from a node to a bar's end as a bar of its own, a thousand times as stiff as a tube: PyNite knows no offsets."""
    nodes, bars, tips = [*model.nodes], list[Bar](), dict[tuple[int, tuple[float, ...]], int]()
    for bar in model.bars:
        ends = []
        for node, offset in ((bar.a, bar.offset_a), (bar.b, bar.offset_b)):
            away = tuple(round(float(v), 6) for v in offset)
            if any(away) and (node, away) not in tips:
                tips[node, away] = len(nodes)
                nodes.append(model.nodes[node] + np.array(away))
            ends.append(tips[node, away] if any(away) else node)
        bars.append(replace(bar, a=ends[0], b=ends[1], offset_a=(0.0, 0.0, 0.0), offset_b=(0.0, 0.0, 0.0)))
    bars += [Bar("stub", node, tip, 2e5, 8e4, 1e6, 1e9, 1e9, 1e9) for (node, _), tip in tips.items()]
    return replace(model, nodes=np.array(nodes), bars=tuple(bars))


ON_ONE, ON_TWO = {"brakes": True}, {**TANDEM, "brakes": True}


@pytest.mark.parametrize(
    ("name", "shape", "host"),
    [
        *((name, shape, ON_ONE) for name in ("Parked", "Brake", "Corner right") for shape in ("A", "straight")),
        ("Kerb under the mount left spring", "A", ON_ONE),
        ("Brake, by its wheels", "A", ON_ONE),
        ("Parked", "A", ON_TWO),
        ("Pulled out of a rut", "straight", ON_TWO),
        ("Kerb under the mount rear left spring", "A", ON_TWO),
    ],
)
def test_against_pynite(name: str, shape: str, host: dict[str, Any], catalog: Catalog) -> None:
    """Displacements within a thousandth, what its springs and its coupling push with besides."""
    report = trailer(catalog, build={"drawbar": {"shape": shape}}, things=(thing(700.0, 150.0),), **host)
    study = studies_at(report, {})[0]
    assert study.posed is not None
    posed = pinned(undecked(study.posed))
    case = next(item.case for item in study.solved if item.case.name == name)
    (ours,), fell = solve_cases(posed, (case,), 1330.0)
    assert not fell
    result, model = ours.result, posed.model
    # a spring to what is held still is a support of its own there
    pins = {pin for _, _, pin in posed.hung.fastened}
    other = in_pynite(stubbed(model), together(posed, posed.factors(case, 1330.0)), {})
    u = pynite_displacements(other, len(model.nodes))
    free = [i for i in range(len(model.nodes)) if i not in pins]
    assert np.max(np.abs(result.u[free, :3] - u[free, :3])) <= 1e-3 * np.max(np.abs(u[free, :3]))
    for one, node, pin in posed.hung.fastened:
        pushes = -np.array([0.0 if one.wheel is not None else one.k[1], one.k[1], one.k[0]]) * u[node, :3]
        assert result.reactions[pin, :3] == pytest.approx(pushes, abs=2.0)
