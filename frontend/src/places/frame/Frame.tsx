import { useDeferredValue, useEffect, useMemo, useState } from "react";

import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { SolidView } from "../../drawing/solid/SolidView";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { useFrame } from "../../job/queries";
import { TallyBar } from "../../job/TallyBar";
import { withUnit } from "../../quantity/format";
import { PullSlider } from "../../ui/PullSlider";
import { Tabs } from "../../ui/Tabs";
import { Sheet } from "./Sheet";

type FrameData = Schemas["FrameOut"];

/** Deck height from the floor up, and what it would be on other rollers. */
function Stack({ data }: { data: FrameData }) {
  const { units } = useJob();
  const L = (mm: number) => withUnit(mm, units.length);
  return (
    <details className="border-t border-hair px-1 py-2">
      <summary className="min-h-9 cursor-pointer font-medium">
        Deck top {L(data.stack.at(-1)?.top ?? 0)} above the floor: how it adds up, and other rollers
      </summary>
      <div className="grid grid-cols-2 gap-6 py-1 text-[14px] max-[700px]:grid-cols-1">
        <table>
          <caption className="sr-only">Deck height, floor up</caption>
          <tbody>
            {data.stack.map((row) => (
              <tr key={row.label} className="border-b border-dotted border-hair">
                <th scope="row" className="py-1 text-left font-normal">
                  {row.label}
                </th>
                <td className="text-right">{L(row.adds)}</td>
                <td className="pl-3 text-right font-medium">{L(row.top)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table>
          <caption className="text-left text-steel">Deck top with other rollers</caption>
          <thead>
            <tr className="text-left text-steel">
              <th className="font-normal">Roller</th>
              <th className="text-right font-normal">let in as now</th>
              <th className="text-right font-normal">under the rail</th>
            </tr>
          </thead>
          <tbody>
            {data.deck_heights.map((row) => (
              <tr key={row.roller} className="border-b border-dotted border-hair">
                <td className="py-0.5">{L(row.roller)}</td>
                <td className="text-right">{L(row.let_in)}</td>
                <td className="text-right">{L(row.under)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

/** What it clears, and which unmeasured figure it hangs on. */
function Notes({ data }: { data: FrameData }) {
  const { report } = useJob();
  const fits = (report?.findings ?? []).filter((f) => f.id.includes("/fit.") && f.state !== "unknown").slice(0, 3);
  const hangs = [...new Set((report?.findings ?? []).flatMap((f) => f.hangs_on ?? []))].map((name) =>
    name.replaceAll("_", " "),
  );
  const unknown = (report?.findings ?? []).filter((f) => f.state === "unknown").slice(0, 3);
  const begins =
    data.here.find((f) => f.id.endsWith("/hold-down.begins")) ??
    report?.findings.find((f) => f.id.endsWith("/hold-down.begins"));
  return (
    <div className="grid grid-cols-3 gap-4 border-t border-hair px-1 py-2 text-[14px] max-[700px]:grid-cols-1">
      <div>
        <h3 className="text-[16px]">Clears</h3>
        {fits.map((f) => (
          <p key={f.id}>{f.sentence}</p>
        ))}
      </div>
      <div>
        <h3 className="text-[16px]">Hangs on</h3>
        <p>{hangs.length ? `${hangs.join(", ")}: typical, not measured` : "nothing unmeasured"}</p>
        {unknown.map((f) => (
          <p key={f.id} className="text-steel">
            {f.title}: not known
          </p>
        ))}
      </div>
      <div>
        <h3 className="text-[16px]">Hold-down</h3>
        <p>{begins?.sentence}</p>
      </div>
    </div>
  );
}

/** 3 Frame: the build with live dimensions; pull the tray and everything follows. */
export function Frame() {
  const { jobId, version, units, design, light } = useJob();
  const [view, setView] = useState("side");
  const [travel, setTravel] = useState(0);
  const [selected, setSelected] = useState("");
  const settled = useDeferredValue(travel);
  const frame = useFrame(jobId, version, Math.round(settled * 100) / 100);
  const data = frame.data;
  const reach = data?.reach ?? 0;
  const shown = data?.views.find((one) => one.name === view);
  const here = useMemo(() => new Map((data?.here ?? []).map((f) => [f.id, f])), [data?.here]);
  useEffect(() => {
    if (!selected.startsWith("/")) return;
    document.querySelector<HTMLInputElement>(`aside [data-path="${selected}"]`)?.focus();
  }, [selected]);
  const build = design.builds?.[0];
  return (
    <Page
      left={
        <>
          <h1 className="text-[22px] leading-tight">{build?.label ?? "No build yet"}</h1>
          <p className="mb-3 text-[14px] text-steel">{design.name}</p>
          <Sheet index={0} />
        </>
      }
      right={<Findings here={here} />}
      foot={<TallyBar />}
    >
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 px-3 pt-2">
        <Tabs
          label="View"
          value={view}
          onChange={setView}
          options={[
            { value: "plan", label: "Plan" },
            { value: "side", label: "Side" },
            { value: "rear", label: "Rear" },
            { value: "3D", label: "3D" },
          ]}
        />
        {reach > 0 && (
          <PullSlider reach={reach} travel={Math.min(travel, reach)} unit={units.length} onChange={setTravel} />
        )}
      </div>
      {data && data.positions.length > 0 && (
        <div className="flex gap-2 px-3 pt-1 text-[14px]">
          {data.positions.map((position) => (
            <button
              key={position.name}
              type="button"
              className="min-h-9 px-1 text-chalk underline"
              onClick={() => setTravel(position.travel)}
            >
              {position.name}
            </button>
          ))}
          <span className="self-center text-steel">{settled > 0 ? "parked only" : "as driven"}</span>
        </div>
      )}
      <Stage least={340}>
        {frame.isError && (
          <p role="alert" className="p-4 font-medium">
            {frame.error.message}
          </p>
        )}
        {view === "3D" && (
          <SolidView title="The build in three dimensions" query={{ travel: Math.round(settled * 100) / 100 }} />
        )}
        {shown && (
          <Drawing
            view={shown}
            units={units}
            title={`The build, ${view}`}
            selected={selected}
            onField={(field) => {
              if (field.startsWith("travel:")) setSelected(`/builds/0/pull_out`);
              else if (field.startsWith("/host/")) setSelected("");
              else setSelected(field);
            }}
            onPart={(part) => light([part])}
          />
        )}
      </Stage>
      {data && (
        <div className="px-3">
          <Notes data={data} />
          <Stack data={data} />
        </div>
      )}
    </Page>
  );
}
