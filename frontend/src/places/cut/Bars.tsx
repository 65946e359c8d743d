import { useState } from "react";

import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { useLengths } from "../../job/queries";
import { withUnit } from "../../quantity/format";

type Group = Schemas["BarGroup"];

/** px a bar takes of the page, and what is left round all of them. */
const HIGH = 27;
const ROUND = 40;

/** The bars of one section as they are cut, to scale along them. */
export function Bars({ group, drawn, currency }: { group: Group; drawn: Schemas["BarsDrawn"]; currency: string }) {
  const { units } = useJob();
  const [asked, setAsked] = useState(false);
  const own = group.plan.bars.length - group.count;
  return (
    <section className="mb-5" aria-label={group.label}>
      <h3 className="text-[18px]">
        {group.label}: {group.count} {group.count === 1 ? "bar" : "bars"} to buy
        {own > 0 && `, ${own} of the shop's`}
        <span className="ml-2 font-sans text-[14px] font-normal text-steel">
          {currency} {group.price.toFixed(0)},{" "}
          {group.plan.proven ? "proven least cost" : `within ${(group.plan.gap * 100).toFixed(1)} % of least cost`}
        </span>
      </h3>
      <div style={{ height: drawn.rows.length * HIGH + ROUND }}>
        <Drawing view={drawn.view} units={units} title={`Bars of ${group.label}`} />
      </div>
      <details className="text-[14px] text-steel" onToggle={(event) => setAsked(event.currentTarget.open)}>
        <summary className="cursor-pointer py-1">Piece by piece, and what other lengths would cost</summary>
        <ol className="list-decimal pl-6">
          {drawn.rows.map((row, i) => (
            <li key={i}>{row}</li>
          ))}
        </ol>
        {asked && <Lengths stock={group.stock} currency={currency} now={group.price} />}
      </details>
    </section>
  );
}

/** What each length alone would cost, and what 2 mm less on a part would save. */
function Lengths({ stock, currency, now }: { stock: string; currency: string; now: number }) {
  const { jobId, version, units } = useJob();
  const { data, isPending } = useLengths(jobId, version, stock);
  if (isPending) return <p className="py-1">Trying other lengths …</p>;
  return (
    <div className="py-1">
      <ul>
        {(data?.alone ?? []).map((one) => (
          <li key={one.length}>
            All from {withUnit(one.length, units.length)}:{" "}
            {one.bars == null || one.cost == null
              ? "a piece is longer"
              : `${one.bars} ${one.bars === 1 ? "bar" : "bars"}, ${currency} ${one.cost.toFixed(0)}${
                  one.cost > now + 0.5 ? ` (${(one.cost - now).toFixed(0)} more)` : ""
                }`}
          </li>
        ))}
      </ul>
      {(data?.shorter ?? []).map((one) => (
        <p key={one.mark} className="font-medium text-ink">
          {withUnit(one.less, units.length)} less on {one.mark} would save {currency} {one.saves.toFixed(0)}.
        </p>
      ))}
      {data && data.shorter.length === 0 && <p>{withUnit(2, units.length)} less on any one part would save nothing.</p>}
    </div>
  );
}
