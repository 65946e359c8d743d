/** Ribs and braces of one's own: where a new one starts. Plain values, no React. */

import type { Schemas } from "../../api/client";
import { readLength } from "../../quantity/format";

type Build = Schemas["BedSlide"];
type Own = Schemas["OwnMember"];

/** The first free name of a kind. */
export function nextName(kind: "rib" | "brace", own: readonly Own[]): string {
  const taken = new Set(own.map((one) => one.name));
  let n = 1;
  while (taken.has(`${kind}-${n}`)) n += 1;
  return `${kind}-${n}`;
}

/** Middle of the first bay for a rib, corner to corner for a brace, in the rib's own section. */
export function newMember(kind: "rib" | "brace", name: string, build: Build): Own {
  const tray = build.tray_length ?? "1900 mm";
  const length = readLength(tray) ?? 1900;
  const bays = (build.mid_ribs ?? 3) + 1;
  const middle = `${Math.round(length / bays / 2)} mm`;
  return {
    name,
    section: build.rib ?? "1x1.5x14ga",
    left: kind === "rib" ? middle : "0 mm",
    right: kind === "rib" ? middle : tray,
  };
}
