"""Where everything that moves stands: every motion that somebody moves at a travel."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from ..assembly import Assembly
from ..nouns.holds import SCENES, Motion, Position, Scene


@dataclass(frozen=True)
class Setting:
    """``travels``: mm, or degrees, of each motion that is not home. ``named``: a position of the build's own, as against one along the way.

    ``name`` is empty for a build without motions.
    """

    name: str
    drivable: bool
    named: bool = True
    travels: Mapping[str, float] = field(default_factory=dict)
    noun: str = ""
    bare: bool = False
    """Nothing and nobody is on the build."""

    @property
    def where(self) -> str:
        """Ends a sentence about this setting: “, tray out”."""
        return f", {self.noun} {self.name}".rstrip() if self.name else ""


def at_position(motion: Motion, position: Position) -> Setting:
    """One motion at a named position, everything else home."""
    return Setting(position.name, position.drivable, True, {motion.id: position.travel}, motion.noun, position.bare)


def settings_of(build: Assembly) -> tuple[Setting, ...]:
    """Home, each motion's other positions in turn, all drawers out together, and scenes that are none of these; one setting without a name where nothing moves."""
    if not build.motions:
        return (Setting("", True),)
    first, *others = build.handles
    found = [at_position(first, position) for position in first.positions]
    found += [at_position(motion, position) for motion in others for position in motion.positions[1:]]
    names = [setting.name for setting in found]
    found = [_told_apart(setting) if names.count(setting.name) > 1 else setting for setting in found]
    drawn = {motion.id: motion.reach for runner in build.runners for motion in build.motions if motion.body == runner.body}
    if len(drawn) > 1:
        found.append(Setting("all out", False, True, drawn, "drawers"))
    for scene in SCENES:
        travels = scene_travels(build, scene)
        if not any(_same(build, setting, travels) for setting in found):
            found.append(Setting(scene, scene == "driving", True, travels, build.label.lower(), _bare(build, travels)))
    return tuple(found)


def _told_apart(setting: Setting) -> Setting:
    """A position that several motions have, named by what moves: “left out”."""
    return replace(setting, name=f"{setting.noun} {setting.name}".strip(), noun="")


def scene_travels(build: Assembly, scene: Scene) -> dict[str, float]:
    """Where every motion of a build stands in a scene, those that are home left out."""
    at = {m.id: next((p.travel for p in m.positions if scene in p.scenes), 0.0) for m in build.handles}
    return {motion: travel for motion, travel in at.items() if travel}


def _bare(build: Assembly, travels: Mapping[str, float]) -> bool:
    """Whether a motion is on its way to, or at, a position that wants the build bare."""
    return any(travels.get(m.id, 0.0) > 0 and any(p.bare for p in m.positions) for m in build.handles)


def _same(build: Assembly, setting: Setting, travels: Mapping[str, float]) -> bool:
    return all(abs(setting.travels.get(m.id, 0.0) - travels.get(m.id, 0.0)) < 0.01 for m in build.handles)


def setting_at(build: Assembly, travels: Mapping[str, float]) -> Setting:
    """The setting with motions at these travels (mm or degrees, at most their reach): a named one where it is one."""
    mine = {m.id: min(travels[m.id], m.reach) for m in build.handles if travels.get(m.id, 0.0) > 0}
    for setting in settings_of(build):
        if _same(build, setting, mine):
            return setting
    noun = next((m.noun for m in build.handles if m.id in mine), "")
    return Setting("here", False, False, mine, noun, _bare(build, mine))
