"""A clearance as a finding: unknown while a dimension is missing, "measure first" while it hangs on an unmeasured one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, Working, at_least
from ...structure.assembly import Assembly
from ...structure.context import Context


def doubtful(build: Assembly, context: Context, finding: Finding) -> Finding:
    """What was framed from a length that nobody measured is unknown and names it."""
    if not build.missing or finding.state in ("note", "unknown"):
        return finding
    if finding.demand is None and finding.use is None and finding.place != "prove":
        # what is said of the build itself, not of a length
        return finding
    dims = context.host.dims
    names = ", ".join(dims[name].label.lower() if name in dims else name.replace("_", " ") for name in build.missing)
    sentence = f"Not known until measured: {names}. On a stand-in for it: {finding.sentence}"
    return replace(finding, state="unknown", use=None, sentence=sentence, missing=build.missing)


def clearance(
    context: Context,
    ident: str,
    title: str,
    parts: tuple[str, ...],
    *,
    symbol: str,
    formula: str,
    dims: Mapping[str, str],
    values: Mapping[str, tuple[float, str]],
    want: float,
    need: float = 0.0,
    share: float = 1.0,
    what: str,
    position: str = "",
) -> Finding:
    """Check ``formula`` >= ``need``.

    Args:
        dims: symbol -> host dimension name. Their tolerances, times ``share``, stack linearly.
        values: symbol -> (mm, note) of everything else in the formula.
        what: how the sentence begins, such as "Clears the wheel wells by".
    """
    host, say = context.host, context.say
    check = ident.split("/", 1)[1]
    missing = tuple(name for name in dims.values() if host.mm(name) is None)
    blank = Finding(ident, check, "frame", parts, title, "", "unknown", minimum=True, unit="mm", position=position, basis=COMMON_PRACTICE)
    if missing:
        names = ", ".join(host.dims[name].label.lower() if name in host.dims else name.replace("_", " ") for name in missing)
        return replace(blank, sentence=f"Not known until measured: {names}.", missing=missing)
    w = Working()
    for sym, name in dims.items():
        taken = host.dims[name]
        less = f", less {host.lined[name]:g} mm of lining" if host.lined.get(name) else ""
        w.given(sym, host.mm(name) or 0.0, "mm", f"{taken.label.lower()}, {taken.state}{less}")
    for sym, (value, note) in values.items():
        w.given(sym, value, "mm", note)
    have = w.line(symbol, formula, "mm")
    loose = [host.dims[name] for name in dims.values() if host.dims[name].state == "typical"]
    slack = share * sum(taken.tolerance for taken in loose)
    use, state = at_least(have, need, want)
    hangs = tuple(taken.name for taken in loose)
    if loose and abs(have - need) < slack:
        w.say(f"Tolerance of what is typical, not measured: {slack:.0f} mm, more than the {abs(have - need):.0f} mm at stake.")
        names = ", ".join(taken.label.lower() for taken in loose)
        return replace(
            blank,
            sentence=f"{what} {say.length(have)}, but that hangs on a typical figure. Measure first: {names}.",
            demand=have,
            limit=need,
            want=want,
            hangs_on=hangs,
            missing=hangs,
            working=w.done(),
        )
    sentence = f"{what} {say.length(have)}." if have >= need else f"Too much by {say.length(need - have)}. {title}."
    return replace(blank, sentence=sentence, state=state, use=use, demand=have, limit=need, want=want, hangs_on=hangs, working=w.done())
