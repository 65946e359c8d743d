/** A rectangle of the drawing, px. */
export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** A box round a point. */
export const around = (x: number, y: number, width: number, height: number): Box => ({
  x0: x - width / 2,
  y0: y - height / 2,
  x1: x + width / 2,
  y1: y + height / 2,
});

/** px2 that two boxes share. */
function shared(a: Box, b: Box): number {
  return (
    Math.max(Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0), 0) * Math.max(Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0), 0)
  );
}

/** The first of some places that lies on nothing taken, else the one that lies on the least; its box is taken then. */
export function settle<T>(places: readonly T[], boxOf: (place: T) => Box, taken: Box[]): T | undefined {
  let best: { place: T; box: Box; on: number } | undefined;
  for (const place of places) {
    const box = boxOf(place);
    const on = taken.reduce((sum, one) => sum + shared(box, one), 0);
    if (!best || on < best.on - 1) best = { place, box, on };
    if (on === 0) break;
  }
  if (best) taken.push(best.box);
  return best?.place;
}

/** A line as small boxes along it, `thick` px to each side. */
export function along(a: { x: number; y: number }, b: { x: number; y: number }, thick: number): Box[] {
  const n = Math.max(Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / (2 * thick)), 1);
  return Array.from({ length: n + 1 }, (_, k) =>
    around(a.x + ((b.x - a.x) * k) / n, a.y + ((b.y - a.y) * k) / n, 2 * thick, 2 * thick),
  );
}
