import type { Finding, Place, Report, State } from "../api/client";

const RANK: Record<State, number> = { over: 0, unknown: 1, tight: 2, holds: 3, note: 4 };

/** What the pages show of a check: `pale` findings stand from before, the check has not come to them yet; `ahead` says what it is at. */
export interface Shown {
  report: Report;
  pale: ReadonlySet<string>;
  ahead: string;
}

const NONE: ReadonlySet<string> = new Set();

function worstFirst(a: Finding, b: Finding): number {
  return RANK[a.state] - RANK[b.state] || (b.use ?? 0) - (a.use ?? 0) || (a.id < b.id ? -1 : 1);
}

function placesOf(findings: readonly Finding[]): Report["places"] {
  const found: Partial<Record<Place, State | null>> = {};
  for (const { place, state } of findings) {
    const before = found[place];
    if (before == null || RANK[state] < RANK[before]) found[place] = state;
  }
  return found as Report["places"];
}

/** A check under way, with what the last whole one found and this one has not come to yet. */
export function shownOf(now: Report, whole: Report | undefined): Shown {
  if (!now.checking) return { report: now, pale: NONE, ahead: "" };
  const known = new Set(now.findings.map(({ id }) => id));
  const rest = (whole?.findings ?? []).filter(({ id }) => !known.has(id));
  const findings = [...now.findings, ...rest].sort(worstFirst);
  return {
    report: { ...now, findings, places: placesOf(findings), tally: now.tally ?? whole?.tally ?? null },
    pale: new Set(rest.map(({ id }) => id)),
    ahead: now.checking,
  };
}
