import { useEffect } from "react";

export interface KeyActions {
  place: (number: number) => void;
  flip: () => void;
  undo: () => void;
  redo: () => void;
  find: () => void;
  help: () => void;
}

function inField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.matches("input, textarea, select, [contenteditable]") ||
      target.closest("[role=dialog], [role=menu]") !== null)
  );
}

/** Single keys act only when no field has focus and `enabled`; undo and redo act always outside fields. */
export function useKeys(actions: KeyActions, enabled: boolean): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (inField(event.target)) return;
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && key === "z") {
        event.preventDefault();
        if (event.shiftKey) actions.redo();
        else actions.undo();
        return;
      }
      if (!enabled || event.ctrlKey || event.metaKey || event.altKey) return;
      if (/^[1-9]$/.test(key)) actions.place(Number(key));
      else if (key === "u") actions.flip();
      else if (key === "/") actions.find();
      else if (key === "?") actions.help();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [actions, enabled]);
}
