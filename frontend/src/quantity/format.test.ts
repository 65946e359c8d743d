import { describe, expect, it } from "vitest";

import cases from "../../../tests/data/lengths.json";
import {
  marginText,
  otherUnits,
  readLength,
  readMass,
  showForce,
  showLength,
  showMass,
  showNumber,
  stepLength,
} from "./format";

describe("exact lengths as the server writes them", () => {
  it.each(cases.read.map((row) => [row[2], row[3]] as [string, number]))("%s is %d mm", (text, mm) => {
    expect(readLength(text)).toBeCloseTo(mm, 9);
  });
  it("reads nothing it does not know", () => {
    expect(readLength("12 furlongs")).toBeNull();
    expect(readLength("in")).toBeNull();
  });
});

describe("lengths shown as the server shows them", () => {
  it.each(cases.show as [number, "in" | "mm", string][])("%d mm in %s is %s", (mm, unit, text) => {
    expect(showLength(mm, unit)).toBe(text);
  });
});

describe("masses, forces, numbers", () => {
  it("reads and shows masses", () => {
    expect(readMass("12 lb 4 oz")).toBeCloseTo(5.5565065, 6);
    expect(readMass("850 g")).toBeCloseTo(0.85, 9);
    expect(showMass(4, "kg")).toBe("4 kg");
    expect(showMass(523.7, "kg")).toBe("524 kg");
  });
  it("shows forces in the job's kind of unit", () => {
    expect(showForce(1330, "kg")).toBe("1.33 kN");
    expect(showForce(1330, "lb")).toBe("299 lbf");
  });
  it("keeps four figures", () => {
    expect(showNumber(301.7411)).toBe("301.7");
    expect(showNumber(0.5)).toBe("0.5");
    expect(showNumber(0)).toBe("0");
  });
  it("names the other system where there is one", () => {
    expect(otherUnits(6.894757, "MPa")).toBe("1 ksi");
    expect(otherUnits(3, "g")).toBe("");
  });
});

describe("steps of the arrow keys", () => {
  it("goes by 1/8 in, 1 in, 5 mm, 50 mm and stays exact", () => {
    expect(stepLength(2000.25, "in", 1, false)).toBe("78 7/8 in");
    expect(stepLength(2000.25, "in", -1, true)).toBe("77 3/4 in");
    expect(stepLength(100.5, "mm", 1, false)).toBe("105.5 mm");
    expect(stepLength(100, "mm", -1, true)).toBe("50 mm");
  });
});

describe("marginText", () => {
  it.each([
    [120, 150, "MPa", false, "30 MPa (4.351 ksi) to spare"],
    [200, 150, "MPa", false, "50 MPa (7.252 ksi) too much"],
    [12, 10, "mm", true, "2 mm (0.07874 in) to spare"],
    [8, 10, "mm", true, "2 mm (0.07874 in) too little"],
    [0.5, 1, "of the limit", false, "0.5 of the limit to spare"],
    [0.95758, 1, "of the limit", false, "0.04 of the limit to spare"],
    [null, 10, "mm", true, ""],
    [5, undefined, "N", false, ""],
  ])("%s of %s %s", (demand, limit, unit, minimum, text) => {
    expect(marginText(demand, limit, unit, minimum)).toBe(text);
  });
});
