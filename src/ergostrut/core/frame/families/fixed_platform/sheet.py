"""The platform's form."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When, options
from ...blocks.joining import joining_sheet
from ...blocks.keeping import keep_rows

_ACROSS = (When("run", ("across",)),)
_PROPS, _NO_PROPS = (When("props", (True,), "set"),), (When("props", (False,), "set"),)
_SOFT, _BARE = (When("mattress", (True,), "set"),), (When("mattress", (False,), "set"),)
SHEET = (
    Group(
        "Platform",
        (
            Row("length", "Length", "length", knob=True),
            Row("width", "Width", "length"),
            Row("front", "From the front", "length"),
            Row("height", "Underside of the members", "length", help="above the floor; where members lie in slots, the slots say it"),
            Row("use", "Made for", "choice", options(sleeping="sleeping on", deck="carrying things")),
            Row("halves", "Deck in so many halves", "whole", when=_ACROSS),
        ),
        help="With two halves the rear one is laid on the front one to make a seat.",
    ),
    Group(
        "Members",
        (
            Row("framing", "System", "system", brings=(("bearer", "rail"),), resets=(("joints/fastener", "usual"),)),
            Row("run", "They run", "choice", options(across="across", along="along the vehicle")),
            Row(
                "ends",
                "Their ends lie",
                "choice",
                options(
                    mixed="in slots, on wells, on legs as they come",
                    slots="in the host's slots",
                    wells="on the wells, else on legs",
                    legs="on legs",
                    rests="on blocks or cleats",
                ),
                knob=True,
            ),
            Row("bearers", "Members", "whole", when=(When("ends", ("mixed", "wells", "legs", "rests")),), knob=True),
            Row("bearer", "Section", "choice", source="framed", knob=True),
            Row("bearer_flat", "Laid flat", "tick", knob=True),
        ),
    ),
    Group(
        "Under them",
        (
            Row("legs/section", "Legs and packers", "choice", source="legs"),
            Row("legs/gap", "Legs cut short by", "length"),
            Row("legs/inset", "Legs in from the ends", "length"),
            Command("Add a prop under the middle of each", "props", {}, when=_NO_PROPS),
            Row("props/section", "Prop", "choice", source="legs", when=_PROPS),
            Row("props/gap", "Prop cut short by", "length", when=_PROPS),
            Command("Remove the props", "props", None, when=_PROPS),
        ),
    ),
    Group(
        "What keeps it there",
        (
            Row("snug", "Packed against sides and ends", "tick"),
            Row("tied", "Every end tied down", "tick"),
            Row("tie_rating", "A tie holds", "mass", optional=True, when=(When("tied", (True,)),)),
            *keep_rows("half_kept", "The loose half", (When("halves", (2,)),)),
            *keep_rows("props/kept", "Folded props", _PROPS),
            Row("well_rating", "A wheel well bears", "mass", optional=True, when=(When("ends", ("wells", "mixed")),)),
        ),
    ),
    Group(
        "Deck",
        (
            Row("deck", "Deck", "choice", source="sheets", knob=True),
            Row(
                "grain", "Face grain", "choice", options(along="along the truck", across="across"), when=(When("deck", (False,), "boards"),)
            ),
            Row("board_gap", "At least between boards", "length", when=(When("deck", (True,), "boards"),)),
            Command("Add a mattress", "mattress", {}, when=_BARE),
            Row("mattress/thickness", "Mattress", "length", when=_SOFT),
            Row("mattress/mass", "Its mass", "mass", when=_SOFT),
            Command("Leave the mattress out", "mattress", None, when=_SOFT),
        ),
    ),
    joining_sheet("Joints, leg to member", "leg", "member"),
)
