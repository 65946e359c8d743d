/** Plain geometry of the diagrams along a member: numbers in, path text out. */

export const WIDTH = 560;
export const HEIGHT = 58;
const MARGIN = 6;
const HEAD = 5;

export interface Scale {
  x: (at: number) => number;
  y: (value: number) => number;
}

/** A scale that shows `length` across and every value of `rows` about the middle line. */
export function scaleOf(length: number, rows: readonly (readonly number[] | undefined)[]): Scale {
  const size = Math.max(1e-9, ...rows.flatMap((row) => (row ?? []).map(Math.abs)));
  return {
    x: (at) => MARGIN + (length > 0 ? at / length : 0) * (WIDTH - 2 * MARGIN),
    y: (value) => HEIGHT / 2 - (value / size) * (HEIGHT / 2 - HEAD),
  };
}

/** A line through points. */
export function path(xs: readonly number[], ys: readonly number[]): string {
  return xs.map((x, i) => `${i ? "L" : "M"}${x.toFixed(1)} ${(ys[i] ?? 0).toFixed(1)}`).join("");
}

/** The area between two lines over the same points. */
export function band(xs: readonly number[], high: readonly number[], low: readonly number[]): string {
  if (xs.length === 0) return "";
  return `${path(xs, high)}${path([...xs].reverse(), [...low].reverse()).replace("M", "L")}Z`;
}

/** Where a row is largest in size, sign kept. */
export function largest(s: readonly number[], values: readonly number[]): { s: number; value: number } {
  let at = 0;
  values.forEach((v, i) => {
    if (Math.abs(v) > Math.abs(values[at] ?? 0)) at = i;
  });
  return { s: s[at] ?? 0, value: values[at] ?? 0 };
}

/** Whether an action is worth a row: more than next to nothing in some case. */
export function counts(low: readonly number[] | undefined, high: readonly number[] | undefined): boolean {
  return Math.max(0, ...(low ?? []).map(Math.abs), ...(high ?? []).map(Math.abs)) > 1e-3;
}
