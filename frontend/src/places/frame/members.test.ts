import { describe, expect, it } from "vitest";

import type { Schemas } from "../../api/client";
import { newMember, nextName } from "./members";

const build = { tray_length: "78 3/4 in", mid_ribs: 3, rib: "1x1.5x14ga" } as Schemas["BedSlide"];
const named = (...names: string[]) => names.map((name) => newMember("rib", name, build));

describe("nextName", () => {
  it.each([
    [[], "rib-1"],
    [["rib-1"], "rib-2"],
    [["rib-2", "brace-1"], "rib-1"],
    [["rib-1", "rib-2", "rib-3"], "rib-4"],
  ])("after %j", (taken, name) => {
    expect(nextName("rib", named(...taken))).toBe(name);
  });
});

describe("newMember", () => {
  it("starts a rib in the middle of the first of four bays", () => {
    const rib = newMember("rib", "rib-1", build);
    expect(rib.left).toBe(rib.right);
    expect(rib.left).toBe(`${Math.round((78.75 * 25.4) / 8)} mm`);
    expect(rib.section).toBe("1x1.5x14ga");
  });
  it("leads a brace from corner to corner in the tray's own words", () => {
    expect(newMember("brace", "brace-1", build)).toMatchObject({ left: "0 mm", right: "78 3/4 in" });
  });
});
