"""Section properties from geometry: never typed in from a table."""

from .closed import flat, pipe, round_bar, tube
from .open import angle, channel, strut, tslot
from .properties import Properties, Shape

__all__ = ["Properties", "Shape", "angle", "channel", "flat", "pipe", "round_bar", "strut", "tslot", "tube"]
