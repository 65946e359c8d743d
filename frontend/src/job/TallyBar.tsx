import { showMass } from "../quantity/format";
import { useJob } from "./context";

/** What it all comes to, along the foot of the page. */
export function TallyBar() {
  const { report, units, design } = useJob();
  const tally = report?.tally;
  if (!tally) return null;
  const cells: [string, string][] = [
    ["Build weighs", showMass(tally.build_kg, units.mass)],
    ["Carried", showMass(tally.carried_kg, units.mass)],
    ["Payload left", tally.payload_left_kg == null ? "unknown" : showMass(tally.payload_left_kg, units.mass)],
    ["Materials", `${design.shop?.currency ?? "$"} ${tally.price.toFixed(0)}`],
    [
      "Bars, sheets",
      `${tally.bars} ${tally.bars === 1 ? "bar" : "bars"}, ${tally.sheets} ${tally.sheets === 1 ? "sheet" : "sheets"}`,
    ],
    ["Hours", tally.hours.toFixed(1)],
  ];
  return (
    <dl className="grid shrink-0 grid-cols-6 border-t-2 border-ink bg-card max-[900px]:grid-cols-3">
      {cells.map(([label, value]) => (
        <div key={label} className="border-r border-hair px-4 py-2 last:border-r-0">
          <dt className="text-[13px] text-steel">{label}</dt>
          <dd className="text-[20px] leading-tight font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
