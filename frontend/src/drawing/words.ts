import { around, type Box, settle } from "./apart";
import { type Circle, isCircle, isLabel, type Label, type Projection } from "./layout";
import type { View } from "../api/client";

const LETTER = 6.9;
const LINE = 16;
/** Marks at the edge of a ring that words keep off. */
const ROUND = 16;

/** Where a label stands, px, with where it would stand if it were alone. */
export interface Stood {
  x: number;
  y: number;
  home: { x: number; y: number };
}

function sizeOf(label: Label): { width: number; height: number } {
  const width = Math.max(label.text.length, label.second?.length ?? 0) * LETTER;
  return { width, height: label.second ? 2 * LINE : LINE };
}

/** Home first, then farther and farther round it, inside the drawing. */
function placesOf(x: number, y: number, width: number, height: number, p: Projection): { x: number; y: number }[] {
  const found = [{ x, y }];
  for (let ring = 1; ring <= 6; ring++) {
    const [dx, dy] = [(ring * width) / 3, ring * LINE];
    found.push({ x, y: y - dy }, { x, y: y + dy }, { x: x - dx, y }, { x: x + dx, y });
    found.push({ x: x - dx, y: y - dy }, { x: x + dx, y: y - dy }, { x: x - dx, y: y + dy }, { x: x + dx, y: y + dy });
  }
  const inside = (at: { x: number; y: number }) =>
    at.x - width / 2 >= 0 && at.x + width / 2 <= p.width && at.y - height / 2 >= 0 && at.y + height / 2 <= p.height;
  return found.filter((at, k) => k === 0 || inside(at));
}

function edgeOf(ring: Circle, p: Projection): Box[] {
  const r = ring.r * p.scale;
  return Array.from({ length: ROUND }, (_, k) => {
    const angle = (2 * Math.PI * k) / ROUND;
    return around(p.x(ring.at[0]) + r * Math.cos(angle), p.y(ring.at[1]) + r * Math.sin(angle), 4, 4);
  });
}

/** Places for a view's labels: none on another, on a ring or on what is taken, where there is room. Numbers of fixings come first. */
export function labelSpots(view: View, p: Projection, taken: Box[]): Map<Label, Stood> {
  const found = new Map<Label, Stood>();
  for (const item of view.items) if (isCircle(item) && item.role === "force") taken.push(...edgeOf(item, p));
  const labels = view.items.filter(isLabel);
  const first = (label: Label) => (label.role === "fixing" ? 0 : 1);
  for (const label of labels.sort((a, b) => first(a) - first(b))) {
    const { width, height } = sizeOf(label);
    const home = { x: p.x(label.at[0]), y: p.y(label.at[1]) };
    const spot = settle(
      placesOf(home.x, home.y, width, height, p),
      (at) => around(at.x, at.y, width - 4, height - 4),
      taken,
    );
    found.set(label, { ...(spot ?? home), home });
  }
  return found;
}
