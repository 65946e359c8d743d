/** Reading what is typed about stock. */

/** An id of one's own from a name. */
export function slug(label: string): string {
  return `own.${label
    .toLowerCase()
    .replace(/[^a-z0-9.]+/g, "-")
    .replace(/^[-.]+/, "")
    .slice(0, 38)
    .replace(/[-.]+$/, "")}`;
}

/** Numbers typed in one field, parted by x, spaces, commas or semicolons; `bad` is the first part that is none. */
export function numbers(text: string): { values: number[]; bad: string | null } {
  const parts = text
    .trim()
    .split(/\s*[x×,;]\s*|\s+/)
    .filter(Boolean);
  const bad = parts.find((part) => !Number.isFinite(Number(part))) ?? null;
  return { values: parts.map(Number), bad };
}
