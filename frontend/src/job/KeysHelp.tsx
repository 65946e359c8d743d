import { Dialog } from "radix-ui";

const KEYS = [
  ["1 to 9", "go to a place"],
  ["u", "inches or millimetres"],
  ["/", "find a part, finding or thing"],
  ["Ctrl+Z, Ctrl+Shift+Z", "undo, redo"],
  ["Arrows in a length", "1/8 in or 5 mm; with Shift 1 in or 50 mm"],
  ["Enter, Esc", "take, leave"],
  ["?", "this list"],
] as const;

interface Props {
  open: boolean;
  single: boolean;
  onSingle: (on: boolean) => void;
  onClose: () => void;
}

/** The keys, and the switch that turns single keys off. */
export function KeysHelp({ open, single, onSingle, onClose }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed top-24 left-1/2 z-30 w-[min(460px,94vw)] -translate-x-1/2 border border-ink bg-card p-5 shadow-xl"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-3 text-[20px]">Keys</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-5 gap-y-2">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-medium">{key}</dt>
                <dd className="text-steel">{what}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-4 flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-[22px] accent-[var(--chalk)]"
              checked={single}
              onChange={(event) => onSingle(event.currentTarget.checked)}
            />
            Single keys act
          </label>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
