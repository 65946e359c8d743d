"""The families of builds: every folder here is one. This list alone finds them."""

from __future__ import annotations

import sys
from typing import cast

from ...registry import found_in
from ..family import Family

FAMILIES = cast(dict[str, Family], found_in(sys.modules[__name__], "FAMILY"))
