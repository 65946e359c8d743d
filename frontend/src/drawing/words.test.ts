import { describe, expect, it } from "vitest";

import type { View } from "../api/client";
import { along, around, type Box, settle } from "./apart";
import { isLabel, type Item, type Label, project } from "./layout";
import { labelSpots } from "./words";

const label = (x: number, text: string, more: Partial<Label> = {}): Label => ({
  at: [x, 400],
  text,
  align: "middle",
  second: "8 kg",
  role: "thing",
  part: "",
  ...more,
});
const boxOf = (text: string, at: { x: number; y: number }): Box => around(at.x, at.y, text.length * 6.9 - 4, 28);
const apart = (a: Box, b: Box) => a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0;
const stood = (width: number, taken: Box[], ...items: Item[]) => {
  const view: View = { name: "plan", box: [0, 0, 2000, 900], items };
  const found = labelSpots(view, project(view, width, 400), taken);
  return items.filter(isLabel).map((item) => ({ text: item.text, at: found.get(item) ?? { x: NaN, y: NaN } }));
};

describe("labels", () => {
  it("stand where they belong when there is room", () => {
    const [one] = stood(600, [], label(1000, "radio case"));
    expect(one?.at).toMatchObject({ home: { x: one?.at.x, y: one?.at.y } });
  });
  it("of a crowd stand apart, inside the drawing", () => {
    for (const width of [320, 600, 1000]) {
      const rows = stood(
        width,
        [],
        ...["radio case", "helmets and vests", "gas stove"].map((t, k) => label(300 + 150 * k, t)),
      );
      rows.forEach((a, i) =>
        rows.slice(i + 1).forEach((b) => expect(apart(boxOf(a.text, a.at), boxOf(b.text, b.at))).toBe(true)),
      );
      for (const { at } of rows) expect(at.x > 0 && at.x < width && at.y > 0 && at.y < 400).toBe(true);
    }
  });
  it("keep off what is taken and off rings", () => {
    const [free] = stood(600, [], label(1000, "3", { second: "" }));
    const at = free?.at ?? { x: 0, y: 0 };
    const [moved] = stood(600, [around(at.x, at.y, 30, 30)], label(1000, "3", { second: "" }));
    expect(moved?.at).not.toEqual(free?.at);
    const ring: Item = { at: [1000, 400 + 60 / 0.3], r: 60 / 0.3, role: "force", part: "", title: "", state: null };
    const [off] = stood(600, [], ring, label(1000, "3", { second: "" }));
    expect(off?.at).not.toEqual(free?.at);
  });
});

describe("places", () => {
  it("are the first that is free, else the one with least under it", () => {
    const box = (x: number) => around(x, 0, 10, 10);
    expect(settle([0, 20], box, [around(0, 0, 4, 4)])).toBe(20);
    expect(settle([0, 20], box, [around(0, 0, 4, 4), around(20, 0, 8, 8)])).toBe(0);
    expect(settle<number>([], box, [])).toBeUndefined();
  });
  it("along a line cover all of it", () => {
    const boxes = along({ x: 0, y: 0 }, { x: 40, y: 30 }, 5);
    for (const t of [0, 0.3, 0.7, 1])
      expect(boxes.some((b) => b.x0 <= 40 * t && 40 * t <= b.x1 && b.y0 <= 30 * t && 30 * t <= b.y1)).toBe(true);
  });
});
