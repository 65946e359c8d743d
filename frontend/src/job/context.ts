import { createContext, useContext } from "react";

import type { ChangeIn, Design, Report } from "../api/client";
import type { Units } from "../quantity/format";

export interface JobContext {
  jobId: number;
  version: number;
  design: Design;
  report: Report | undefined;
  units: Units;
  /** Save changes as one revision; throws `Refused` when the server cannot take them. */
  change: (changes: ChangeIn[], label: string) => Promise<void>;
  /** Parts lit up on the drawing, and how to light them. */
  lit: ReadonlySet<string>;
  light: (parts: readonly string[]) => void;
  say: (message: string) => void;
}

export const JobContextValue = createContext<JobContext | null>(null);

/** The open job; only inside its pages. */
export function useJob(): JobContext {
  const found = useContext(JobContextValue);
  if (!found) throw new Error("useJob outside a job");
  return found;
}
