import { describe, expect, it } from "vitest";

import type { Design } from "../../api/client";
import { around, changesOf, standing } from "./knobs";

const design = { builds: [{ rail: "A", mid_ribs: 3, tip_leg: null, base: { stands: 5 } }] } as unknown as Design;
const choice = (value: string | number, sets?: unknown) => ({ value, label: String(value), sets });

describe("changesOf", () => {
  it("sets what differs and leaves out what stands already", () => {
    const tried = { rail: choice("B"), mid_ribs: choice(3), "base/stands": choice(6) };
    expect(changesOf(design, "/builds/0", tried)).toEqual([
      { op: "set", path: "/builds/0/rail", value: "B" },
      { op: "set", path: "/builds/0/base/stands", value: 6 },
    ]);
  });
  it("sends what a choice stands for", () => {
    const legs = { tip_leg: choice("legs", { section: "X" }) };
    expect(changesOf(design, "/builds/0", legs)).toEqual([
      { op: "set", path: "/builds/0/tip_leg", value: { section: "X" } },
    ]);
    expect(changesOf(design, "/builds/0", { tip_leg: choice("none", null) })).toEqual([]);
  });
  it("adds to a list that several knobs share", () => {
    const rib = { value: "rib", label: "rib", op: "add" as const, sets: { name: "rib-1" } };
    const tried = { "own_members#rib": rib, "own_members#brace": choice("none") };
    expect(changesOf(design, "/builds/0", tried)).toEqual([
      { op: "add", path: "/builds/0/own_members", value: { name: "rib-1" } },
    ]);
  });
  it("takes legs away with null", () => {
    const legged = { builds: [{ tip_leg: { section: "X" } }] } as unknown as Design;
    expect(changesOf(legged, "/builds/0", { tip_leg: choice("none", null) })).toEqual([
      { op: "set", path: "/builds/0/tip_leg", value: null },
    ]);
  });
});

describe("standing", () => {
  it("reads a missing value as nothing", () => {
    expect(standing("rail", undefined)).toBe("");
    expect(standing("tip_leg", undefined)).toBe("none");
    expect(standing("tip_leg", {})).toBe("legs");
  });
});

describe("around", () => {
  it("stays within bounds, each once, in order", () => {
    expect(around(1, [1, 0, -1, -2, 2], 0, 12).map((c) => c.value)).toEqual([0, 1, 2, 3]);
    expect(around(12, [1, 0], 0, 12).map((c) => c.value)).toEqual([12]);
  });
});
