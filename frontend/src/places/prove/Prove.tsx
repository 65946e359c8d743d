import { useState } from "react";
import { useSearchParams } from "react-router";

import type { Finding } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { SolidView } from "../../drawing/solid/SolidView";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { type Shape, useProve } from "../../job/queries";
import { WorkingSheet } from "../../job/WorkingSheet";
import { Tabs } from "../../ui/Tabs";
import { Diagrams } from "./Diagrams";
import { Loads } from "./Loads";
import { Meshes } from "./Meshes";
import { Edges, Joints, Members, Panels, Supports } from "./Tables";
import { WhatIf } from "./WhatIf";

const ALL = "all cases";
const withWorking = (f: Finding) => (f.working ?? []).length > 0 || f.place === "prove" || f.place === "frame";
const VIEWS = [
  { value: "side", label: "Side" },
  { value: "plan", label: "Plan" },
  { value: "rear", label: "Rear" },
  { value: "3D", label: "3D" },
];
const named = (names: readonly string[]) => names.map((value) => ({ value, label: value }));
const TABLES = named(["Members", "Along", "Joints", "Supports", "Loads"]);
const PANEL_TABLES = named(["Panels", "Edges", "Supports", "Loads"]);

/** Download of the working: the finding chosen, or all of them. */
function SheetLinks({ jobId, finding }: { jobId: number; finding: Finding | undefined }) {
  const link = "inline-flex min-h-11 items-center text-chalk underline";
  return (
    <p className="mt-2 flex flex-wrap gap-x-4 border-t border-hair pt-1 text-[14px]">
      {finding && (
        <a
          className={link}
          href={`/api/jobs/${jobId}/report.pdf?finding=${encodeURIComponent(finding.id)}`}
          target="_blank"
          rel="noreferrer"
        >
          This finding as PDF
        </a>
      )}
      <a className={link} href={`/api/jobs/${jobId}/report.pdf`} target="_blank" rel="noreferrer">
        Calculation sheet, all findings
      </a>
    </p>
  );
}

