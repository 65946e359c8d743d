"""A leg, a block or a tie gone: as if it had never been, and by hand on one bearer on three supports."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ergostrut.core.anchor import checks as anchored
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import Design
from ergostrut.core.prove import support_lost
from ergostrut.core.prove.boxes import check as boxes
from ergostrut.core.prove.hung import ways
from ergostrut.core.prove.members.strength import uses
from ergostrut.core.prove.model.study import study
from ergostrut.core.report import check, context_of
from ergostrut.core.structure.standing.setting import settings_of
from ergostrut.demo.sample import sample_jobs
from tests.conftest import by_id
from tests.core.test_platform import SPREAD, platform, value


def test_a_third_more_is_accepted_with_one_gone_wherever_that_is_asked() -> None:
    """Common practice, no published source."""
    assert [support_lost.GONE, ways.MOUNT_GONE.accept, ways.FOOT_AWAY.accept, boxes.GONE, anchored.GONE_LIMIT] == [1.33] * 5
    assert ways.STRAP_GONE.accept == 1.0, "people count twice then"


def on_legs(**more: object) -> Design:
    return platform([{**SPREAD, "mass": "200"}], ends="legs", bearers=3, props={}, use="deck", **more)


def test_as_if_the_prop_had_never_been(catalog: Catalog) -> None:
    """The finding's number is the largest use of members in a frame that never had the contact, in the same cases."""
    design = on_legs()
    context = context_of(design, catalog)
    build = context.builds[0]
    setting = settings_of(build)[0]
    hardest = 0.0
    feet = [c for c in build.contacts if c.kind == "floor"]
    whole = study(context, build, setting)
    assert whole.posed is not None
    worked = {c.id: whole.rest_forces[:, whole.posed.contacts.index(c)] for c in feet}
    props = [c for c in feet if c.id.split("/")[-2].startswith("prop")]
    assert len(props) == 3 and len(feet) == 9
    for foot in feet:
        left = study(context, replace(build, contacts=tuple(c for c in build.contacts if c is not foot)), setting)
        names = {whole.solved[i].case.name for i in np.argsort(-worked[foot.id])[:6] if worked[foot.id][i] > 1}
        for bound in left.bounds:
            rows = [i for i, item in enumerate(bound.solved) if item.case.name in names]
            hardest = max(hardest, float(uses(bound, whole.amplify)[rows].max()))
    found = by_id(check(design, catalog), "platform1/frame.leg-gone")
    assert found.demand == pytest.approx(hardest, rel=1e-6) and found.use == pytest.approx(hardest / 1.33, rel=1e-6)


def test_it_falls_without_a_leg_and_says_which(catalog: Catalog) -> None:
    found = by_id(check(platform(ends="legs", bearers=2, tied=False), catalog), "platform1/frame.leg-gone")
    assert found.state == "note" and found.use is None
    assert "it falls" in found.sentence and "foot of leg" in found.sentence and "kick" in found.sentence


def test_a_bearer_that_loses_its_prop_spans_twice(catalog: Catalog) -> None:
    """Along one bearer a prop halves the span: with it gone the moment is w L2/8 again, four times what either half had."""
    report = check(on_legs(), catalog)
    with_it, gone = by_id(report, "platform1/bearer.strength"), by_id(report, "platform1/frame.leg-gone")
    assert gone.demand is not None and with_it.use is not None and gone.demand > 2 * with_it.use


def test_the_other_ties_take_what_one_leaves(catalog: Catalog) -> None:
    """The van's platform in Rebound: with one tie gone the hardest pulled of the others is that of a frame which never had it."""
    report = check(sample_jobs()[1].design, catalog)
    gone = by_id(report, "platform1/bears.tie.gone")
    context = report.context
    build = context.build("platform1")
    assert build is not None and gone.demand is not None and gone.limit is not None
    setting = next(s for s in settings_of(build) if s.name == gone.position)
    most = 0.0
    for tie in (c for c in build.contacts if c.kind == "tie"):
        left = study(context, replace(build, contacts=tuple(c for c in build.contacts if c is not tie)), setting)
        item = left.case(gone.case)
        assert item is not None and left.posed is not None
        most = max(most, float(item.result.rest_force[left.posed.bearing(("tie",))].max()))
    rating = next(c.rating for c in build.contacts if c.kind == "tie")
    assert rating is not None and gone.limit == pytest.approx(1.33 * rating)
    assert gone.demand == pytest.approx(most, rel=1e-6) and gone.use == pytest.approx(gone.demand / gone.limit) == value(gone, "use")


def test_two_bearers_fall_over_without_a_tie(catalog: Catalog) -> None:
    found = by_id(check(platform([{**SPREAD, "mass": "120"}], tie_rating="60", use="deck"), catalog), "platform1/bears.tie.gone")
    assert found.state == "note" and found.demand is None and "nothing holds it down there" in found.sentence


def test_silent_without_ties_rated_or_legs(catalog: Catalog) -> None:
    found = {f.check for f in check(platform(), catalog).findings}
    assert "bears.tie.gone" not in found and "bears.tie" in found
