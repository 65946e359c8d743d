import { useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useRef, useState } from "react";

import { api, type ChangeIn, take } from "../../api/client";
import { useJob } from "../../job/context";
import { useStock } from "../../job/queries";
import { Button } from "../../ui/Button";
import { NewStock, why } from "./NewStock";
import { type Kind, listed } from "./stock";

const PLACE: Record<Kind, "sections" | "metals" | "lumber" | "panels"> = {
  section: "sections",
  metal: "metals",
  lumber: "lumber",
  panel: "panels",
};
const KINDS: readonly Kind[] = ["section", "metal", "lumber", "panel"];

/** The shop's own metals, sections, lumber and panels: kept for every job, and copied into the job that uses them. */
export function OwnStock() {
  const { design, change, say } = useJob();
  const client = useQueryClient();
  const stock = useStock();
  const [adding, setAdding] = useState<Kind | "">("");
  const [problem, setProblem] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const rows = stock.data ? listed(stock.data.stock) : [];
  const used = new Set(design.own ? listed(design.own).map((row) => row.id) : []);
  const use = async (row: (typeof rows)[number]) => {
    const metal =
      row.kind === "section"
        ? stock.data?.stock.metals?.find((one) => one.id === (row.item as { material: string }).material)
        : undefined;
    const changes: ChangeIn[] = [
      ...(metal && !used.has(metal.id) ? [{ op: "add" as const, path: "/own/metals", value: metal }] : []),
      { op: "add" as const, path: `/own/${PLACE[row.kind]}`, value: row.item },
    ];
    await change(changes, `own stock: ${row.label}`);
    say(`${row.label} can be chosen in this job now.`);
  };
  const drop = async (id: string) => {
    const data = await take(api.DELETE("/api/stock/{ident}", { params: { path: { ident: id } } }));
    client.setQueryData(["stock"], data);
  };
  const bring = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      const data = await take(api.POST("/api/stock/import", { body: { text: await chosen.text() } }));
      client.setQueryData(["stock"], data);
      setProblem("");
    } catch (error) {
      setProblem(why(error));
    }
  };
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button tone="quiet">Own stock…</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed top-16 left-1/2 z-30 max-h-[85vh] w-[min(680px,94vw)] -translate-x-1/2 overflow-y-auto border border-ink bg-card p-5 shadow-xl"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-[20px]">Own stock</Dialog.Title>
          <p className="mb-2 text-[14px] text-steel">
            Sections, metals, lumber and panels of this shop. A job keeps a copy of what it uses; its file carries it
            along.
          </p>
          <ul>
            {rows.map((row) => (
              <li key={row.id} className="flex items-center gap-2 border-b border-dotted border-hair py-1">
                <span className="grow">
                  {row.label}
                  <span className="block text-[13px] text-steel">{row.says}</span>
                </span>
                {row.kind !== "metal" && (
                  <Button disabled={used.has(row.id)} onClick={() => void use(row)}>
                    {used.has(row.id) ? "in this job" : "Use in this job"}
                  </Button>
                )}
                <Button tone="quiet" onClick={() => void drop(row.id)} aria-label={`Remove ${row.label}`}>
                  Remove
                </Button>
              </li>
            ))}
          </ul>
          {stock.data && rows.length === 0 && <p className="py-2">Nothing of your own yet.</p>}
          <div className="flex flex-wrap gap-2 py-2">
            {KINDS.map((kind) => (
              <Button key={kind} aria-expanded={adding === kind} onClick={() => setAdding(adding === kind ? "" : kind)}>
                New {kind}
              </Button>
            ))}
            <a className="inline-flex h-11 items-center px-2 text-chalk underline" href="/api/stock/export" download>
              Export
            </a>
            <Button tone="quiet" onClick={() => file.current?.click()}>
              Import
            </Button>
            <input
              ref={file}
              type="file"
              accept=".json,application/json"
              className="sr-only"
              aria-label="Stock file"
              tabIndex={-1}
              onChange={(event) => {
                void bring(event.currentTarget.files?.[0]);
                event.currentTarget.value = "";
              }}
            />
          </div>
          {problem && (
            <p role="alert" className="font-medium">
              {problem}
            </p>
          )}
          {adding && <NewStock key={adding} kind={adding} onDone={() => setAdding("")} />}
          <Dialog.Close asChild>
            <Button className="mt-3">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
