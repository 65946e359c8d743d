import { useEffect, useRef } from "react";

import type { Schemas } from "../../api/client";
import { useJob, useLit } from "../../job/context";
import { showMass, withUnit } from "../../quantity/format";

type Row = Schemas["CutOut"]["pieces"][number];

/** What is cut, a row for all that are alike; what is chosen elsewhere is lit, and brought into sight. */
export function List({ pieces, currency }: { pieces: readonly Row[]; currency: string }) {
  return (
    <div className="mb-6 overflow-x-auto" role="region" aria-label="Cut list" tabIndex={0}>
      <table className="w-full [&_td]:pr-3 [&_th]:pr-3">
        <thead>
          <tr className="border-b border-ink text-left text-[14px] text-steel">
            <th className="py-1 font-normal">Mark</th>
            <th className="font-normal">No.</th>
            <th className="font-normal">What</th>
            <th className="font-normal">From</th>
            <th className="text-right font-normal">Length</th>
            <th className="pl-4 font-normal">Ends</th>
            <th className="text-right font-normal">Each</th>
            <th className="text-right font-normal">Price</th>
          </tr>
        </thead>
        <tbody>
          {pieces.map((row) => (
            <Piece key={row.piece.mark} row={row} currency={currency} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Piece({ row: { piece, count, brief, issued }, currency }: { row: Row; currency: string }) {
  const { units, light } = useJob();
  const at = useRef<HTMLTableRowElement>(null);
  const lit = useLit(piece.parts);
  const under = useRef(false);
  useEffect(() => {
    // what the pointer itself lights is in sight
    if (lit && !under.current) at.current?.scrollIntoView({ block: "nearest" });
  }, [lit]);
  const L = (mm: number) => withUnit(mm, units.length);
  return (
    <tr
      ref={at}
      className={`border-b border-dotted border-hair ${lit ? "bg-offer" : ""}`}
      data-lit={lit}
      onMouseEnter={() => {
        under.current = true;
        light(piece.parts);
      }}
      onMouseLeave={() => {
        under.current = false;
        light([]);
      }}
    >
      <td className="py-1.5 text-[17px] font-semibold">{issued ?? piece.mark}</td>
      <td>{count}</td>
      <td>{piece.role}</td>
      <td className="min-w-[7.5rem] text-[14px]">{piece.stock_label}</td>
      <td className="text-right font-semibold whitespace-nowrap">
        {L(piece.length)}
        {piece.width != null && ` × ${L(piece.width)}`}
      </td>
      <td className="min-w-[6rem] pl-4 text-[14px] text-steel">{brief}</td>
      <td className="text-right whitespace-nowrap">{showMass(piece.kg, units.mass)}</td>
      <td className="text-right whitespace-nowrap">
        {currency} {(piece.price * count).toFixed(0)}
      </td>
    </tr>
  );
}
