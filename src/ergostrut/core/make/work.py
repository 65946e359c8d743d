"""What kind of work every step of every family is, by the last word of its id, and the tool it takes."""

from __future__ import annotations

from ..structure.plans import Work

_WORK: dict[Work, str] = {
    "measure": "measure find door openings-again draw",
    "cut": "cut sheets openings",
    "join": "screw bolt sides stand square top frame hinges ladders box drawers base tack below above cage floor drawbar axle headboard",
    "weld": "weld clean",
    "finish": "paint coat",
    "put in": "install lay tie wall straps hang mount torque clamp load coupling drill holes",
    "fit": "axles fit stops deck uprights slides doors shelves skins roof windows lining head-sheet floors light",
    "test": "road night weigh try",
}
KIND: dict[str, Work] = {word: work for work, words in _WORK.items() for word in words.split()}
"""Families that do not have a word here add it: a test finds what is missing."""
TRIED = "Load it and drive round the yard"
"""A rack's loading is its trial; a shell's is its putting in."""

TOOL: dict[Work, str] = {"cut": "saw", "weld": "welder", "finish": "paint place"}
"""What only so many can use at once."""


def work_of(word: str, title: str) -> Work:
    """Of a step by its word below the build.

    Raises:
        KeyError: no family's step is called so.
    """
    return "test" if title == TRIED else KIND[word.replace(" ", "-")]
