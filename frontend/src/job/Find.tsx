import { Dialog } from "radix-ui";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";

import { useJob } from "./context";

interface Props {
  open: boolean;
  onClose: () => void;
}

/** `/`: find a finding, a thing or a part by its words. */
export function Find({ open, onClose }: Props) {
  const { report, design, jobId, light } = useJob();
  const [words, setWords] = useState("");
  const navigate = useNavigate();
  const rows = useMemo(() => {
    const all = [
      ...(report?.findings ?? []).map((f) => ({
        key: f.id,
        text: f.title,
        kind: "finding",
        to: f.place as string,
        parts: f.parts,
      })),
      ...(design.carry?.things ?? []).map((t) => ({
        key: t.id,
        text: t.name,
        kind: "thing",
        to: "carry",
        parts: [`thing/${t.id}`],
      })),
      ...[...new Set((report?.findings ?? []).flatMap((f) => f.parts))].map((part) => ({
        key: part,
        text: part,
        kind: "part",
        to: "frame",
        parts: [part],
      })),
    ];
    const asked = words.trim().toLowerCase();
    return asked ? all.filter((row) => row.text.toLowerCase().includes(asked)).slice(0, 12) : [];
  }, [words, report, design]);
  const go = (row: (typeof rows)[number]) => {
    light(row.parts);
    onClose();
    setWords("");
    void navigate(`/job/${jobId}/${row.to}${row.kind === "finding" ? `?finding=${encodeURIComponent(row.key)}` : ""}`);
  };
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed top-20 left-1/2 z-30 w-[min(560px,94vw)] -translate-x-1/2 border border-ink bg-card p-4 shadow-xl"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-2 text-[20px]">Find a part, finding or thing</Dialog.Title>
          <input
            aria-label="Words to find"
            className="h-11 w-full rounded border border-steel bg-paper px-3"
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
            onKeyDown={(event) => event.key === "Enter" && rows[0] && go(rows[0])}
          />
          <ul className="mt-2 max-h-80 overflow-y-auto">
            {rows.map((row) => (
              <li key={row.kind + row.key}>
                <button
                  type="button"
                  className="flex min-h-11 w-full items-center justify-between gap-3 px-2 text-left hover:bg-offer"
                  onClick={() => go(row)}
                >
                  {row.text} <span className="text-[13px] text-steel">{row.kind}</span>
                </button>
              </li>
            ))}
            {words.trim() !== "" && rows.length === 0 && <li className="p-2 text-steel">Nothing by that name.</li>}
          </ul>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
