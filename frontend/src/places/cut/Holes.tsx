import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { withUnit } from "../../quantity/format";

interface Props {
  rows: readonly Schemas["Drilled"][];
}

/** Holes that follow from joints and fixings, part by part, each from the end that is named. */
export function Holes({ rows }: Props) {
  const { units } = useJob();
  const L = (mm: number) => withUnit(mm, units.length);
  const size = (d: number | null) =>
    d === null ? "as its bolt" : `${d.toFixed(1)} mm${units.length === "in" ? `, ${L(d)}` : ""}`;
  return (
    <>
      <p className="mb-3 max-w-[70ch] text-[14px] text-steel">
        What follows from how it is joined and held. Holes of brackets, hinges, slides and feet are drilled through
        those once they are in place. Measure the vehicle&apos;s own places before these are drilled.
      </p>
      {rows.length === 0 && <p className="text-steel">No member of this job is drilled for a joint or a fixing.</p>}
      {rows.map((row) => (
        <section key={`${row.mark} ${row.parts[0]}`} className="mb-5 max-w-[760px]" aria-label={`Holes of ${row.name}`}>
          <h2 className="text-[18px]">
            {row.mark}
            <span className="ml-2 font-sans text-[14px] font-normal text-steel">
              {row.parts.length > 1 && `${row.parts.length} alike: `}
              {row.name}
            </span>
          </h2>
          <div className="overflow-x-auto" role="region" aria-label={`Table of ${row.name}`} tabIndex={0}>
            <table className="w-full text-[14px] [&_td]:pr-2 [&_th]:pr-2">
              <thead>
                <tr className="border-b border-ink text-left text-steel">
                  <th scope="col" className="font-normal">
                    From its {row.end} end
                  </th>
                  <th scope="col" className="font-normal">
                    Off the middle
                  </th>
                  <th scope="col" className="font-normal">
                    Hole
                  </th>
                  <th scope="col" className="font-normal">
                    Through its
                  </th>
                  <th scope="col" className="font-normal">
                    For
                  </th>
                </tr>
              </thead>
              <tbody>
                {row.holes.map((hole, n) => (
                  <tr key={n} className="border-b border-dotted border-hair">
                    <td className="py-1 font-medium whitespace-nowrap">{L(hole.at)}</td>
                    <td>{hole.side ? `${L(hole.across)}, to its ${hole.side} side` : "in the middle"}</td>
                    <td className="whitespace-nowrap">{size(hole.d)}</td>
                    <td>{hole.through}</td>
                    <td>{hole.what}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      ))}
    </>
  );
}
