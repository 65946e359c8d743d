import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";

interface Props {
  group: Schemas["SheetGroup"];
  drawn: readonly Schemas["SheetDrawn"][];
  currency: string;
}

/** The sheets of one stock as they lie on the saw, grain to the right, and the cuts in order. */
export function Sheets({ group, drawn, currency }: Props) {
  const { units } = useJob();
  const own = group.plan.sheets.length - group.count;
  return (
    <section className="mb-5" aria-label={group.label}>
      <h3 className="text-[18px]">
        {group.label}: {group.count} {group.count === 1 ? "sheet" : "sheets"} to buy
        {own > 0 && `, ${own} of the shop's`}
        <span className="ml-2 font-sans text-[14px] font-normal text-steel">
          {currency} {group.price.toFixed(0)},{" "}
          {group.plan.proven
            ? "no fewer would do"
            : `at most ${(group.plan.gap * 100).toFixed(0)} % over the least there can be`}
        </span>
      </h3>
      <div className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(min(280px,100%),1fr))] gap-x-5 gap-y-3">
        {drawn.map((sheet, i) => (
          <figure key={i} className="min-w-0">
            <div className="h-[190px]">
              <Drawing view={sheet.view} units={units} title={`Sheet ${i + 1} of ${group.label}`} />
            </div>
            <figcaption className="text-[14px] text-steel">
              {sheet.count > 1 && <span className="font-semibold text-ink">{sheet.count} alike. </span>}
              {sheet.title}, grain to the right.
              <details>
                <summary className="cursor-pointer py-1">Cuts in order</summary>
                <ol className="list-decimal pl-6">
                  {sheet.cuts.map((cut, n) => (
                    <li key={n}>{cut}</li>
                  ))}
                </ol>
              </details>
            </figcaption>
          </figure>
        ))}
      </div>
    </section>
  );
}
