import { describe, expect, it } from "vitest";

import { shaftOf, SLANT, spotsOf } from "./forces";
import { type Arrow, project } from "./layout";

const arrow = (x: number, toward: [number, number], more: Partial<Arrow> = {}): Arrow => ({
  at: [x, 0],
  toward,
  share: 0.5,
  newton: 100,
  title: "wells",
  role: "force",
  state: null,
  ...more,
});
const seen = (width: number, ...items: Arrow[]) => {
  const p = project({ name: "side", box: [0, -100, 2000, 900], items }, width, 500);
  const found = spotsOf(
    items.map((item) => ({ item, text: "1234 N wells" })),
    p,
  );
  return { p, at: items.map((item) => found.get(item) ?? { x: NaN, y: NaN, anchor: "start", moved: NaN }) };
};

describe("words of forces", () => {
  it("stay inside the drawing", () => {
    const { at } = seen(600, arrow(0, [0, 1]), arrow(1990, [0, 1]));
    expect(at.map((one) => one.anchor)).toEqual(["start", "end"]);
  });
  it("of what presses down stand to its left where there is room", () => {
    const { at } = seen(600, arrow(0, [0, -1]), arrow(1000, [0, -1]));
    expect(at.map((one) => one.anchor)).toEqual(["start", "end"]);
  });
  it("do not lie on each other", () => {
    const { at } = seen(600, arrow(900, [0, 1]), arrow(930, [0, 1]), arrow(960, [0, 1]));
    const boxes = at.map((one) => {
      const x0 = one.anchor === "end" ? one.x - 12 * 7.2 : one.x;
      return { x0, x1: x0 + 12 * 7.2, y: one.y };
    });
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => {
        expect(Math.abs(a.y - b.y) >= 15 || a.x1 <= b.x0 || b.x1 <= a.x0).toBe(true);
      }),
    );
  });
  it("keep off the arrows of others", () => {
    const items = [arrow(900, [1, 0]), arrow(900, [0, 1], { at: [820, 120] })];
    const { p, at } = seen(600, ...items);
    const [words] = at;
    const other = shaftOf(items[1] ?? arrow(0, [0, 1]), p);
    const x0 = (words?.x ?? 0) - 12 * 7.2;
    const crosses = x0 < other.tail.x && other.tail.x < (words?.x ?? 0);
    const level = other.tip.y < (words?.y ?? 0) && (words?.y ?? 0) - 12 < other.tail.y;
    expect(words?.anchor === "end" && crosses && level).toBe(false);
  });
  it("stay under the top of the drawing", () => {
    const { at } = seen(600, arrow(1000, [0, -1], { at: [1000, 890], share: 1 }));
    expect(at[0]?.y).toBeGreaterThanOrEqual(13);
  });
  it("alone stand at the tail", () => {
    const { p, at } = seen(600, arrow(1000, [0, 1]));
    expect(at[0]?.moved).toBe(0);
    expect(at[0]?.y).toBeCloseTo(shaftOf(arrow(1000, [0, 1]), p).tail.y + 2);
  });
});

describe("words of loads", () => {
  const load = (x: number, share: number) => arrow(x, [0, -1], { role: "load", share });
  const across = (one: { x: number; y: number }) =>
    one.x * Math.sin((SLANT * Math.PI) / 180) + one.y * Math.cos((SLANT * Math.PI) / 180);
  it("rise on lines that lie apart, whatever their arrows are long", () => {
    const { at } = seen(600, load(800, 0.1), load(830, 1), load(860, 0.2), load(1900, 0.5));
    const rows = at.map(across).sort((a, b) => a - b);
    for (let k = 1; k < rows.length; k++) expect((rows[k] ?? 0) - (rows[k - 1] ?? 0)).toBeGreaterThanOrEqual(15 - 1e-6);
  });
  it("with room stay at their tails", () => {
    const { at } = seen(900, load(200, 0.5), load(1200, 0.5));
    expect(at.map((one) => Math.round(one.moved))).toEqual([0, 0]);
  });
});
