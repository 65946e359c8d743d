import { describe, expect, it } from "vitest";

import { framing, outlines, placing, toScene } from "./geometry";

describe("toScene", () => {
  it("keeps the handedness of the host axes", () => {
    const [x, y, z] = [toScene([1000, 0, 0]), toScene([0, 1000, 0]), toScene([0, 0, 1000])];
    const cross = [x[1] * y[2] - x[2] * y[1], x[2] * y[0] - x[0] * y[2], x[0] * y[1] - x[1] * y[0]];
    expect(cross.map((v) => v + 0)).toEqual(z.map((v) => v + 0));
  });
});

describe("outlines", () => {
  const square = (size: number, clockwise = false): [number, number][] => {
    const loop: [number, number][] = [
      [-size, -size],
      [size, -size],
      [size, size],
      [-size, size],
    ];
    return clockwise ? loop.reverse() : loop;
  };
  it("takes clockwise loops as holes of the one solid", () => {
    const found = outlines([square(20), square(17, true)]);
    expect(found).toHaveLength(1);
    expect(found[0]?.holes).toHaveLength(1);
    expect(found[0]?.outer[1]).toEqual([0.02, -0.02]);
  });
  it("keeps two solids apart", () => {
    expect(outlines([square(5), square(9)])).toHaveLength(2);
  });
});

describe("placing", () => {
  it("gives unit columns at right angles", () => {
    const { length, columns } = placing({ a: [0, 0, 0], b: [0, 900, 0], y: [-1, 0, 0], z: [0, 0, 1] });
    expect(length).toBeCloseTo(0.9);
    for (const column of columns) expect(Math.hypot(...column)).toBeCloseTo(1);
    const [u, v] = columns;
    expect(u[0] * v[0] + u[1] * v[1] + u[2] * v[2]).toBeCloseTo(0);
  });
});

describe("framing", () => {
  it("looks at the middle", () => {
    const { target, distance } = framing([
      [0, -500, 0],
      [2000, 500, 1000],
    ]);
    expect(target).toEqual([1, 0.5, 0]);
    expect(distance).toBeCloseTo(Math.hypot(2, 1, 1));
  });
});
