import { describe, expect, it } from "vitest";

import { numbers, slug } from "./stock";

describe("slug", () => {
  it.each([
    ["Deep yard tube", "own.deep-yard-tube"],
    ["40 x 60 x 3", "own.40-x-60-x-3"],
    ["  ..Ünïque!! ", "own.n-que"],
    ["a".repeat(60), `own.${"a".repeat(38)}`],
  ])("%s", (label, ident) => {
    expect(slug(label)).toBe(ident);
    expect(slug(label)).toMatch(/^own\.[a-z0-9][a-z0-9.x-]{0,38}$/);
  });
});

describe("numbers", () => {
  it.each([
    ["40 x 60 x 3", [40, 60, 3]],
    ["40×60×2.5", [40, 60, 2.5]],
    ["6000, 3000", [6000, 3000]],
    ["6000;3000 1500", [6000, 3000, 1500]],
    ["", []],
  ])("%s", (text, values) => {
    expect(numbers(text)).toEqual({ values, bad: null });
  });
  it("names the first part that is no number", () => {
    expect(numbers("40 x wide x 3").bad).toBe("wide");
  });
});
