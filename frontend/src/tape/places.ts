import type { Place } from "../api/client";

export interface PlaceInfo {
  key: Place;
  number: number;
  name: string;
}

/** The nine places in the order of the work. */
export const PLACES: readonly PlaceInfo[] = (
  ["measure", "carry", "frame", "prove", "balance", "anchor", "cut", "make", "log"] as const
).map((key, i) => ({ key, number: i + 1, name: key.charAt(0).toUpperCase() + key.slice(1) }));
