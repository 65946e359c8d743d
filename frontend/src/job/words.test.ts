import { describe, expect, it } from "vitest";

import { called } from "./words";

describe("called", () => {
  it.each([
    ["bed/frame/leg.4.right", "leg 4, right"],
    ["slide1/tray/rail.left", "left rail"],
    ["bed/frame/bearer.3", "bearer 3"],
    ["box1/box/top", "top"],
    ["left", "left"],
    ["r/frame/bearer.1.front", "bearer 1, front"],
  ])("%s is %s", (id, words) => {
    expect(called(id)).toBe(words);
  });
});
