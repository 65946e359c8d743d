import type { State } from "../api/client";

/** Words beside the tape, for screen readers and short labels. */
export const STATE_WORD: Record<State, string> = {
  over: "over",
  unknown: "unknown",
  tight: "tight",
  holds: "holds",
  note: "note",
};

/** Tailwind text colour of a state on paper. */
export const STATE_TEXT: Record<State, string> = {
  over: "text-over",
  unknown: "text-steel",
  tight: "text-tight",
  holds: "text-hold",
  note: "text-steel",
};

/** Where the limit mark stands, as a part of the glyph's width. */
export const LIMIT_AT = 0.68;

/** Blade length as a part of the glyph's width: the mark at a use of 1, the end of the glyph at 1.45 and beyond. */
export function bladeLength(use: number): number {
  return Math.max(0.02, Math.min(use, 1.45) * LIMIT_AT);
}

/** The state of a use: tight from 0.85, over from 1. */
export function stateOf(use: number): State {
  return use <= 0.85 ? "holds" : use <= 1 ? "tight" : "over";
}
