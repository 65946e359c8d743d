import { useDeferredValue, useState } from "react";
import { Link } from "react-router";

import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page } from "../../job/Page";
import { Motions } from "../../job/Motions";
import { standing, useBalance } from "../../job/queries";
import { showLength, showMass } from "../../quantity/format";
import { stateOf, STATE_TEXT } from "../../tape/state";
import { Tape } from "../../tape/Tape";
import type { State } from "../../api/client";
import { Budget } from "./Budget";
import { Weigh } from "./Weigh";

function AxleRow({
  name,
  load,
  rating,
}: {
  name: string;
  load: number | null | undefined;
  rating: number | null | undefined;
}) {
  const { units } = useJob();
  const use = load != null && rating != null ? load / rating : null;
  const state: State = use === null ? "unknown" : stateOf(use);
  return (
    <tr className="border-b border-hair">
      <th scope="row" className="py-2 text-left font-medium">
        {name}
      </th>
      <td className="px-3 text-right text-[18px] font-semibold">
        {load == null ? "unknown" : showMass(load, units.mass)}
      </td>
      <td className="px-3 text-right text-steel">of {rating == null ? "unknown" : showMass(rating, units.mass)}</td>
      <td>
        <Tape state={state} use={use} width={170} />
      </td>
      <td className={`w-12 text-right font-semibold ${STATE_TEXT[state]}`}>{use === null ? "" : use.toFixed(2)}</td>
    </tr>
  );
}

/** 5 Balance: the vehicle as a beam on its axles, a trailer on its coupling and axles. */
export function Balance() {
  const { jobId, version, units, travels } = useJob();
  const [crew, setCrew] = useState(true);
  const settled = useDeferredValue(travels);
  const balance = useBalance(jobId, version, standing(settled), crew);
  const data = balance.data;
  const unknown = data?.missing ?? [];
  return (
    <Page right={<Findings places={["balance"]} title="Axles and payload" />}>
      <div className="flex flex-wrap items-center gap-6 px-4 pt-2">
        {data && <Motions motions={data.motions} />}
        {data?.engine !== false && (
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-[22px] accent-[var(--chalk)]"
              checked={crew}
              onChange={(event) => setCrew(event.currentTarget.checked)}
            />
            Crew aboard
          </label>
        )}
        {data?.provisional && <p className="text-tight">Provisional: typical empty weights, not a ticket.</p>}
      </div>
      {unknown.length > 0 && (
        <p className="px-4 pt-2">
          Not known yet: {unknown.join(", ")}.{" "}
          <Link className="text-chalk underline" to={`/job/${jobId}/measure`}>
            Give it on Measure
          </Link>
        </p>
      )}
      <div className="h-[460px] shrink-0 px-2">
        {data?.view ? (
          <Drawing view={data.view} units={units} title={`The ${data.called} and what carries it`} />
        ) : (
          <p className="p-6 text-steel">The beam is drawn once the places of its axles are measured.</p>
        )}
      </div>
      <div className="px-4">
        <table className="w-full max-w-3xl">
          <caption className="text-left font-head text-[18px] font-semibold">What carries it, now</caption>
          <tbody>
            {data?.carriers.map((one) => (
              <AxleRow key={one.id} name={one.label} load={one.load} rating={one.rating} />
            ))}
            <AxleRow name="All told" load={data?.total} rating={data?.gross_rating} />
          </tbody>
        </table>
        {data?.envelope && (
          <section className="mt-4">
            <h2 className="text-[18px]">Every loading state</h2>
            <p className="text-[14px] text-steel">
              To the right what the {data.carriers[0]?.label.toLowerCase()} takes, upward what the rest take; inside the
              shaded field no rating is passed. The ringed state is the hardest.
            </p>
            <div className="h-[380px]">
              <Drawing view={data.envelope} units={units} title="Every loading state within the ratings" />
            </div>
          </section>
        )}
        {data?.budget && <Budget budget={data.budget} />}
        {data && data.carriers.length > 0 && <Weigh carriers={data.carriers} engine={data.engine} />}
        <table className="mt-4 mb-4 w-full max-w-3xl text-[14px]">
          <caption className="text-left font-head text-[18px] font-semibold">Ledger</caption>
          <thead>
            <tr className="border-b border-ink text-left text-steel">
              <th className="py-1 font-normal">What</th>
              <th className="font-normal">Kind</th>
              <th className="text-right font-normal">Mass</th>
              <th className="text-right font-normal">Behind the front</th>
              <th className="text-right font-normal">Right of centre</th>
            </tr>
          </thead>
          <tbody>
            {(data?.entries ?? []).map((entry) => (
              <tr key={entry.name} className="border-b border-dotted border-hair">
                <td className="py-1">{entry.name}</td>
                <td className="text-steel">{entry.group}</td>
                <td className="text-right font-medium">{showMass(entry.kg, units.mass)}</td>
                <td className="text-right">
                  {entry.x == null ? "unknown" : `${showLength(entry.x, units.length, 1)} ${units.length}`}
                </td>
                <td className="text-right">{`${showLength(entry.y, units.length, 1)} ${units.length}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Page>
  );
}
