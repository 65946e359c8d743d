import type { View } from "../api/client";
import { around, type Box, settle } from "./apart";

export type Item = View["items"][number];
export type Dimension = Extract<Item, { axis: unknown }>;
export type Arrow = Extract<Item, { newton: unknown }>;
export type Circle = Extract<Item, { r: unknown }>;
export type Path = Extract<Item, { points: unknown }>;
export type Label = Extract<Item, { align: unknown }>;

export const isDimension = (item: Item): item is Dimension => "axis" in item;
export const isArrow = (item: Item): item is Arrow => "newton" in item;
export const isCircle = (item: Item): item is Circle => "r" in item;
export const isPath = (item: Item): item is Path => "points" in item;
export const isLabel = (item: Item): item is Label => "align" in item;

export const ROW = 32;
/** From one upright dimension line to the next, px: as wide as the tag of a length in sixteenths, less where there is little room. */
const columnOf = (width: number): number => (width < 520 ? 50 : 78);

export interface Projection {
  scale: number;
  x: (u: number) => number;
  y: (v: number) => number;
  box: View["box"];
  /** px of the whole drawing. */
  width: number;
  height: number;
  column: number;
  margin: { left: number; right: number; top: number; bottom: number };
}

/** Rows of dimensions on each side decide the margins, in px. */
function margins(view: View, column: number): Projection["margin"] {
  const rows = { left: 0, right: 0, above: 0, below: 0 };
  for (const item of view.items) if (isDimension(item)) rows[item.side] = Math.max(rows[item.side], item.row);
  const arrows = view.items.some(isArrow) ? 70 : 0;
  return {
    left: 24 + rows.left * column,
    // names of loads rise to the right of them
    right: 24 + rows.right * column + (view.name === "beam" && column < 60 ? 66 : 0),
    top: (rows.above > 0 ? 40 : 22) + rows.above * ROW + (view.name === "beam" ? 128 : 0),
    bottom: Math.max(22 + rows.below * ROW, arrows * 0.6),
  };
}

/** Fit a view into a rectangle of px; v points up. */
export function project(view: View, width: number, height: number): Projection {
  const [u0, v0, u1, v1] = view.box;
  const column = columnOf(width);
  const margin = margins(view, column);
  const room = {
    x: Math.max(width - margin.left - margin.right, 60),
    y: Math.max(height - margin.top - margin.bottom, 60),
  };
  const scale = Math.min(room.x / Math.max(u1 - u0, 1), room.y / Math.max(v1 - v0, 1));
  const left = margin.left + (room.x - (u1 - u0) * scale) / 2;
  const top = margin.top + (room.y - (v1 - v0) * scale) / 2;
  return {
    scale,
    x: (u) => left + (u - u0) * scale,
    y: (v) => top + (v1 - v) * scale,
    box: view.box,
    width,
    height,
    column,
    margin,
  };
}

/** Where a dimension's line lies, in px. */
export function dimensionLine(
  item: Dimension,
  p: Projection,
): { x1: number; y1: number; x2: number; y2: number; from: [number, number][] } {
  const [u0, v0, u1, v1] = p.box;
  const a: [number, number] = [p.x(item.a[0]), p.y(item.a[1])];
  const b: [number, number] = [p.x(item.b[0]), p.y(item.b[1])];
  if (item.axis === "h") {
    const y = item.side === "below" ? p.y(v0) + item.row * ROW : p.y(v1) - item.row * ROW;
    return { x1: a[0], y1: y, x2: b[0], y2: y, from: [a, b] };
  }
  const x = item.side === "left" ? p.x(u0) - item.row * p.column + 26 : p.x(u1) + item.row * p.column - 26;
  return { x1: x, y1: a[1], x2: x, y2: b[1], from: [a, b] };
}

/** Width of a dimension's tag, px. */
export const tagWidth = (text: string): number => text.length * 7.6 + 14;

/** Where a dimension's tag stands: the middle of its line, or beside that where another tag lies. */
const BESIDE = { h: [0, -21, 21, -42], v: [0, -25, 25, -50, 50] };
/** px of a tag's height that no other may lie on. */
const TAG = 20;

/** Places for the tags of all dimensions, px: none on another where there is room. What they take is added to `taken`. */
export function tagSpots(
  dimensions: readonly { item: Dimension; width: number }[],
  p: Projection,
  taken: Box[],
): Map<Dimension, { x: number; y: number }> {
  const found = new Map<Dimension, { x: number; y: number }>();
  const middles = dimensions.map(({ item, width }) => {
    const line = dimensionLine(item, p);
    return { item, width, x: (line.x1 + line.x2) / 2, y: (line.y1 + line.y2) / 2 };
  });
  for (const { item, width, x, y } of middles.sort((a, b) => a.x - b.x || a.y - b.y)) {
    const places = BESIDE[item.axis].map((dy) => ({ x, y: y + dy }));
    const spot = settle(places, (at) => around(at.x, at.y, width, TAG), taken);
    found.set(item, spot ?? { x, y });
  }
  return found;
}
