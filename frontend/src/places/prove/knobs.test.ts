import { describe, expect, it } from "vitest";

import type { Design, Schemas } from "../../api/client";
import { around, changesOf, knobsOf, standingAt } from "./knobs";

const design = {
  builds: [{ rail: "1.5x2.5x11ga", mid_ribs: 3, rail_flat: false, own_members: [] }],
} as unknown as Design;
const b = "/builds/0";
const row = (path: string, more: Partial<Schemas["FormRow"]>): Schemas["FormRow"] =>
  ({ path: `${b}/${path}`, label: path, kind: "choice", knob: true, choices: [], ...more }) as Schemas["FormRow"];

describe("what if", () => {
  it("turns a choice into one change", () => {
    const tried = { [`${b}/rail`]: { value: "2x3x11ga", label: "2x3" } };
    expect(changesOf(design, tried)).toEqual([{ op: "set", path: `${b}/rail`, value: "2x3x11ga" }]);
  });

  it("changes nothing when a knob is back where it stands", () => {
    expect(changesOf(design, { [`${b}/mid_ribs`]: { value: 3, label: "3" } })).toEqual([]);
    expect(standingAt(design, { path: `${b}/own_members#Add a rib` })).toBe("none");
  });

  it("adds to a list, and brings along what a choice sets besides", () => {
    const tried = {
      [`${b}/own_members#Add a rib`]: { value: "yes", label: "yes", sets: { name: "rib-1" }, op: "add" as const },
      [`${b}/framing`]: { value: "tslot", label: "T-slot", also: [{ path: `${b}/rail`, value: "T" }] },
    };
    expect(changesOf(design, tried)).toEqual([
      { op: "add", path: `${b}/own_members`, value: { name: "rib-1" } },
      { op: "set", path: `${b}/framing`, value: "tslot" },
      { op: "set", path: `${b}/rail`, value: "T" },
    ]);
  });

  it("keeps numbers within bounds, each once", () => {
    expect(around(1, [-1, -1, 0, 5], 0, 4).map((one) => one.value)).toEqual([0, 1]);
  });

  it("takes its knobs from any sheet: what it marks, and its buttons", () => {
    const rows = [
      row("rail", {
        choices: ["", "", "no"].map((closed, i) => ({ value: "abc"[i] ?? "", label: "x", also: [], closed })),
      }),
      row("grain", { knob: false }),
      row("mid_ribs", { kind: "whole" }),
      row("rail_flat", { kind: "tick" }),
      row("own_members", { kind: "command", label: "Add a rib", op: "add", value: { name: "x" } }),
      row("tip_leg", { kind: "command", label: "Remove the legs", op: "set", value: null }),
    ];
    const knobs = knobsOf([{ title: "", help: "", rows }], design);
    expect(knobs.map((knob) => knob.path)).toEqual([
      `${b}/rail`,
      `${b}/mid_ribs`,
      `${b}/rail_flat`,
      `${b}/own_members#Add a rib`,
    ]);
    expect(knobs[0]?.options.map((one) => one.value)).toEqual(["a", "b"]);
  });
});
