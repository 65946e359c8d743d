import type { ChangeIn, Design, Schemas } from "../../api/client";
import { at } from "../../job/pointer";

type FormGroup = Schemas["FormGroup"];
type FormRow = Schemas["FormRow"];

/** One value a knob can be turned to; `sets` when the design holds something other than the value itself, `op` "add" to a list. */
export interface Choice {
  value: string | number;
  label: string;
  sets?: unknown;
  op?: "set" | "add";
  also?: readonly { path: string; value?: unknown }[];
}

/** `path` in the design; what follows # tells knobs apart that act on one list. */
export interface Knob {
  path: string;
  label: string;
  options: Choice[];
}

const plain = (path: string) => path.split("#")[0] ?? path;

/** What stands in the design now, as one of a knob's options. */
export function standingAt(design: Design, knob: Pick<Knob, "path">): string {
  if (knob.path.includes("#")) return "none";
  const value = at(design, plain(knob.path));
  return String(value ?? "");
}

/** The changes that turn the design into what was tried; knobs back where they stand change nothing. */
export function changesOf(design: Design, tried: Record<string, Choice>): ChangeIn[] {
  return Object.entries(tried)
    .filter(([path, choice]) => standingAt(design, { path }) !== String(choice.value))
    .flatMap(([path, choice]) => [
      {
        op: choice.op ?? ("set" as const),
        path: plain(path),
        value: choice.sets === undefined ? choice.value : choice.sets,
      },
      ...(choice.also ?? []).map((one) => ({ op: "set" as const, path: one.path, value: one.value })),
    ]);
}

/** Whole numbers around `now`, within bounds, each once. */
export function around(now: number, steps: readonly number[], least: number, most: number): Choice[] {
  return [...new Set([...steps.map((step) => now + step)])]
    .filter((n) => n >= least && n <= most)
    .sort((a, b) => a - b)
    .map((n) => ({ value: n, label: String(n) }));
}

function optionsOf(row: FormRow, now: unknown): Choice[] {
  switch (row.kind) {
    case "choice":
    case "system":
      return (row.choices ?? [])
        .filter((one) => !one.closed)
        .map((one) => ({ value: one.value, label: one.label, also: one.also }));
    case "whole":
      return around(typeof now === "number" ? now : 0, [-2, -1, 0, 1, 2, 3], 0, 40);
    case "tick":
      return [
        { value: "false", label: "no", sets: false },
        { value: "true", label: "yes", sets: true },
      ];
    default:
      return [];
  }
}

/** The knobs of a build: what its sheet marks as worth turning, and the buttons that add or set something. */
export function knobsOf(groups: readonly FormGroup[], design: Design): Knob[] {
  const found: Knob[] = [];
  for (const row of groups.flatMap((group) => group.rows)) {
    if (row.kind === "command") {
      if (row.op === "remove" || row.value === null) continue;
      const knob = { value: "yes", label: "yes", sets: row.value, op: row.op === "add" ? ("add" as const) : undefined };
      found.push({
        path: `${row.path}#${row.label}`,
        label: row.label,
        options: [{ value: "none", label: "no" }, knob],
      });
    } else if (row.knob) {
      const options = optionsOf(row, at(design, row.path));
      if (options.length > 1) found.push({ path: row.path, label: row.label, options });
    }
  }
  return found;
}
