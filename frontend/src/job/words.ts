const SIDES = new Set(["left", "right", "front", "rear"]);

/** The last part of a part's id in words: leg 4, right; left rail; bearer 3. */
export function called(id: string): string {
  const words = (id.split("/").at(-1) ?? id).split(".");
  const last = words.at(-1) ?? "";
  const rest = words.slice(0, -1);
  if (!SIDES.has(last) || rest.length === 0) return words.join(" ");
  return /^\d+$/.test(rest.at(-1) ?? "") ? `${rest.join(" ")}, ${last}` : `${last} ${rest.join(" ")}`;
}
