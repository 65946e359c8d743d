import { describe, expect, it } from "vitest";

import type { Finding, Report } from "../api/client";
import { shownOf } from "./checking";

function finding(id: string, state: Finding["state"], use: number | null = null): Finding {
  return { id, check: id, place: "prove", parts: [], title: id, sentence: "", state, use } as unknown as Finding;
}

function report(findings: Finding[], checking = ""): Report {
  return {
    findings,
    places: { prove: "holds" },
    counts: {},
    tally: null,
    notice: "",
    coarse: false,
    checking,
  } as unknown as Report;
}

describe("shownOf", () => {
  it("shows a whole report as it is", () => {
    const whole = report([finding("a", "over", 2)]);
    expect(shownOf(whole, report([finding("b", "over", 3)]))).toEqual({ report: whole, pale: new Set(), ahead: "" });
  });

  it("keeps what a running check has not come to, pale, and takes its word for the rest", () => {
    const before = report([finding("a", "over", 2), finding("b", "holds", 0.2), finding("c", "tight", 0.9)]);
    const now = report([finding("a", "holds", 0.4)], "Bed slide");
    const shown = shownOf(now, before);
    expect(shown.report.findings.map(({ id }) => id)).toEqual(["c", "a", "b"]);
    expect(shown.report.findings.find(({ id }) => id === "a")?.state).toBe("holds");
    expect([...shown.pale].sort()).toEqual(["b", "c"]);
    expect(shown.ahead).toBe("Bed slide");
    expect(shown.report.places.prove).toBe("tight");
  });

  it("stands alone where nothing was checked before", () => {
    const shown = shownOf(report([finding("a", "unknown")], "everything"), undefined);
    expect(shown.pale.size).toBe(0);
    expect(shown.report.places.prove).toBe("unknown");
  });
});
