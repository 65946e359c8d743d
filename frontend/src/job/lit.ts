/** Parts lit up while something that stands for them is hovered, focused or chosen. Who shows one part is told of that part alone. */
export interface Lit {
  parts: () => ReadonlySet<string>;
  light: (parts: readonly string[]) => void;
  subscribe: (told: () => void) => () => void;
}

const NONE: ReadonlySet<string> = new Set();

export function createLit(): Lit {
  let now = NONE;
  const listeners = new Set<() => void>();
  return {
    parts: () => now,
    light: (parts) => {
      if (parts.length === now.size && parts.every((part) => now.has(part))) return;
      now = parts.length > 0 ? new Set(parts) : NONE;
      for (const told of listeners) told();
    },
    subscribe: (told) => {
      listeners.add(told);
      return () => listeners.delete(told);
    },
  };
}

/** For drawings outside a job: nothing is ever lit. */
export const DARK: Lit = createLit();
