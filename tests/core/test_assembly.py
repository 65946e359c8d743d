"""What must always hold of a slide's parts, whatever its sizes and framing system."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.cut.parts import pieces
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job
from ergostrut.core.problem import InputError
from ergostrut.core.report import context_of
from ergostrut.core.structure.assembly import Assembly, Member
from ergostrut.core.structure.systems import SYSTEMS

SLIDES = [system for system in SYSTEMS.values() if system.slide]


@st.composite
def slides(draw: st.DrawFn) -> list[Change]:
    """Sizes within what the document takes, in any system."""
    system = draw(st.sampled_from(SLIDES))
    length = draw(st.integers(700, 2600))
    rows = {
        "framing": system.id,
        "rail": system.rail,
        "rib": system.rib,
        "tray_length": f"{length} mm",
        "tray_width": f"{draw(st.integers(500, 1500))} mm",
        "pull_out": f"{draw(st.integers(100, length - 100))} mm",
        "stops": [],
        "mid_ribs": draw(st.integers(0, 8)),
        "rail_flat": draw(st.booleans()),
        "deck": draw(st.sampled_from(["birch.12", "soft.18", "sandwich.pp20"])),
    }
    changes = [Change(f"/builds/0/{field}", value) for field, value in rows.items()]
    # the shorter pull-out first, so that every step between is a tray that can be
    return sorted(changes, key=lambda c: c.path.rsplit("/", 1)[1] not in ("stops",))


def built(design: Design, changes: list[Change], catalog: Catalog) -> Assembly:
    return context_of(apply(design, changes), catalog).builds[0]


def _tray(build: Assembly) -> tuple[list[Member], list[Member]]:
    members = build.of_body(build.sliders[0].body)
    return [m for m in members if m.role == "side rail"], [m for m in members if m.role in ("end rib", "mid rib")]


@settings(max_examples=40, deadline=None)
@given(changes=slides())
def test_tray_is_square_symmetric_and_closed(sample: Job, catalog: Catalog, changes: list[Change]) -> None:
    build = built(sample.design, changes, catalog)
    rails, ribs = _tray(build)
    assert len(rails) == 2 and rails[0].length == rails[1].length
    assert rails[0].a[1] == -rails[1].a[1]
    inner = abs(rails[0].a[1]) - rails[0].shape.width / 2
    for rib in ribs:
        assert rib.a[1] == pytest.approx(-inner) and rib.b[1] == pytest.approx(inner), "ribs reach from rail to rail"
        assert rib.a[0] == rib.b[0] and rib.a[2] == rib.b[2]
    xs = [rib.a[0] for rib in ribs]
    assert xs == sorted(xs)
    steps = [b - a for a, b in itertools.pairwise(xs)]
    assert max(steps) - min(steps) < 1e-6, "bays alike"
    assert min(m.a[0] for m in rails) <= xs[0] and xs[-1] <= max(m.b[0] for m in rails)


@settings(max_examples=40, deadline=None)
@given(changes=slides())
def test_tops_are_flush_and_the_deck_lies_on_them(sample: Job, catalog: Catalog, changes: list[Change]) -> None:
    build = built(sample.design, changes, catalog)
    rails, ribs = _tray(build)
    (deck,) = build.panels
    tops = {round(m.a[2] + m.shape.depth / 2, 6) for m in (*rails, *ribs)}
    assert tops == {round(deck.lo[2], 6)}
    assert build.stack[-1].top == pytest.approx(deck.hi[2])


@settings(max_examples=40, deadline=None)
@given(changes=slides())
def test_mass_is_the_sum_of_the_cut_list_and_the_hardware(sample: Job, catalog: Catalog, changes: list[Change]) -> None:
    context = context_of(apply(sample.design, changes), catalog)
    build = context.builds[0]
    cut = sum(piece.kg * piece.count for piece in pieces(context))
    assert cut + sum(item.mass * item.count for item in build.items) == pytest.approx(build.mass)
    parts = [part for piece in pieces(context) for part in piece.parts]
    assert sorted(parts) == sorted([*(m.id for m in build.members), *(p.id for p in build.panels)]), "every part is cut once"


@settings(max_examples=30, deadline=None)
@given(changes=slides())
def test_ids_are_role_paths_and_unique(sample: Job, catalog: Catalog, changes: list[Change]) -> None:
    build = built(sample.design, changes, catalog)
    idents = [part.id for part in (*build.members, *build.panels, *build.items)]
    assert len(set(idents)) == len(idents)
    assert all(ident.startswith("slide1/") for ident in idents)


@settings(max_examples=30, deadline=None)
@given(changes=slides())
def test_positions_run_from_in_to_out(sample: Job, catalog: Catalog, changes: list[Change]) -> None:
    (motion,) = built(sample.design, changes, catalog).motions
    travels = [p.travel for p in motion.positions]
    assert travels == sorted(travels) and travels[0] == 0 and travels[-1] == motion.reach
    assert [p.drivable for p in motion.positions] == [True] + [False] * (len(travels) - 1)


def test_a_tray_turned_flat_swaps_its_rail(sample: Job, catalog: Catalog) -> None:
    upright, flat = (built(sample.design, [Change("/builds/0/rail_flat", value)], catalog) for value in (False, True))
    a, b = _tray(upright)[0][0].shape, _tray(flat)[0][0].shape
    assert (a.width, a.depth, a.Iy) == (b.depth, b.width, b.Iz)
    assert math.isclose(upright.stack[-1].top - flat.stack[-1].top, a.depth - b.depth)


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("/builds/0/framing", "paper", "/builds/0"),
        ("/builds/0/joints/screws", 0, "/builds/0"),
        ("/builds/0/joints/brackets", 9, "/builds/0"),
        ("/builds/0/deck_edges", "glued", "/builds/0"),
        ("/builds/0/tip_leg", {"gap": "wide"}, "did not understand"),
        ("/loads/limits/deck", 10, "/loads/limits/deck"),
        ("/loads/limits/droop_mm", -1, "/loads/limits/droop_mm"),
        ("/own/sections", [{"id": "tube"}], "/own/sections/0"),
    ],
)
def test_nonsense_is_refused_by_field(sample: Job, path: str, value: object, says: str) -> None:
    with pytest.raises(InputError, match=says):
        apply(sample.design, [Change(path, value)])
