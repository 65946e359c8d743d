import { describe, expect, it } from "vitest";

import { band, counts, HEIGHT, largest, path, scaleOf, WIDTH } from "./diagram";

describe("scaleOf", () => {
  it("puts both ends inside and nothing above the head room", () => {
    const { x, y } = scaleOf(2000, [[0, 5, -10], undefined]);
    expect(x(0)).toBeGreaterThan(0);
    expect(x(2000)).toBeLessThan(WIDTH);
    expect(y(0)).toBe(HEIGHT / 2);
    expect(y(10)).toBeGreaterThan(0);
    expect(y(-10)).toBeLessThan(HEIGHT);
  });
  it("draws positive values upward", () => {
    const { y } = scaleOf(1, [[1]]);
    expect(y(1)).toBeLessThan(y(-1));
  });
  it("stands a member of nothing without dividing by it", () => {
    const { x, y } = scaleOf(0, []);
    expect(Number.isFinite(x(0))).toBe(true);
    expect(Number.isFinite(y(0))).toBe(true);
  });
});

describe("path and band", () => {
  it("starts with a move and goes on with lines", () => {
    expect(path([0, 1, 2], [5, 6, 7])).toBe("M0.0 5.0L1.0 6.0L2.0 7.0");
  });
  it("closes between the two lines", () => {
    expect(band([0, 1], [1, 1], [3, 4])).toBe("M0.0 1.0L1.0 1.0L1.0 4.0L0.0 3.0Z");
    expect(band([], [], [])).toBe("");
  });
});

describe("largest", () => {
  it("keeps the sign of the largest in size", () => {
    expect(largest([0, 10, 20], [3, -8, 5])).toEqual({ s: 10, value: -8 });
  });
  it("of nothing is nothing", () => {
    expect(largest([], [])).toEqual({ s: 0, value: 0 });
  });
});

describe("counts", () => {
  it("leaves out what is next to nothing in all cases", () => {
    expect(counts([0, -1e-6], [1e-6])).toBe(false);
    expect(counts([-2], [0])).toBe(true);
    expect(counts(undefined, undefined)).toBe(false);
  });
});
