import { describe, expect, it } from "vitest";

import type { View } from "../api/client";
import { bladeLength, LIMIT_AT } from "../tape/state";
import { at } from "../job/pointer";
import { type Dimension, dimensionLine, isDimension, project, tagSpots } from "./layout";

const dimension: Dimension = {
  a: [0, 0],
  b: [1000, 0],
  axis: "h",
  side: "below",
  row: 2,
  mm: 1000,
  label: "x",
  field: "",
  confidence: "",
};
const view: View = { name: "side", box: [0, -100, 2000, 900], items: [dimension] };

describe("tags that would lie on each other", () => {
  const p = project(view, 800, 500);
  const at = (from: number, to: number, more: Partial<Dimension> = {}): Dimension => ({
    ...dimension,
    a: [from, 0],
    b: [to, 0],
    ...more,
  });
  const tags = (...items: Dimension[]) => {
    const found = tagSpots(
      items.map((item) => ({ item, width: 50 })),
      p,
      [],
    );
    return items.map((item) => {
      const line = dimensionLine(item, p);
      return Math.round((found.get(item)?.y ?? NaN) - (line.y1 + line.y2) / 2);
    });
  };
  it("lifts every second one of a crowd", () => {
    expect(tags(at(0, 80), at(80, 160), at(160, 240), at(240, 320))).toEqual([0, -21, 0, -21]);
  });
  it("leaves wide ones and other rows alone", () => {
    expect(tags(at(0, 500), at(500, 1000))).toEqual([0, 0]);
    expect(tags(at(0, 80), at(80, 160, { row: 3 }))).toEqual([0, 0]);
    expect(tags(at(0, 80), at(80, 160, { axis: "v" }))).toEqual([0, 0]);
  });
  it("moves upright ones along their line", () => {
    const upright = (from: number, to: number) =>
      at(0, 0, { axis: "v", side: "right", row: 1, a: [0, from], b: [0, to] });
    expect(tags(upright(0, 20), upright(20, 40), upright(40, 400))).toEqual([25, 0, 0]);
  });
});

describe("fitting a view", () => {
  it("keeps everything inside and the scale even", () => {
    const p = project(view, 800, 500);
    expect(p.x(0)).toBeGreaterThanOrEqual(0);
    expect(p.x(2000)).toBeLessThanOrEqual(800);
    expect(p.y(900)).toBeGreaterThanOrEqual(0);
    expect(p.y(-100)).toBeLessThanOrEqual(500);
    expect((p.x(1000) - p.x(0)) / (p.y(0) - p.y(500))).toBeCloseTo(2, 9);
  });
  it("puts dimension rows outside the box, one after another", () => {
    const p = project(view, 800, 500);
    const line = dimensionLine(dimension, p);
    expect(line.y1).toBeGreaterThan(p.y(-100));
    expect(dimensionLine({ ...dimension, row: 3 }, p).y1).toBeGreaterThan(line.y1);
  });
  it("tells primitives apart", () => {
    expect(view.items.filter(isDimension)).toHaveLength(1);
  });
});

describe("the tape", () => {
  it("reaches its mark at a use of one and stops at the end of the glyph", () => {
    expect(bladeLength(1)).toBeCloseTo(LIMIT_AT);
    expect(bladeLength(9)).toBeLessThanOrEqual(1);
    expect(bladeLength(0.5)).toBeLessThan(bladeLength(0.9));
  });
});

describe("pointers", () => {
  it("finds what is there and nothing else", () => {
    expect(at({ a: [{ b: "x" }] }, "/a/0/b")).toBe("x");
    expect(at({ a: 1 }, "/a/0/b")).toBeUndefined();
  });
});
