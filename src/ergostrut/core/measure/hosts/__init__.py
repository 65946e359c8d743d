"""The kinds of host: every folder here is one. This list alone finds them."""

from __future__ import annotations

import sys
from typing import cast

from ...document.survey import HostBase
from ...registry import found_in
from ...structure.host import Host
from ..kind import HostKind

KINDS = cast(dict[str, HostKind], found_in(sys.modules[__name__], "HOST"))


def resolve(survey: HostBase) -> Host:
    """A survey of any kind in numbers."""
    return KINDS[survey.kind].resolve(survey)


def kind_of(host: Host) -> HostKind:
    """The kind of a host in numbers."""
    return KINDS[host.kind]
