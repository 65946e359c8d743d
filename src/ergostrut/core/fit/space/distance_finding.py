"""A distance between bodies as a finding: over where they meet."""

from __future__ import annotations

from ...finding import COMMON_PRACTICE, Finding, Working, at_least


def room(ident: str, title: str, parts: tuple[str, ...], sentence: str, have: float, want: float, w: Working, check: str = "") -> Finding:
    """``have`` mm apart, negative where they meet, ``want`` wanted; its check is the last part of its id unless named."""
    use, state = at_least(have, 0.0, want)
    return Finding(
        ident,
        check or ident.split("/", 1)[1],
        "frame",
        parts,
        title,
        sentence,
        state,
        have,
        0.0,
        "mm",
        use,
        True,
        want,
        basis=COMMON_PRACTICE,
        working=w.done(),
    )
