"""The form of what tows a host."""

from __future__ import annotations

from ..structure.sheet import Command, Group, Row, When, options


def tow_group(*when: When) -> Group:
    """What tows it, shown where all of ``when`` hold."""
    said, unsaid = (*when, When("tow", (True,), "set")), (*when, When("tow", (False,), "set"))
    longer = (*said, When("tow/extension", (True,), "set"))
    return Group(
        "What tows it",
        (
            Command("Say what tows it", "tow", {}, when=unsaid),
            Row("tow/label", "It is called", "text", when=said),
            Row("tow/wheelbase", "Its wheelbase", "length", optional=True, when=said),
            Row("tow/ball", "Rear hub to the ball", "length", optional=True, when=said, help="with its extension, if it has one"),
            Row("tow/source", "Its axle loads are", "choice", options(typical="typical figures", ticket="from a weighbridge"), when=said),
            Row("tow/front/empty", "Front axle, as it travels without the trailer", "mass", optional=True, when=said),
            Row("tow/rear/empty", "Rear axle, as it travels without the trailer", "mass", optional=True, when=said),
            Row("tow/front/rating", "Front axle rating", "mass", optional=True, when=said),
            Row("tow/rear/rating", "Rear axle rating", "mass", optional=True, when=said),
            Row("tow/gross_rating", "Gross rating", "mass", optional=True, when=said),
            Row(
                "tow/hitch_rating",
                "Hitch bears, vertically",
                "mass",
                optional=True,
                when=said,
                help="without an extension",
            ),
            Row(
                "tow/hitch_class",
                "Class of its hitch",
                "choice",
                options(**{"not known": "not known", **{n: f"class {n}" for n in "1234"}}),
                when=said,
                help="SAE J684, on its plate",
            ),
            Row("tow/extension", "Extension of the hitch", "length", optional=True, when=said, empty="none"),
            Row("tow/pin_to_ball", "Pin to ball, as rated", "length", optional=True, when=longer),
            Row(
                "tow/extended_rating", "Bears vertically behind the extension", "mass", optional=True, when=longer, help="as its maker says"
            ),
            Row("tow/extended_towed", "Tows behind the extension", "mass", optional=True, when=longer, help="as its maker says"),
            Row("tow/combination_rating", "Vehicle and trailer together", "mass", optional=True, when=said),
            Command("Take the tow vehicle off", "tow", None, when=said),
        ),
        help="With everybody and everything aboard it. Ratings are read from its plate and its hitch, never guessed.",
    )
