import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";

import { api, type ChangeIn, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { FileButton } from "../../ui/FileButton";
import { useShopLog } from "../yard/ShopLog";

type Row = Schemas["PriceOut"];
const PER = { m: "a metre", sheet: "a sheet", each: "each" } as const;

const round = (value: number) => Math.round(value * 100) / 100;

/** A price's place in the job. */
const pathOf = (id: string) => `/shop/prices/${id.replace(/~/g, "~0").replace(/\//g, "~1")}`;

/** What everything costs: typical until the shop says its own. A table or the price list shows what it would change first. */
export function Prices({ currency }: { currency: string }) {
  const { jobId, version, change, say, design } = useJob();
  const pays = design.shop?.pays ?? 1;
  const learnt = useShopLog().data?.learnt.prices;
  const { data } = useQuery({
    queryKey: ["job", jobId, "prices", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/cut/prices", { params: { path: { job: jobId } } })),
  });
  const [fresh, setFresh] = useState<readonly Row[] | null>(null);
  const [problem, setProblem] = useState("");
  const offer = (asked: Promise<Schemas["PricesOut"]>) =>
    asked
      .then((found) => {
        setFresh(found.prices);
        setProblem("");
      })
      .catch((error: unknown) => setProblem(error instanceof Error ? error.message : "The prices cannot be read."));
  const path = { path: { job: jobId } };
  const bring = async (chosen: File) =>
    offer(take(api.POST("/api/jobs/{job}/cut/prices/read", { params: path, body: { text: await chosen.text() } })));
  const now = ({ price }: Row) => price.own ?? price.typical * pays;
  const changed = (fresh ?? []).filter((row) => row.offered != null && Math.abs(row.offered - now(row)) > 0.001);
  const left = (fresh ?? []).filter((row) => row.offered == null).length;
  const save = async (changes: ChangeIn[], words: string) => {
    await change(changes, words);
    setFresh(null);
  };
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <p className="grow text-[14px] text-steel">
          {pays === 1
            ? "Typical until you give your own."
            : `${pays.toFixed(2)} times typical until you give your own.`}
        </p>
        {learnt && Math.abs(learnt.median - pays) > 0.005 && (
          <Button
            onClick={() =>
              void change([{ op: "set", path: "/shop/pays", value: round(learnt.median) }], "what this shop pays")
            }
          >
            {`Reckon ${learnt.median.toFixed(2)} times, as this shop paid (${learnt.lines} line${learnt.lines === 1 ? "" : "s"})`}
          </Button>
        )}
        {pays !== 1 && (
          <Button onClick={() => void change([{ op: "set", path: "/shop/pays", value: 1 }], "typical prices")}>
            Typical again
          </Button>
        )}
        <Button onClick={() => void offer(take(api.POST("/api/jobs/{job}/cut/prices/ask", { params: path })))}>
          Ask the price list
        </Button>
        <FileButton label="Import a CSV table" name="Price table" accept=".csv,text/csv" onFile={bring} />
        <a
          className="inline-flex h-11 items-center gap-2 rounded border border-ink bg-card px-3 font-medium hover:bg-offer"
          href={`/api/jobs/${jobId}/cut/prices.csv`}
          download
        >
          <Download size={17} /> CSV
        </a>
      </div>
      {problem && (
        <p role="alert" className="mb-3 border-l-4 border-tape bg-card px-3 py-2 whitespace-pre-line">
          {problem}
        </p>
      )}
      {fresh && (
        <div
          role="status"
          className="mb-3 flex flex-wrap items-center gap-2 border-l-4 border-chalk bg-offer px-3 py-2"
        >
          <span className="grow">
            {changed.length === 0
              ? "Nothing would change."
              : `${changed.length} of ${fresh.length} prices would change.${left > 0 ? ` Not offered: ${left}.` : ""}`}
          </span>
          {changed.length > 0 && (
            <Button
              tone="strong"
              onClick={() =>
                void save(
                  changed.map((row) => ({ op: "set", path: pathOf(row.price.id), value: row.offered })),
                  `${changed.length} prices`,
                ).then(() => say(`${changed.length} prices are the shop's own now.`))
              }
            >
              Take them
            </Button>
          )}
          <Button tone="quiet" onClick={() => setFresh(null)}>
            Leave
          </Button>
        </div>
      )}
      <table className="w-full [&_td]:pr-3 [&_th]:pr-3">
        <thead>
          <tr className="border-b border-ink text-left text-[14px] text-steel">
            <th className="py-1 font-normal">What</th>
            <th className="font-normal">Per</th>
            <th className="text-right font-normal">Typical, {currency}</th>
            <th className="text-right font-normal">Own, {currency}</th>
            {fresh && <th className="text-right font-normal">Offered, {currency}</th>}
          </tr>
        </thead>
        <tbody>
          {(fresh ?? data?.prices ?? []).map((row) => (
            <tr key={row.price.id} className="border-b border-dotted border-hair">
              <td className="py-1">{row.price.label}</td>
              <td className="text-[14px] text-steel">{PER[row.price.per]}</td>
              <td className="text-right">{row.price.typical.toFixed(2)}</td>
              <td className="py-1 text-right">
                <Own
                  key={`${row.price.id} ${row.price.own ?? ""}`}
                  row={row}
                  onSave={(value) =>
                    void save(
                      value === null
                        ? [{ op: "remove", path: pathOf(row.price.id) }]
                        : [{ op: "set", path: pathOf(row.price.id), value }],
                      `price of ${row.price.label}: ${value ?? "typical"}`,
                    )
                  }
                />
              </td>
              {fresh && (
                <td className={`text-right ${changed.includes(row) ? "font-semibold" : "text-steel"}`}>
                  {row.offered == null ? "none" : row.offered.toFixed(2)}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** The shop's own price of a thing; empty takes the typical one. */
function Own({ row, onSave }: { row: Row; onSave: (value: number | null) => void }) {
  const shown = row.price.own == null ? "" : String(row.price.own);
  const [typed, setTyped] = useState(shown);
  const number = Number(typed);
  const bad = typed.trim() !== "" && !(number >= 0 && number <= 100_000);
  const commit = () => {
    if (typed.trim() === shown || bad) return;
    onSave(typed.trim() === "" ? null : number);
  };
  return (
    <>
      <input
        className="h-[38px] w-[92px] rounded border border-steel bg-card px-2 text-right font-medium"
        inputMode="decimal"
        aria-label={`Own price of ${row.price.label}`}
        aria-invalid={bad}
        value={typed}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          else if (event.key === "Escape") setTyped(shown);
        }}
      />
      {bad && (
        <span role="alert" className="block text-[13px] font-medium">
          a price from 0 to 100000
        </span>
      )}
    </>
  );
}
