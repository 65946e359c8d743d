import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";

import { api, reasonOf, type Schemas, take } from "../../api/client";
import { Button } from "../../ui/Button";
import { FileButton } from "../../ui/FileButton";
import { useNight } from "../../ui/night";
import { OnHandForm } from "./OnHandForm";

export type OnHand = Schemas["OnHand"];

export function useStockroom() {
  return useQuery({
    queryKey: ["stockroom"],
    queryFn: () => take(api.GET("/api/stockroom")),
    refetchOnMount: "always",
  });
}

/** What the shop has: bars, sheets and offcuts, with who has reserved what of it. */
export function Stockroom() {
  useNight();
  const client = useQueryClient();
  const room = useStockroom();
  const [edited, setEdited] = useState<OnHand | "new" | null>(null);
  const [problem, setProblem] = useState("");
  const told = (work: Promise<Schemas["StockroomOut"]>, why = reasonOf) =>
    work
      .then((data) => {
        client.setQueryData(["stockroom"], data);
        setProblem("");
        return true;
      })
      .catch((error: unknown) => {
        setProblem(why(error));
        return false;
      });
  const bring = async (chosen: File) => {
    // a table's message says the lines
    await told(take(api.POST("/api/stockroom/import", { body: { text: await chosen.text() } })), (error) =>
      error instanceof Error ? error.message : reasonOf(error),
    );
  };
  const save = async (row: OnHand) => {
    if (await told(take(api.POST("/api/stockroom", { body: { rows: [row] } })))) setEdited(null);
  };
  const rows = room.data?.rows ?? [];
  return (
    <div className="min-h-full">
      <header className="flex h-[46px] items-center border-b-2 border-[#1b2530] bg-tape px-4 text-[22px] font-semibold text-onTape">
        <Link to="/">Ergostrut</Link>
      </header>
      <main className="mx-auto max-w-[1200px] p-6">
        <div className="mb-4 flex flex-wrap items-end gap-3">
          <div className="grow">
            <h1 className="text-[32px] leading-none">Stockroom</h1>
            <p className="text-steel">
              What lies in the shop. Jobs reserve it on Cut and cut it before anything is bought.{" "}
              <Link to="/" className="text-chalk underline">
                Back to the yard
              </Link>
            </p>
          </div>
          <a
            className="inline-flex h-11 items-center gap-2 rounded border border-ink bg-card px-3 font-medium hover:bg-offer"
            href="/api/stockroom/export"
            download
          >
            <Download size={17} /> CSV
          </a>
          <FileButton label="Import a CSV table" name="Stockroom table" accept=".csv,text/csv" onFile={bring} />
          <Button tone="strong" onClick={() => setEdited("new")}>
            Add
          </Button>
        </div>
        {problem && (
          <p role="alert" className="mb-3 border-l-4 border-tape bg-card px-3 py-2 whitespace-pre-line">
            {problem}
          </p>
        )}
        {edited && room.data && (
          <OnHandForm
            key={edited === "new" ? "new" : edited.id}
            row={edited === "new" ? null : edited}
            taken={rows.map(({ row }) => row.id)}
            offers={room.data.offers}
            onSave={(row) => void save(row)}
            onLeave={() => setEdited(null)}
          />
        )}
        {room.isError && (
          <p role="alert" className="font-medium">
            {room.error.message} <Button onClick={() => void room.refetch()}>Try again</Button>
          </p>
        )}
        {room.data && rows.length === 0 && (
          <p className="border border-dashed border-steel p-8 text-center">
            Nothing is written down yet. Add a bar, a sheet or an offcut, or import a table of them.
          </p>
        )}
        {rows.length > 0 && (
          <div className="overflow-x-auto" role="region" aria-label="What the shop has" tabIndex={0}>
            <table className="w-full [&_td]:pr-3 [&_th]:pr-3">
              <thead>
                <tr className="border-b border-ink text-left text-[14px] text-steel">
                  <th className="py-1 font-normal">Name</th>
                  <th className="font-normal">What</th>
                  <th className="text-right font-normal">Size</th>
                  <th className="text-right font-normal">There</th>
                  <th className="text-right font-normal">Free</th>
                  <th className="pl-3 font-normal">Reserved by</th>
                  <th className="text-right font-normal">Cost</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {rows.map(({ row, label, free, held }) => (
                  <tr key={row.id} className="border-b border-dotted border-hair">
                    <td className="py-1.5 font-semibold">{row.id}</td>
                    <td>
                      {label || <em>grade not known</em>}
                      {row.offcut && ", offcut"}
                      {row.note && <span className="block text-[13px] text-steel">{row.note}</span>}
                    </td>
                    <td className="text-right whitespace-nowrap">
                      {row.length}
                      {row.width != null && ` × ${row.width}`}
                    </td>
                    <td className="text-right">{row.count}</td>
                    <td className="text-right">{free < 0 ? `${-free} too few` : free}</td>
                    <td className="pl-3 text-[14px]">
                      {held.map((hold) => (
                        <Link key={hold.job} to={`/job/${hold.job}/cut`} className="block text-chalk underline">
                          {hold.count} for {hold.name}
                        </Link>
                      ))}
                    </td>
                    <td className="text-right">{row.price ?? ""}</td>
                    <td className="text-right whitespace-nowrap">
                      <Button tone="quiet" onClick={() => setEdited(row)} aria-label={`Change ${row.id}`}>
                        Change
                      </Button>
                      <Button
                        tone="quiet"
                        aria-label={`Take away ${row.id}`}
                        onClick={() =>
                          void told(take(api.DELETE("/api/stockroom/{ident}", { params: { path: { ident: row.id } } })))
                        }
                      >
                        Take away
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </main>
    </div>
  );
}
