import { describe, expect, it } from "vitest";

import { type Line, Outbox, type Store, type Waiting, withWaiting } from "./outbox";

const tick = (step: string, kind: "tick" | "untick" = "tick"): Line => ({
  to: "record",
  body: { kind, text: step, data: { step } },
});

function kept(): Store {
  const rows = new Map<string, string>();
  return { getItem: (key) => rows.get(key) ?? null, setItem: (key, value) => void rows.set(key, value) };
}

function stepsOf(rows: readonly Waiting[]): string[] {
  return rows.map((one) => (one.to === "record" ? one.body.data.step : one.body.step));
}

describe("what waits to be sent", () => {
  it("keeps every line while nobody answers, over a reload, and sends each once in order", async () => {
    const store = kept();
    const gone = new Outbox(store, () => Promise.reject(new Error("no answer")));
    gone.add(1, tick("a"));
    gone.add(1, tick("b"));
    await gone.flush();
    expect(stepsOf(gone.waiting())).toEqual(["a", "b"]);
    const sent: string[] = [];
    const back = new Outbox(store, (line) => {
      sent.push(line.uid);
      return Promise.resolve({});
    });
    expect(stepsOf(back.waiting())).toEqual(["a", "b"]);
    await back.flush();
    expect(back.waiting()).toEqual([]);
    expect(new Set(sent).size).toBe(2);
  });

  it("sends under the same name again when the answer was lost", async () => {
    const names: string[] = [];
    let lost = true;
    const box = new Outbox(kept(), (line) => {
      names.push(line.uid);
      if (!lost) return Promise.resolve({});
      lost = false;
      return Promise.reject(new Error("the answer was lost"));
    });
    box.add(1, tick("a"));
    await box.flush();
    await box.flush();
    expect(names).toHaveLength(2);
    expect(names[0]).toBe(names[1]);
  });

  it("keeps what was refused until it was seen, and goes on with the rest", async () => {
    const box = new Outbox(kept(), (line) =>
      Promise.resolve(line.to === "reading" ? { refused: "this is no length" } : {}),
    );
    box.add(1, { to: "reading", body: { step: "a", values: { width: "x" } } });
    box.add(1, tick("b"));
    await box.flush();
    const [left] = box.waiting();
    expect([box.waiting().length, left?.refused]).toEqual([1, "this is no length"]);
    box.drop(left?.uid ?? "");
    expect(box.waiting()).toEqual([]);
  });

  it("shows a step as it will be, of its own job alone", () => {
    const at = "2026-05-04T10:00:00.000Z";
    const rows: Waiting[] = [
      { ...tick("a"), uid: "1", job: 1, at },
      { ...tick("b", "untick"), uid: "2", job: 1, at },
      { ...tick("c"), uid: "3", job: 2, at },
    ];
    expect(withWaiting({ b: "then" }, rows, 1)).toEqual({ a: "2026-05-04T10:00" });
  });

  it("reads a store that holds nonsense as empty", () => {
    const box = new Outbox({ getItem: () => "{", setItem: () => undefined }, () => Promise.resolve({}));
    expect(box.waiting()).toEqual([]);
  });
});
