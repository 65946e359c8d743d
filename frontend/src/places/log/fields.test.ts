import { describe, expect, it } from "vitest";

import { dataOf, type LogField } from "./fields";

const field = (path: string, kind: LogField["kind"]): LogField => ({
  path,
  kind,
  label: path,
  unit: "",
  choices: [],
  optional: true,
});

describe("what is sent of a line", () => {
  it("leaves out what is empty and reads what is a number", () => {
    const fields = [
      field("a", "number"),
      field("b", "text"),
      field("c", "numbers"),
      field("d", "tick"),
      field("e", "whole"),
    ];
    expect(dataOf(fields, { a: "2,5", b: " ", c: "24 25.5;26", d: "yes", e: "" })).toEqual({
      a: 2.5,
      c: [24, 25.5, 26],
      d: true,
    });
  });

  it("sends what is no number as it is, for the server to refuse by its name", () => {
    expect(dataOf([field("a", "number"), field("l", "length")], { a: "many", l: "3 in" })).toEqual({
      a: "many",
      l: "3 in",
    });
  });

  it("sends every fastening that was chosen", () => {
    expect(dataOf([field("f", "fastenings")], { f: "a/1\na/2" })).toEqual({ f: ["a/1", "a/2"] });
  });
});
