/** The value at a JSON pointer, or undefined. */
export function at(root: unknown, pointer: string): unknown {
  return pointer
    .slice(1)
    .split("/")
    .reduce<unknown>(
      (here, step) => (here !== null && typeof here === "object" ? (here as Record<string, unknown>)[step] : undefined),
      root,
    );
}
