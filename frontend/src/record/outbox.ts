/** Lines of the record that are on their way: kept on this device until the server has them, so that none is lost while it does not answer. */

export type Line =
  | { to: "record"; body: { kind: "tick" | "untick"; text: string; data: { step: string; held?: boolean } } }
  | { to: "reading"; body: { step: string; values: Record<string, string> } };

export type Waiting = Line & {
  uid: string;
  job: number;
  /** When it was said, as the device has it. */
  at: string;
  /** Why the server would not have it; kept until somebody has seen it. */
  refused?: string;
};

export interface Store {
  getItem: (key: string) => string | null;
  setItem: (key: string, value: string) => void;
}

/** What became of a line that was sent: taken, or refused with a reason; throws while nobody answers. */
export type Send = (line: Waiting) => Promise<{ refused?: string }>;

const KEY = "ergostrut.outbox";

/** A name that no other line has; made where the page is not served safely as well. */
export function freshName(): string {
  return Array.from(crypto.getRandomValues(new Uint32Array(4)), (part) => part.toString(16)).join("-");
}

/** Every device keeps its own; `store` outlives the page. */
export class Outbox {
  private heard = new Set<() => void>();
  private running: Promise<void> | null = null;
  private shown: readonly Waiting[];

  constructor(
    private store: Store,
    private send: Send,
    private now: () => string = () => new Date().toISOString(),
    private name: () => string = freshName,
  ) {
    this.shown = this.read();
  }

  private read(): Waiting[] {
    try {
      const found: unknown = JSON.parse(this.store.getItem(KEY) ?? "[]");
      return Array.isArray(found) ? (found as Waiting[]) : [];
    } catch {
      return [];
    }
  }

  private write(rows: readonly Waiting[]): void {
    this.store.setItem(KEY, JSON.stringify(rows));
    this.shown = rows;
    this.heard.forEach((one) => one());
  }

  subscribe = (one: () => void): (() => void) => {
    this.heard.add(one);
    return () => this.heard.delete(one);
  };

  /** What waits, oldest first; the same list until it changes. */
  waiting = (): readonly Waiting[] => this.shown;

  add(job: number, line: Line): void {
    this.write([...this.read(), { ...line, job, uid: this.name(), at: this.now() }]);
    void this.flush();
  }

  /** Somebody has seen why a line was refused. */
  drop(uid: string): void {
    this.write(this.read().filter((one) => one.uid !== uid));
  }

  /** Send all that waits, in the order it was said, until nobody answers. */
  flush(): Promise<void> {
    this.running ??= this.sendAll().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      const next = this.read().find((one) => one.refused === undefined);
      if (next === undefined) return;
      try {
        const { refused } = await this.send(next);
        // others may have been said meanwhile: what is written is read again
        if (refused === undefined) this.drop(next.uid);
        else this.write(this.read().map((one) => (one.uid === next.uid ? { ...one, refused } : one)));
      } catch {
        return;
      }
    }
  }
}

/** Which steps are done once all that waits is taken: what was said last counts. */
export function withWaiting(
  done: Readonly<Record<string, string>>,
  waiting: readonly Waiting[],
  job: number,
): Record<string, string> {
  const found = new Map(Object.entries(done));
  for (const line of waiting) {
    if (line.job !== job || line.to !== "record" || line.refused !== undefined) continue;
    if (line.body.kind === "tick") found.set(line.body.data.step, line.at.slice(0, 16));
    else found.delete(line.body.data.step);
  }
  return Object.fromEntries(found);
}
