import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { api, type Schemas, take } from "../../api/client";
import { useNight } from "../../ui/night";

type Ratio = Schemas["Ratio"];

/** What the shop's records say over all jobs. */
export function useShopLog(words = "", kind = "") {
  return useQuery({
    queryKey: ["shop log", words, kind],
    queryFn: () => take(api.GET("/api/log", { params: { query: { words, kind } } })),
    placeholderData: keepPreviousData,
  });
}

const told = (row: Ratio) =>
  `${row.median.toFixed(2)} times the estimate${row.lines > 1 ? `, ${row.low.toFixed(2)} to ${row.high.toFixed(2)}` : ""}, from ${row.lines} line${row.lines === 1 ? "" : "s"}`;

/** What was learnt of hours, prices and mistakes. */
function Learnt({ learnt }: { learnt: Schemas["Learnt"] }) {
  const none = learnt.hours.length + learnt.mistakes.length + learnt.built_over.length === 0 && !learnt.prices;
  return (
    <section aria-label="What the shop learns" className="mb-6">
      <h2 className="mb-1 text-[20px]">Learnt</h2>
      {none && (
        <p className="text-steel">
          Nothing yet: hours, purchases and mistakes entered in a job’s log are counted here.
        </p>
      )}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {learnt.hours.map((row) => (
          <div key={row.what} className="contents">
            <dt>Hours, {row.label}</dt>
            <dd className="font-medium">{told(row)}</dd>
          </div>
        ))}
        {learnt.prices && (
          <div className="contents">
            <dt>Prices paid</dt>
            <dd className="font-medium">{told(learnt.prices)}</dd>
          </div>
        )}
        {learnt.mistakes.map((row) => (
          <div key={row.kind} className="contents">
            <dt>{row.kind}</dt>
            <dd className="font-medium">
              {row.lines} time{row.lines === 1 ? "" : "s"}, {row.price.toFixed(0)} and {row.hours.toFixed(1)} h
            </dd>
          </div>
        ))}
        {learnt.built_over.map((row) => (
          <div key={`${row.job} ${row.finding} ${row.since}`} className="contents">
            <dt>{row.job}: built although over</dt>
            <dd>
              {row.finding}, “{row.reason}”; {row.incidents === 0 ? "no incident" : `${row.incidents} incidents`} since{" "}
              {row.since.slice(0, 10)}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** The logs of all jobs: found by words, what is due again, what was learnt. */
export function ShopLog() {
  useNight();
  const [words, setWords] = useState("");
  const [kind, setKind] = useState("");
  const found = useShopLog(words, kind);
  const data = found.data;
  return (
    <div className="min-h-full">
      <header className="flex h-[46px] items-center border-b-2 border-[#1b2530] bg-tape px-4 text-[22px] font-semibold text-onTape">
        <Link to="/">Ergostrut</Link>
      </header>
      <main className="mx-auto max-w-[960px] p-5">
        <h1 className="mb-3 text-[26px] leading-none">Log of all jobs</h1>
        {data && data.due.length > 0 && (
          <section aria-label="Due again" className="mb-6">
            <h2 className="mb-1 text-[20px]">Due again</h2>
            <ul>
              {data.due.map((row) => (
                <li
                  key={`${row.job} ${row.due.line}`}
                  className={row.due.over ? "border-l-4 border-tape pl-2 font-medium" : "pl-3"}
                >
                  <Link className="text-chalk underline" to={`/job/${row.job}/log`}>
                    {row.name}
                  </Link>
                  : {row.due.words}
                  {row.due.over && ", now"}
                </li>
              ))}
            </ul>
            <a className="text-[14px] text-chalk underline" href="/api/log/due.ics">
              Into a calendar
            </a>
          </section>
        )}
        {data && <Learnt learnt={data.learnt} />}
        <h2 className="mb-1 text-[20px]">Lines</h2>
        <div className="mb-2 flex flex-wrap gap-2">
          <input
            type="search"
            aria-label="Words in the logs"
            placeholder="Words in them"
            className="h-11 min-w-0 grow rounded border border-steel bg-card px-2"
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
          <select
            aria-label="Kind of lines"
            className="h-11 rounded border border-steel bg-card px-2"
            value={kind}
            onChange={(event) => setKind(event.currentTarget.value)}
          >
            <option value="">every kind</option>
            {(data?.kinds ?? []).map((one) => (
              <option key={one.kind} value={one.kind}>
                {one.label}
              </option>
            ))}
          </select>
        </div>
        {data && data.lines.length === 0 && <p className="text-steel">No line has these words.</p>}
        <ol>
          {(data?.lines ?? []).map((one) => (
            <li
              key={`${one.job} ${one.line}`}
              className="grid grid-cols-[150px_1fr] gap-3 border-b border-hair py-2 max-[600px]:grid-cols-1 max-[600px]:gap-0"
            >
              <span className="text-[14px] text-steel">
                {one.at.replace("T", " ")}
                <Link className="block text-chalk underline" to={`/job/${one.job}/log`}>
                  {one.name}
                </Link>
              </span>
              <span>
                <span className="font-medium">{one.kind}</span> {one.text}
                {one.fields && <span className="block text-[14px] text-steel">{one.fields}</span>}
              </span>
            </li>
          ))}
        </ol>
        {(data?.more ?? 0) > 0 && <p className="text-steel">{data?.more} more: use other words.</p>}
      </main>
    </div>
  );
}