/** 4 Prove: pick a finding, read its working; the frame under one case with demand, bent and buckled lines. */
export function Prove() {
  const { jobId, version, units, report, light, design, hand } = useJob();
  const [query, setQuery] = useSearchParams();
  const [looked, setLooked] = useState("");
  const [table, setTable] = useState("Members");
  const [shape, setShape] = useState<Shape>("bent");
  const [picked, setPicked] = useState("");
  const chosenId = query.get("finding") ?? "";
  const finding =
    report?.findings.find((f) => f.id === chosenId) ??
    report?.findings.find((f) => f.place === "prove" && withWorking(f));
  const wantedPosition =
    query.get("position") ?? (finding?.position && finding.position !== "here" ? finding.position : "");
  const builds = design.builds ?? [];
  const build = builds.find((one) => finding?.id.startsWith(`${one.id}/`))?.id ?? hand;
  const wantedCase = query.get("case") ?? finding?.case ?? "";
  const prove = useProve(jobId, version, build, wantedPosition, wantedCase);
  const data = prove.data;
  const view = looked || (data?.facing ?? "side");
  const shown = data?.views.find((one) => one.name === view);
  const member =
    data?.members.find((row) => row.member === picked)?.member ??
    data?.members.find((row) => finding?.parts.includes(row.member))?.member ??
    data?.members[0]?.member ??
    "";
  const set = (changes: Record<string, string>) => {
    const next = new URLSearchParams(query);
    for (const [key, value] of Object.entries(changes)) next.set(key, value);
    setQuery(next, { replace: true });
  };
  const openMember = (one: string) => {
    setPicked(one);
    setTable("Along");
  };
  const framed = (data?.panels ?? []).length === 0;
  const tables = framed ? TABLES : PANEL_TABLES;
  const tab = tables.some((one) => one.value === table) ? table : (tables[0]?.value ?? "");
  const numbers = [
    !framed
      ? ""
      : data?.critical != null
        ? `buckles at ${data.critical.toFixed(data.critical < 10 ? 1 : 0)} times this load`
        : "far from buckling, over 100 times this load",
    data?.frequency != null && Number.isFinite(data.frequency)
      ? `lowest frequency ${data.frequency.toFixed(1)} Hz`
      : "",
    data?.system ?? "",
  ].filter(Boolean);
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
          <>
            <WorkingSheet finding={finding} />
            <SheetLinks jobId={jobId} finding={finding} />
          </>
        ) : (
          <p className="text-steel">Nothing to prove yet: design a build on Frame.</p>
        )
      }
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 px-3 pt-2">
        {builds.length > 1 && (
          <span className="font-head text-[19px] font-semibold">
            {builds.find((one) => one.id === build)?.label ?? ""}
          </span>
        )}
        {(data?.positions ?? []).some(Boolean) && (
          <Tabs
            label="Position"
            value={data?.position ?? ""}
            onChange={(position) => set({ position })}
            options={(data?.positions ?? []).filter(Boolean).map((name) => ({ value: name, label: name }))}
          />
        )}
        <label className="flex items-center gap-2">
          Case
          <select
            className="h-[38px] max-w-[230px] rounded border border-steel bg-card px-2"
            value={data?.case ?? ""}
            onChange={(event) => set({ case: event.currentTarget.value, position: data?.position ?? "" })}
          >
            <option value={ALL}>all cases, the worst of each</option>
            {(data?.cases ?? []).map((one) => (
              <option key={one.name} value={one.name}>
                {one.name} ({one.worst.toFixed(2)})
              </option>
            ))}
          </select>
        </label>
        <Tabs label="View" value={view} onChange={setLooked} options={VIEWS} />
      </div>
      {data?.error && (
        <p role="alert" className="px-4 pt-2 font-medium">
          {data.error}
        </p>
      )}
      <Stage least={view === "3D" ? 420 : 250}>
        {prove.isPending && <p className="p-4 text-steel">Solving the frame…</p>}
        {prove.isError && (
          <p role="alert" className="p-4 font-medium">
            {prove.error.message}
          </p>
        )}
        {view === "3D" ? (
          <>
            <div className="flex items-center gap-3 px-2 pt-2 text-[14px]">
              {framed && (
                <Tabs
                  label="Shape"
                  value={shape}
                  onChange={(value) => setShape(value as Shape)}
                  options={[
                    { value: "bent", label: "bent" },
                    { value: "buckled", label: "buckled" },
                    { value: "swinging", label: "swinging" },
                  ]}
                />
              )}
              <span className="text-steel">Drag or arrow keys to turn, roll or + and − to come closer.</span>
            </div>
            <SolidView
              title="The frame in three dimensions"
              chosen={member}
              query={{ proof: true, build, position: data?.position ?? "", case: data?.drawn ?? "", shape }}
            />
          </>
        ) : (
          shown && <Drawing view={shown} units={units} title={`The frame, ${view}`} onPart={(part) => light([part])} />
        )}
      </Stage>
      {data && data.drawn && (
        <p className="px-4 text-[14px] text-steel">
          {data.drawn}: {numbers.join("; ")}.{" "}
          {(view === "side" || !framed) &&
            `Blue lines: ${framed ? "members" : "panels"} bent, drawn ${data.scale} times too large. `}
          {view === "3D" &&
            shape !== "bent" &&
            `The ${shape} shape has no size of its own: drawn a tenth of the longest member. `}
          {!framed && "A bar shows where a panel is bent hardest and which way, a cross where it is sheared. "}
          Hatching: slanted is tight, crossed is over.
        </p>
      )}
      {!framed && <Meshes build={build} />}
      <WhatIf finding={finding} build={build} />
      <div className="border-t border-hair px-4 py-3">
        <div className="pb-2">
          <Tabs label="Tables" value={tab} onChange={setTable} options={tables} />
        </div>
        {data && tab === "Members" && <Members data={data} onMember={openMember} />}
        {data && tab === "Along" && (
          <Diagrams
            build={build}
            position={data.position}
            chosen={data.drawn}
            member={member}
            members={data.members}
            onMember={setPicked}
          />
        )}
        {data && tab === "Joints" && <Joints data={data} />}
        {data && tab === "Panels" && <Panels data={data} />}
        {data && tab === "Edges" && <Edges data={data} />}
        {data && tab === "Supports" && <Supports data={data} />}
        {tab === "Loads" && <Loads />}
      </div>
      <p className="px-4 pb-3 text-[13px] text-steel">
        {(data?.assumptions ?? []).join(" ")} {report?.notice}
      </p>
    </Page>
  );
}
