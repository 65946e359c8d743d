"""A view as SVG: mm on a sheet that it is scaled to, its scale said; dimensions in the job's units."""

from __future__ import annotations

from xml.sax.saxutils import escape, quoteattr

from ergostrut.core.primitives import Arrow, Circle, DimensionLine, Label, Path, View
from ergostrut.core.wording import Say

WIDE, HIGH, ROUND = 277.0, 190.0, 22.0
"""mm of a landscape A4 sheet within its margins, and what is left round the drawing for dimensions."""
ROW, TEXT = 6.0, 3.2
STYLE: dict[str, tuple[str, float, str, str]] = {
    "host": ("#5e6b78", 0.35, "none", ""),
    "host-faint": ("#c9ccc6", 0.25, "none", ""),
    "ghost": ("#5e6b78", 0.25, "none", "2 1.4"),
    "member": ("#1b2530", 0.35, "#dbe5ee", ""),
    "member-far": ("#5e6b78", 0.2, "#dbe5ee", ""),
    "base": ("#1b2530", 0.3, "#fbfaf6", ""),
    "deck": ("#1b2530", 0.3, "#d9b788", ""),
    "thing": ("#5e6b78", 0.3, "#e8e4d8", ""),
    "swept": ("#1b2530", 0.25, "none", "0.6 0.9"),
}
PLAIN = ("#1b2530", 0.3, "none", "")


def view_svg(view: View, say: Say, title: str) -> str:
    """One view, as large as its sheet takes."""
    u0, v0, u1, v1 = view.box
    scale = min((WIDE - 2 * ROUND) / max(u1 - u0, 1.0), (HIGH - 2 * ROUND) / max(v1 - v0, 1.0))
    high = (v1 - v0) * scale + 2 * ROUND

    def x(u: float) -> float:
        return ROUND + (u - u0) * scale

    def y(v: float) -> float:
        return high - ROUND - (v - v0) * scale

    rows = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{WIDE:g}mm" height="{high:.2f}mm" viewBox="0 0 {WIDE:g} {high:.2f}">',
        f"<title>{escape(title)}</title>",
        f'<text x="2" y="{TEXT + 1.5}" font-family="sans-serif" font-size="{TEXT}">{escape(title)}, 1 : {1 / scale:.1f}</text>',
    ]
    for item in view.items:
        if isinstance(item, Path):
            stroke, width, fill, dash = STYLE.get(item.role, PLAIN)
            data = " ".join(
                "M" + " L".join(f"{x(u):.2f} {y(v):.2f}" for u, v in ring) + (" Z" if item.closed else "") for ring in item.lines
            )
            dashed = f' stroke-dasharray="{dash}"' if dash else ""
            name = f" data-part={quoteattr(item.part)}" if item.part else ""
            fills = fill if item.closed else "none"
            rows.append(f'<path d="{data}" stroke="{stroke}" stroke-width="{width}" fill="{fills}" fill-rule="evenodd"{dashed}{name}/>')
        elif isinstance(item, Circle):
            rows.append(
                f'<circle cx="{x(item.at[0]):.2f}" cy="{y(item.at[1]):.2f}" r="{max(item.r * scale, 0.6):.2f}" fill="none" stroke="#1b2530" stroke-width="0.3"/>'
            )
        elif isinstance(item, Label):
            rows.append(_text(x(item.at[0]), y(item.at[1]) + TEXT / 3, item.text))
            if item.second:
                rows.append(_text(x(item.at[0]), y(item.at[1]) + TEXT * 1.4, item.second))
        elif isinstance(item, DimensionLine) and item.mm:
            rows += _dimension(item, (x(u0), y(v0), x(u1), y(v1)), (x, y), say)
        elif isinstance(item, Arrow) and item.share > 0.02:
            tip, long = (x(item.at[0]), y(item.at[1])), 3 + 8 * item.share
            tail = tip[0] - item.toward[0] * long, tip[1] + item.toward[1] * long
            rows.append(f'<path d="M{tail[0]:.2f} {tail[1]:.2f} L{tip[0]:.2f} {tip[1]:.2f}" stroke="#1b2530" stroke-width="0.5"/>')
            rows.append(_text(tail[0], tail[1] - 1, say.force(item.newton)))
    return "\n".join([*rows, "</svg>"]) + "\n"


def _text(x: float, y: float, text: str, turned: bool = False) -> str:
    turn = f' transform="rotate(-90 {x:.2f} {y:.2f})"' if turned else ""
    return f'<text x="{x:.2f}" y="{y:.2f}" font-family="sans-serif" font-size="{TEXT}" text-anchor="middle"{turn}>{escape(text)}</text>'


def _dimension(item: DimensionLine, box: tuple[float, float, float, float], to: tuple, say: Say) -> list[str]:  # type: ignore[type-arg]
    """A distance with its ends ticked, in its row beside the drawing."""
    x, y = to
    left, bottom, right, top = box
    (au, av), (bu, bv) = item.a, item.b
    text = say.length(item.mm or 0.0)
    if item.axis == "h":
        at = bottom + item.row * ROW if item.side == "below" else top - item.row * ROW
        a, b = (x(au), at), (x(bu), at)
        words = _text((a[0] + b[0]) / 2, at - 0.8, text)
        ends = [(x(au), y(av), x(au), at), (x(bu), y(bv), x(bu), at)]
    else:
        at = left - item.row * ROW if item.side == "left" else right + item.row * ROW
        a, b = (at, y(av)), (at, y(bv))
        words = _text(at - 0.8, (a[1] + b[1]) / 2, text, turned=True)
        ends = [(x(au), y(av), at, y(av)), (x(bu), y(bv), at, y(bv))]
    thin = "".join(f"M{p:.2f} {q:.2f} L{r:.2f} {s:.2f} " for p, q, r, s in ends)
    ticks = "".join(f"M{p - 0.8:.2f} {q + 0.8:.2f} L{p + 0.8:.2f} {q - 0.8:.2f} " for p, q in (a, b))
    return [
        f'<path d="{thin}" stroke="#8fa5b8" stroke-width="0.15" fill="none"/>',
        f'<path d="M{a[0]:.2f} {a[1]:.2f} L{b[0]:.2f} {b[1]:.2f} {ticks}" stroke="#1f5c99" stroke-width="0.25" fill="none"/>',
        words,
    ]
