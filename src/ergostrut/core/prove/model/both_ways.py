"""A frame on supports that push or pull one way alone, with all of them taken as bearing: how it gives where others stand on it.

Where one of them lets go, the frame's own checks say so; what stands on it then goes with it as a whole.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ...mechanics.solver.model import FrameModel, Link


def both_ways(model: FrameModel) -> FrameModel:
    """The model with its rests as supports and its straps as springs, both ways; itself where it has neither."""
    if not model.rests and not model.straps:
        return model
    nodes, fixed, links = list(model.nodes), list(model.fixed), list(model.links)
    names = [model.name(i) for i in range(len(model.nodes))]

    def sprung(name: str, node: int, along: np.ndarray, k: float) -> None:
        x = along / np.linalg.norm(along)
        y = np.cross(x, [0.0, 1.0, 0.0] if abs(x[1]) < 0.9 else [1.0, 0.0, 0.0])
        y /= np.linalg.norm(y)
        pin = len(nodes)
        nodes.append(nodes[node])
        names.append(name)
        links.append(Link(name, node, pin, (k, 0.0, 0.0, 0.0, 0.0, 0.0), tuple(x.tolist()), tuple(y.tolist())))
        fixed.extend((pin, dof) for dof in range(6))

    for rest in model.rests:
        if rest.k is None and rest.toward is None:
            fixed.append((rest.node, rest.dof))
        else:
            own = np.zeros(3)
            own[rest.dof] = rest.sign
            sprung(rest.id, rest.node, np.array(rest.toward) if rest.toward is not None else own, rest.k or 0.0)
    for strap in model.straps:
        if strap.b is None:
            sprung(strap.id, strap.a, np.array(strap.to) - model.nodes[strap.a], strap.k)
    return replace(
        model, nodes=np.array(nodes), fixed=tuple(dict.fromkeys(fixed)), rests=(), straps=(), links=tuple(links), names=tuple(names)
    )  # fmt: skip
