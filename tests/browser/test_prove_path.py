"""Prove and what is built of what, in the real page."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from .moves import revision, sample_copy, try_mend, type_in


def test_prove_follows_a_member_through_case_and_position(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/side-rail.strength")
    working = page.get_by_test_id("working")
    expect(working).to_contain_text("AISC 360-16 F7-1")
    expect(page.get_by_text("far from buckling, over 100 times this load")).to_be_visible()
    page.get_by_label("Case").select_option("all cases")
    page.get_by_role("button", name="left rail 1.5 x 2.5").click()
    along = page.get_by_role("region", name="Along the member")
    expect(along.get_by_text("bending, upright", exact=True)).to_be_visible()
    expect(along.get_by_text("N m").first).to_be_visible()
    page.get_by_role("radio", name="Joints").click()
    expect(page.get_by_text("the wall beside the weld governs").first).to_be_visible()
    page.get_by_role("radio", name="Supports").click()
    expect(page.get_by_role("cell", name="rear roller left")).to_be_visible()
    with page.expect_popup() as popup:
        page.get_by_role("link", name="This finding as PDF").click()
    assert "report.pdf" in popup.value.url


def test_what_if_moves_the_tape_and_saves_only_when_kept(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/side-rail.strength")
    revision(page, 1)
    page.locator('[data-knob="rail"]').select_option("1.5x3x11ga")
    tried = page.get_by_test_id("what-if")
    expect(tried).to_contain_text("Side rail, bending: 0.94 → 0.7")
    expect(tried).to_contain_text("worsens")
    revision(page, 1)
    page.get_by_role("button", name="Drop it").click()
    expect(tried).to_be_hidden()
    page.locator('[data-knob="tip_leg#Add drop legs at the tail"]').select_option("yes")
    expect(tried).to_contain_text("→")
    page.get_by_role("button", name="Keep it").click()
    revision(page, 2)
    expect(page.locator('[data-finding="slide1/leg"]')).to_have_attribute("data-state", "unknown")
    page.keyboard.press("Control+z")
    revision(page, 1)


def test_loads_are_changed_with_words_for_nonsense(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/pin.bending")
    pin = page.locator('[data-finding="slide1/pin.bending"]')
    expect(pin).to_have_attribute("data-state", "over")
    page.get_by_role("radio", name="Loads").click()
    brake = page.locator('[data-g="Brake.x"]')
    brake.fill("fast")
    brake.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="“fast” is not a number of g")).to_be_visible()
    brake.fill("-0.3")
    brake.press("Enter")
    revision(page, 2)
    expect(page.get_by_role("button", name="back to -0.8, 0, -1")).to_be_visible()
    page.locator('[data-case="Slope"]').click()
    revision(page, 3)
    expect(page.locator('[data-case="Slope"]')).not_to_be_checked()


def test_solid_view_is_drawn_and_turned_by_keys(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    page.get_by_role("radio", name="3D").click()
    solid = page.get_by_test_id("solid")
    expect(solid.locator("canvas")).to_be_visible()
    page.wait_for_timeout(1500)
    before = solid.screenshot()
    solid.focus()
    for _ in range(6):
        solid.press("ArrowRight")
    page.wait_for_timeout(500)
    assert solid.screenshot() != before


def test_another_framing_system_and_own_stock(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    page.locator('[data-path="/builds/0/framing"]').select_option("tslot_bolted")
    revision(page, 2)
    expect(page.locator('[data-path="/builds/0/rail"]')).to_have_value("T 1.5x3")
    expect(page.locator('[data-finding="slide1/rib.joint"]')).to_have_attribute("data-state", "unknown")
    type_in(page, "/builds/0/joints/bracket_rating", "900 lb")
    revision(page, 3)
    expect(page.locator('[data-finding="slide1/rib.joint"]')).not_to_have_attribute("data-state", "unknown")
    page.locator('[data-path="/builds/0/framing"]').select_option("welded_steel_tube")
    revision(page, 4)
    page.get_by_role("button", name="Own stock").click()
    page.get_by_role("button", name="New section").click()
    form = page.get_by_role("form", name="New section")
    form.get_by_label("Name").fill("Deep yard tube")
    form.get_by_label("Sizes, mm").fill("40 x 90")
    page.get_by_role("button", name="Keep this section").click()
    expect(page.get_by_role("alert").filter(has_text="3 numbers are needed")).to_be_visible()
    form.get_by_label("Sizes, mm").fill("40 x 90 x 3")
    page.get_by_role("button", name="Keep this section").click()
    expect(page.get_by_role("alert").filter(has_text="Lengths sold, mm: this is asked for")).to_be_visible()
    form.get_by_label("Lengths sold, mm").fill("6000, 3000")
    form.get_by_label("Price a metre").fill("9.5")
    page.get_by_role("button", name="Keep this section").click()
    page.get_by_role("button", name="Use in this job").click()
    revision(page, 5)
    page.get_by_role("button", name="Close").last.click()
    page.locator('[data-path="/builds/0/rail"]').select_option("own.deep-yard-tube")
    revision(page, 6)
    expect(page.locator('[data-finding="slide1/side-rail.strength"]')).to_have_attribute("data-state", "holds")


def test_prove_by_keyboard_alone(screen: Page) -> None:
    """Position, case, view, what if and its undo without a pointer."""
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/side-rail.strength")
    revision(page, 1)
    out = page.get_by_role("radiogroup", name="Position").get_by_role("radio", name="out", exact=True)
    out.focus()
    page.keyboard.press("Enter")
    expect(out).to_have_attribute("aria-checked", "true")
    page.get_by_label("Case").focus()
    page.keyboard.press("Home")
    page.keyboard.press("Enter")
    plan = page.get_by_role("radiogroup", name="View").get_by_role("radio", name="Plan")
    plan.focus()
    page.keyboard.press("Space")
    expect(plan).to_have_attribute("aria-checked", "true")
    ribs = page.locator('[data-knob="mid_ribs"]')
    ribs.focus()
    ribs.press("ArrowDown")
    expect(page.get_by_test_id("what-if")).to_be_visible()
    keep = page.get_by_role("button", name="Keep it")
    keep.focus()
    page.keyboard.press("Enter")
    revision(page, 2)
    page.evaluate("() => document.activeElement.blur()")
    page.keyboard.press("Control+z")
    revision(page, 1)


def test_prove_of_an_empty_job_asks_for_what_is_missing(screen: Page) -> None:
    page = screen
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Name").fill("Bare")
    page.get_by_role("checkbox", name="Bed slide").check()
    page.get_by_role("radio", name="pickup bed, nothing measured yet").check()
    page.get_by_role("button", name="Start the job").click()
    page.wait_for_url("**/measure")
    page.get_by_role("link", name="Prove").click()
    expect(page.get_by_role("heading", name="Pick a finding")).to_be_visible()
    page.get_by_role("radio", name="Joints").click()
    expect(page.get_by_text("governs").first).to_be_visible()
    page.get_by_role("radio", name="3D").click()
    expect(page.get_by_test_id("solid").locator("canvas")).to_be_visible()


def test_boards_go_out_of_square_until_braced(screen: Page) -> None:
    """A deck of planks on a lumber tray; the brace that is offered is taken, changed in mm, and undone."""
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    page.locator('[data-path="/builds/0/framing"]').select_option("lumber_plywood")
    revision(page, 2)
    page.locator('[data-path="/builds/0/deck"]').select_option("board.2x6.dfl")
    revision(page, 3)
    square = page.locator('[data-finding="slide1/frame.square"]')
    expect(square).to_have_attribute("data-state", "over")
    expect(page.locator('[data-path="/builds/0/board_gap"]')).to_be_visible()
    try_mend(square)
    revision(page, 4)
    expect(square).to_have_attribute("data-state", "holds")
    type_in(page, "/builds/0/own_members/0/right", "1500 mm")
    revision(page, 5)
    type_in(page, "/builds/0/own_members/0/right", "5900 mm")
    expect(page.get_by_role("alert").filter(has_text="between 0 and the tray")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Add a rib").click()
    revision(page, 6)
    expect(page.get_by_text("rib-1: section")).to_be_visible()
    page.get_by_role("button", name="Remove rib-1").click()
    revision(page, 7)
    page.get_by_role("link", name="Cut").click()
    expect(page.get_by_text("the same way, over the points").first).to_be_visible()


def test_fasteners_follow_the_framing_system(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    expect(page.locator('[data-path="/builds/0/joints/fastener"]')).to_be_hidden()
    page.locator('[data-path="/builds/0/framing"]').select_option("aluminium_tube_brackets")
    revision(page, 2)
    page.locator('[data-path="/builds/0/joints/fastener"]').select_option("rivet")
    revision(page, 3)
    joint = page.locator('[data-finding="slide1/rib.joint"]')
    expect(joint).to_contain_text("on a rivet")
    page.locator('[data-path="/builds/0/joints/fastener"]').select_option("drill screw")
    expect(joint).to_contain_text("on a screw")
    page.locator('[data-path="/builds/0/framing"]').select_option("welded_steel_tube")
    expect(joint).to_contain_text("N/mm")


def test_what_if_of_a_rib_and_a_brace_of_ones_own(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/deck.foot")
    revision(page, 1)
    page.locator('[data-knob="own_members#Add a rib"]').select_option("yes")
    tried = page.get_by_test_id("what-if")
    expect(tried).to_contain_text("→")
    page.locator('[data-knob="own_members#Add a brace"]').select_option("yes")
    page.get_by_role("button", name="Keep it").click()
    revision(page, 2)
    page.keyboard.press("Control+z")
    revision(page, 1)


def test_crash_restraint_is_offered_and_answers(screen: Page) -> None:
    page = screen
    job = sample_copy(page)
    page.goto(f"{job}/prove?finding=slide1/pin.bending")
    page.get_by_role("radio", name="Loads").click()
    page.locator('[data-path="/loads/crash/on"]').click()
    revision(page, 2)
    page.locator('[data-path="/loads/crash/forward"]').fill("999")
    page.locator('[data-path="/loads/crash/forward"]').press("Enter")
    expect(page.get_by_role("alert").filter(has_text="40")).to_be_visible()
    page.goto(f"{job}/anchor")
    fixings = page.locator('[data-finding="slide1/crash.fixings"]')
    expect(fixings).to_contain_text("Only a tested seat or restraint counts for people.")
    page.get_by_role("radio", name="in", exact=True).click()
    page.get_by_label("Case").select_option("Crash ahead")
    expect(page.get_by_text("In crash ahead")).to_be_visible()


def test_own_panel_is_asked_for_whole_and_used(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    page.get_by_role("button", name="Own stock").click()
    page.get_by_role("button", name="New panel").click()
    form = page.get_by_role("form", name="New panel")
    rows = {
        "label": "Yard poplar",
        "t": "15",
        "E": "5000 x 3000",
        "f": "25 x 18",
        "G": "400",
        "density": "480",
        "size": "2500 x 1250",
        "price": "61",
    }
    for name, text in rows.items():
        form.locator(f'[name="{name}"]').fill(text)
    page.get_by_role("button", name="Keep this panel").click()
    expect(page.get_by_role("alert").filter(has_text="Where the numbers are from")).to_be_visible()
    form.locator('[name="source"]').fill("maker's sheet")
    page.get_by_role("button", name="Keep this panel").click()
    page.get_by_role("listitem").filter(has_text="Yard poplar").get_by_role("button", name="Use in this job").click()
    revision(page, 2)
    page.get_by_role("button", name="Close").last.click()
    page.locator('[data-path="/builds/0/deck"]').select_option("own.yard-poplar")
    revision(page, 3)
    expect(page.locator('[data-finding="slide1/deck.foot"]')).to_contain_text("Yard poplar")
