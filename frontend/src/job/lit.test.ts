import { describe, expect, it, vi } from "vitest";

import { createLit } from "./lit";

describe("lit parts", () => {
  it("tells listeners once a change, and not of what is lit already", () => {
    const lit = createLit();
    const told = vi.fn();
    const leave = lit.subscribe(told);
    lit.light(["a", "b"]);
    lit.light(["b", "a"]);
    expect(told).toHaveBeenCalledTimes(1);
    expect([...lit.parts()]).toEqual(["a", "b"]);
    lit.light([]);
    lit.light([]);
    expect(told).toHaveBeenCalledTimes(2);
    leave();
    lit.light(["c"]);
    expect(told).toHaveBeenCalledTimes(2);
  });

  it("gives the same set until it changes", () => {
    const lit = createLit();
    lit.light(["a"]);
    const before = lit.parts();
    lit.light(["a"]);
    expect(lit.parts()).toBe(before);
  });
});
