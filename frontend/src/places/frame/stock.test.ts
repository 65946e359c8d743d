import { describe, expect, it } from "vitest";

import { fieldsOf, listed, numbers, readForm, slug, stockOf } from "./stock";

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

const typed = (values: Record<string, string>) => (name: string) => values[name] ?? "";
const PLY = {
  label: "15 mm poplar",
  kind: "plywood",
  t: "15",
  E: "5000 x 3000",
  f: "25, 18",
  G: "400",
  density: "480",
  size: "2440 x 1220",
  price: "60",
  source: "maker's sheet",
};
const panel = fieldsOf("panel", [], [], []);

describe("readForm", () => {
  it("reads one, several and words", () => {
    expect(readForm(panel, typed(PLY))).toEqual({
      data: { ...PLY, t: 15, E: [5000, 3000], f: [25, 18], G: 400, density: 480, size: [2440, 1220], price: 60 },
    });
  });
  it.each([
    ["t", "", "Mean thickness, mm: this is asked for, never assumed."],
    ["t", "thick", "Mean thickness, mm: “thick” is not a number."],
    ["E", "5000", "E, MPa: 2 numbers are needed: along x across the face grain."],
    ["f", "25 x strong", "Bending strength, MPa: “strong” is not a number."],
    ["source", " ", "Where the numbers are from: this is asked for, never assumed."],
  ])("%s typed as “%s”", (name, text, problem) => {
    expect(readForm(panel, typed({ ...PLY, [name]: text }))).toEqual({ problem });
  });
  it("asks a section for as many sizes as its family has", () => {
    const fields = fieldsOf("section", ["width", "depth", "wall"], ["tube"], []);
    const two = { label: "t", family: "tube", sizes: "40 x 60", material: "m", stock: "6000", price_per_m: "3" };
    expect(readForm(fields, typed(two))).toEqual({ problem: "Sizes, mm: 3 numbers are needed: width x depth x wall." });
  });
});

describe("stockOf", () => {
  it("puts one item into its list under an id of its own", () => {
    const made = stockOf("lumber", { label: "Yard oak 2x4" });
    expect("stock" in made && made.stock.lumber).toEqual([{ id: "own.yard-oak-2x4", label: "Yard oak 2x4" }]);
    expect("stock" in made && made.stock.panels).toEqual([]);
  });
  it.each([
    [{ label: "a", kind: "aluminium" }, "weakens aluminium"],
    [{ label: "a", kind: "steel", welded: [100] }, "two numbers"],
  ])("%j", (data, says) => {
    const made = stockOf("metal", data);
    expect("problem" in made && made.problem).toContain(says);
  });
  it("takes steel without and aluminium with values by a weld", () => {
    expect(stockOf("metal", { label: "a", kind: "steel" })).toHaveProperty("stock");
    expect(stockOf("metal", { label: "a", kind: "aluminium", welded: [100, 160] })).toHaveProperty("stock");
  });
});

describe("listed", () => {
  it("says what each item is", () => {
    const made = stockOf("panel", { ...PLY, t: 15, E: [5000, 3000] });
    const rows = "stock" in made ? listed(made.stock) : [];
    expect(rows).toHaveLength(1);
    expect(rows[0]).toMatchObject({ id: "own.15-mm-poplar", kind: "panel" });
    expect(rows[0]?.says).toContain("plywood 15 mm, E 5000 and 3000 MPa");
  });
});
