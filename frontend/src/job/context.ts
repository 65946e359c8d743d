import { createContext, useContext, useSyncExternalStore } from "react";

import type { ChangeIn, Design, Report } from "../api/client";
import type { Units } from "../quantity/format";
import { DARK, type Lit } from "./lit";

/** What the whole job is arranged for. */
export type SceneName = "driving" | "parked" | "night";

export interface JobContext {
  jobId: number;
  version: number;
  design: Design;
  report: Report | undefined;
  /** Findings that stand from before: the running check has not come to them yet. */
  pale: ReadonlySet<string>;
  /** What is being checked, in words; empty once all is. */
  checking: string;
  units: Units;
  /** Save changes as one revision; throws `Refused` when the server cannot take them. */
  change: (changes: ChangeIn[], label: string) => Promise<void>;
  /** Which parts are lit, told to those who show them, and how to light them. */
  lit: Lit;
  light: (parts: readonly string[]) => void;
  say: (message: string) => void;
  /** Where the motions of the job stand, mm by id, kept from place to place. */
  travels: Readonly<Record<string, number>>;
  setTravels: (travels: Readonly<Record<string, number>>, scene?: SceneName) => void;
  /** The scene that everything was arranged for: things stand where they are in it. */
  scene: SceneName;
  /** The build in hand: the others are drawn pale. */
  hand: string;
  takeInHand: (build: string) => void;
}

export const JobContextValue = createContext<JobContext | null>(null);

/** The open job; only inside its pages. */
export function useJob(): JobContext {
  const found = useContext(JobContextValue);
  if (!found) throw new Error("useJob outside a job");
  return found;
}

/** Whether one of these parts is lit: renders again only when that changes. */
export function useLit(parts: readonly string[]): boolean {
  const lit = useContext(JobContextValue)?.lit ?? DARK;
  return useSyncExternalStore(lit.subscribe, () => parts.some((part) => lit.parts().has(part)));
}

/** All lit parts. */
export function useLitParts(): ReadonlySet<string> {
  const lit = useContext(JobContextValue)?.lit ?? DARK;
  return useSyncExternalStore(lit.subscribe, lit.parts);
}
