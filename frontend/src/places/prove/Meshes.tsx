import { useJob } from "../../job/context";
import { useRefining } from "../../job/queries";
import { withUnit } from "../../quantity/format";

/** How far a build's panels are refined: meshes get finer until the governing use stays. */
export function Meshes({ build }: { build: string }) {
  const { jobId, version, units } = useJob();
  const { data } = useRefining(jobId, version, true);
  const rows = (data?.meshes ?? []).filter((row) => row.build === build);
  const last = rows.at(-1);
  return (
    <p className="px-4 pt-1 text-[14px] text-steel" aria-live="polite">
      {data?.running ? "Refining the panels behind: " : last ? "Panels refined: " : ""}
      {rows
        .map((row) => `elements of ${withUnit(row.step, units.length)} (${row.elements}) use ${row.use.toFixed(2)}`)
        .join(", ")}
      {last?.moved != null && `; moved by ${(100 * last.moved).toFixed(1)} % at last`}
      {(data?.running || last) && "."}
    </p>
  );
}
