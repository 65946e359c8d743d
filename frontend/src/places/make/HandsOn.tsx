import type { Schemas } from "../../api/client";

/** Hands-on hours by framing system, with how far they are spread. */
export function HandsOn({ rows }: { rows: Schemas["PlanOut"]["hands_on"] }) {
  if (rows.length === 0) return null;
  return (
    <table className="mt-4 w-full border-t border-hair text-left text-[14px]">
      <caption className="pt-2 pb-1 text-left text-[20px]">Hands-on hours, by what it is framed in</caption>
      <thead>
        <tr className="text-steel">
          <th className="font-normal">System</th>
          <th className="text-right font-normal">Planned</th>
          <th className="text-right font-normal">As often as not</th>
          <th className="pl-3 font-normal">By</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.system} className="border-t border-dotted border-hair">
            <th className="py-1 font-medium">{row.label}</th>
            <td className="text-right">{row.hours.toFixed(1)} h</td>
            <td className="text-right">
              {row.low.toFixed(1)} to {row.high.toFixed(1)} h
            </td>
            <td className="pl-3 text-steel">
              {row.lines > 0 ? `this shop, ${row.lines} line${row.lines === 1 ? "" : "s"}` : "common practice"}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
