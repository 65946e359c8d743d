import { useState } from "react";
import { useSearchParams } from "react-router";

import type { Finding } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page } from "../../job/Page";
import { useProve } from "../../job/queries";
import { WorkingSheet } from "../../job/WorkingSheet";
import { showForce, withUnit } from "../../quantity/format";
import { STATE_TEXT } from "../../tape/state";
import { Tape } from "../../tape/Tape";
import { Tabs } from "../../ui/Tabs";

const withWorking = (f: Finding) => (f.working ?? []).length > 0 || f.place === "prove" || f.place === "frame";

/** 4 Prove: pick a finding, read its working; the frame under one case with its bent line. */
export function Prove() {
  const { jobId, version, units, report, lit, light } = useJob();
  const [query, setQuery] = useSearchParams();
  const chosenId = query.get("finding") ?? "";
  const finding =
    report?.findings.find((f) => f.id === chosenId) ??
    report?.findings.find((f) => f.place === "prove" && withWorking(f));
  const positionNames: readonly string[] = ["in", "out"];
  const wantedPosition =
    query.get("position") ??
    (finding?.position && finding.position !== "here" ? finding.position : (positionNames[0] ?? "in"));
  const wantedCase = query.get("case") ?? finding?.case ?? "";
  const prove = useProve(jobId, version, wantedPosition, wantedCase);
  const [view, setView] = useState("side");
  const data = prove.data;
  const shown = data?.views.find((one) => one.name === view);
  const set = (changes: Record<string, string>) => {
    const next = new URLSearchParams(query);
    for (const [key, value] of Object.entries(changes)) next.set(key, value);
    setQuery(next, { replace: true });
  };
  return (
    <Page
      left={
        <Findings
          title="Pick a finding"
          pick={withWorking}
          selected={finding?.id}
          onPick={(f) => setQuery({ finding: f.id }, { replace: true })}
        />
      }
      right={
        finding ? (
          <WorkingSheet finding={finding} />
        ) : (
          <p className="text-steel">Nothing to prove yet: design a build on Frame.</p>
        )
      }
    >
      <div className="flex flex-wrap items-center gap-3 px-3 pt-2">
        <Tabs
          label="Position"
          value={data?.position ?? ""}
          onChange={(position) => set({ position })}
          options={(data?.positions ?? []).map((p) => ({ value: p.name, label: p.name }))}
        />
        <label className="flex items-center gap-2">
          Case
          <select
            className="h-[38px] rounded border border-steel bg-card px-2"
            value={data?.case ?? ""}
            onChange={(event) => set({ case: event.currentTarget.value, position: data?.position ?? "in" })}
          >
            {(data?.cases ?? []).map((one) => (
              <option key={one.name} value={one.name}>
                {one.name} ({one.worst.toFixed(2)})
              </option>
            ))}
          </select>
        </label>
        <Tabs
          label="View"
          value={view}
          onChange={setView}
          options={[
            { value: "side", label: "Side" },
            { value: "plan", label: "Plan" },
          ]}
        />
      </div>
      {data?.error && (
        <p role="alert" className="px-4 pt-2 font-medium">
          {data.error}
        </p>
      )}
      <div className="min-h-[250px] flex-1 px-2">
        {shown && (
          <Drawing view={shown} units={units} title={`The frame, ${view}`} lit={lit} onPart={(part) => light([part])} />
        )}
      </div>
      {data && view === "side" && (
        <p className="px-4 text-[14px] text-steel">
          Blue line: the left rail bent, drawn {data.scale} times too large. Hatching: slanted is tight, crossed is
          over. Forces in the {data.case} case.
        </p>
      )}
      <div className="grid grid-cols-[3fr_2fr] gap-6 px-4 py-3 max-[700px]:grid-cols-1">
        <table className="w-full text-[14px]">
          <caption className="text-left font-head text-[17px] font-semibold">Members in this case</caption>
          <tbody>
            {(data?.members ?? []).map((row) => (
              <tr
                key={row.member}
                className="border-b border-dotted border-hair"
                onMouseEnter={() => light([row.member])}
                onMouseLeave={() => light([])}
              >
                <td className="py-1">
                  {row.member.split("/").at(-1)}
                  <span className="block text-[13px] text-steel">
                    {row.section}, at {withUnit(row.at, units.length)}
                  </span>
                </td>
                <td>
                  <Tape state={row.state} use={row.use} width={120} />
                </td>
                <td className={`text-right font-semibold ${STATE_TEXT[row.state]}`}>{row.use.toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className="h-fit w-full text-[14px]">
          <caption className="text-left font-head text-[17px] font-semibold">What the supports push with</caption>
          <tbody>
            {(data?.reactions ?? []).map((row) => (
              <tr key={row.name} className="border-b border-dotted border-hair">
                <td className="py-1">{row.name}</td>
                <td className="text-right font-medium whitespace-nowrap">
                  {row.newton > 0.5 ? showForce(row.newton, units.mass) : "free"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="px-4 pb-3 text-[13px] text-steel">
        The deck spans from rib to rib and braces the frame in its plane; rollers act on the rail’s centre line.{" "}
        {report?.notice}
      </p>
    </Page>
  );
}
