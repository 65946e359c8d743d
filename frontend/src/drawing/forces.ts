import { along, type Box, settle } from "./apart";
import type { Arrow, Projection } from "./layout";

interface Point {
  x: number;
  y: number;
}

export interface Shaft {
  tip: Point;
  tail: Point;
  /** It pushes up: its words stand under its tail. */
  below: boolean;
  /** It lies rather than stands. */
  level: boolean;
}

/** Where a force's words begin (or end), px, and how far they were moved from its tail. */
export interface Spot extends Point {
  anchor: "start" | "end";
  moved: number;
}

const LETTER = 7.2;
const LINE = 16;
/** Words of loads rise so steeply, degrees, and their lines lie so far apart, px. */
export const SLANT = 42;
const APART = 15;
/** px from the drawing's top to the foot of words that stand in it whole. */
const TOP = 13;
/** px that an arrow takes to each side of its line. */
const SHAFT = 5;
const STEPS = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5];

export function shaftOf(item: Arrow, p: Projection): Shaft {
  const length = 20 + 46 * item.share;
  const [ux, uv] = item.toward;
  const tip = { x: p.x(item.at[0]), y: p.y(item.at[1]) };
  return {
    tip,
    tail: { x: tip.x - ux * length, y: tip.y + uv * length },
    below: uv > 0,
    level: Math.abs(ux) > Math.abs(uv),
  };
}

/** Places for the words of all forces of a view: inside the drawing, and not on each other nor on what is taken, to which they add. */
export function spotsOf(
  forces: readonly { item: Arrow; text: string }[],
  p: Projection,
  taken: Box[] = [],
): Map<Arrow, Spot> {
  const found = new Map<Arrow, Spot>();
  slanted(
    forces.map(({ item }) => item).filter((item) => item.role === "load"),
    p,
    found,
  );
  upright(
    forces.filter(({ item }) => item.role !== "load"),
    p,
    found,
    taken,
  );
  return found;
}

/** Words that rise from the tails of loads: from right to left, each is raised until its line clears the one before. */
function slanted(items: readonly Arrow[], p: Projection, found: Map<Arrow, Spot>): void {
  const [sin, cos] = [Math.sin((SLANT * Math.PI) / 180), Math.cos((SLANT * Math.PI) / 180)];
  let before = Infinity;
  for (const { item, tail } of items
    .map((item) => ({ item, tail: shaftOf(item, p).tail }))
    .sort((a, b) => b.tail.x - a.tail.x)) {
    const x = tail.x + 4;
    const across = Math.min(x * sin + (tail.y - 6) * cos, before - APART);
    const y = (across - x * sin) / cos;
    found.set(item, { x, y, anchor: "start", moved: tail.y - 6 - y });
    before = across;
  }
}

/** Level words beside the tails of forces: on the side where there is room, a line up or down where others or their arrows lie. */
function upright(
  forces: readonly { item: Arrow; text: string }[],
  p: Projection,
  found: Map<Arrow, Spot>,
  taken: Box[],
): void {
  const rows = forces.map((force) => ({ ...force, shaft: shaftOf(force.item, p) }));
  for (const { shaft } of rows) taken.push(...along(shaft.tail, shaft.tip, SHAFT));
  for (const { item, text, shaft } of rows.sort((a, b) => a.shaft.tail.x - b.shaft.tail.x)) {
    const { tail, below, level } = shaft;
    const wide = text.length * LETTER;
    const ux = item.toward[0];
    const wantsLeft = level ? ux > 0 : !below;
    const leftRoom = tail.x - 8 > wide;
    const rightRoom = tail.x + 8 + wide < p.width;
    const wanted = wantsLeft ? leftRoom || !rightRoom : !rightRoom && leftRoom;
    const sides = [wanted, !wanted].filter((left) => left === wanted || (left ? leftRoom : rightRoom));
    const places = STEPS.flatMap((step) =>
      sides.map((left): Spot => {
        // on its other side it would lie on what is drawn between the forces: a line farther out
        const aside = !level && below && left ? LINE : 0;
        const home = Math.max(level ? tail.y + 5 : below ? tail.y + 2 + aside : tail.y - 4, TOP);
        return {
          x: left ? tail.x - 8 : tail.x + 8,
          y: home + step * LINE,
          anchor: left ? "end" : "start",
          moved: step * LINE,
        };
      }),
    );
    const boxOf = (spot: Spot): Box => {
      const [x0, x1] = spot.anchor === "end" ? [spot.x - wide, spot.x] : [spot.x, spot.x + wide];
      return { x0, x1, y0: spot.y - LINE + 4, y1: spot.y + 3 };
    };
    const spot = settle(places, boxOf, taken);
    if (spot) found.set(item, spot);
  }
}
