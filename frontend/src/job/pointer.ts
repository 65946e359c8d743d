/** The value at a JSON pointer, or undefined. */
export function at(root: unknown, pointer: string): unknown {
  return pointer
    .slice(1)
    .split("/")
    .map((step) => step.replace(/~1/g, "/").replace(/~0/g, "~"))
    .reduce<unknown>(
      (here, step) => (here !== null && typeof here === "object" ? (here as Record<string, unknown>)[step] : undefined),
      root,
    );
}
