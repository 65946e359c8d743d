import type { ChangeIn, Design } from "../../api/client";
import { at } from "../../job/pointer";

/** One value a knob can be turned to; `sets` when the design holds something other than the value itself, `op` "add" to a list. */
export interface Choice {
  value: string | number;
  label: string;
  sets?: unknown;
  op?: "set" | "add";
}

/** `field` below the build; what follows # tells knobs apart that act on one list. */
export interface Knob {
  field: string;
  label: string;
  options: Choice[];
}

/** What stands in the design now, as one of a knob's options. */
export function standing(field: string, value: unknown): string {
  if (field.includes("#")) return "none";
  if (field === "tip_leg") return value ? "legs" : "none";
  if (field === "tip_leg/braced") return String(value ?? false);
  return String(value ?? "");
}

/** The changes that turn the design into what was tried; knobs back where they stand change nothing. */
export function changesOf(design: Design, base: string, tried: Record<string, Choice>): ChangeIn[] {
  return Object.entries(tried)
    .filter(([field, choice]) => standing(field, at(design, `${base}/${field}`)) !== String(choice.value))
    .map(([field, choice]) => ({
      op: choice.op ?? ("set" as const),
      path: `${base}/${field.split("#")[0]}`,
      value: choice.sets === undefined ? choice.value : choice.sets,
    }));
}

/** Whole numbers around `now`, within bounds, each once. */
export function around(now: number, steps: readonly number[], least: number, most: number): Choice[] {
  return [...new Set([...steps.map((step) => now + step)])]
    .filter((n) => n >= least && n <= most)
    .sort((a, b) => a - b)
    .map((n) => ({ value: n, label: String(n) }));
}
