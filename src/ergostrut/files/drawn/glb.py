"""Every build as solids in one GLB: metres, y up, a node a part with its mass, as glTF has them."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely
import trimesh
from numpy.typing import NDArray
from trimesh.exchange.gltf import export_glb

from ergostrut.core.drawing.solids import Prism, solids_of
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.standing.setting import setting_at

Array = NDArray[np.float64]
COLOURS = {"deck": (217, 183, 136, 255), "base": (143, 165, 184, 255)}
STEEL = (168, 184, 199, 255)
UP = np.array([[1.0, 0.0, 0.0], [0.0, 0.0, 1.0], [0.0, -1.0, 0.0]])
"""Host axes (x rearward, y right, z up) as glTF's: y up."""


def solid(prism: Prism) -> trimesh.Trimesh:
    """A prism as a closed mesh, mm in host axes: its outline without its holes drawn out from end to end."""
    outer, *holes = prism.loops
    # an end's face in triangles; constrained, so that its edges are the outline's
    face = shapely.constrained_delaunay_triangles(shapely.Polygon(outer, holes))
    corners = np.array([shapely.get_coordinates(part)[:3] for part in face.geoms])
    flat, index = np.unique(corners.reshape(-1, 2), axis=0, return_inverse=True)
    faces = index.reshape(-1, 3)
    turn = np.cross(flat[faces[:, 1]] - flat[faces[:, 0]], flat[faces[:, 2]] - flat[faces[:, 0]])
    faces = np.where((turn < 0)[:, None], faces[:, ::-1], faces)
    edges = np.concatenate([faces[:, [0, 1]], faces[:, [1, 2]], faces[:, [2, 0]]])
    inner = {(a, b) for a, b in edges.tolist()}
    rim = np.array([(a, b) for a, b in edges.tolist() if (b, a) not in inner])
    n = len(flat)
    sides = np.concatenate([np.c_[rim[:, 0], rim[:, 1], rim[:, 1] + n], np.c_[rim[:, 0], rim[:, 1] + n, rim[:, 0] + n]])
    plane = flat[:, :1] * np.array(prism.y) + flat[:, 1:] * np.array(prism.z)
    vertices = np.concatenate([np.array(prism.a) + plane, np.array(prism.b) + plane])
    mesh = trimesh.Trimesh(vertices, np.concatenate([faces[:, ::-1], faces + n, sides]), process=False)
    if mesh.volume < 0:
        mesh.invert()
    return mesh


def solids_glb(context: Context) -> bytes:
    """All members and panels with motions home; a name that has several solids, such as a deck's boards, is one node."""
    scene = trimesh.Scene()
    for build in context.builds:
        found = solids_of(build, setting_at(build, {}), {})
        masses = {member.id: member.mass for member in build.members} | {panel.id: panel.mass for panel in build.panels}
        parts: dict[str, list[Prism]] = {}
        for prism in [*(bar for bar, _ in found.bars), *(sheet for sheet, _ in found.sheets)]:
            parts.setdefault(prism.part, []).append(prism)
        for part, prisms in parts.items():
            mesh = _mesh(prisms)
            mesh.metadata.update({"kg": round(masses[part], 4), "title": prisms[0].title})
            scene.add_geometry(mesh, node_name=part, geom_name=part)
    return bytes(export_glb(scene))  # type: ignore[no-untyped-call]


def _mesh(prisms: Sequence[Prism]) -> trimesh.Trimesh:
    solids = [solid(prism) for prism in prisms]
    starts = np.cumsum([0, *(len(one.vertices) for one in solids[:-1])])
    vertices = np.concatenate([one.vertices for one in solids]) @ UP.T / 1000.0
    faces = np.concatenate([one.faces + start for one, start in zip(solids, starts, strict=True)])
    return trimesh.Trimesh(vertices, faces, face_colors=COLOURS.get(prisms[0].role, STEEL), process=False)
