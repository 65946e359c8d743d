import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";

import type { Finding, Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { SolidView } from "../../drawing/solid/SolidView";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Motions } from "../../job/Motions";
import { Page, Stage } from "../../job/Page";
import { standing, useFrame, type Shown } from "../../job/queries";
import { TallyBar } from "../../job/TallyBar";
import { withUnit } from "../../quantity/format";
import { Tabs } from "../../ui/Tabs";
import { Builds, FamilyCards } from "./Builds";
import { Section } from "./Section";
import { Sheet } from "./Sheet";

type FrameData = Schemas["FrameOut"];

/** How the height adds up from the floor, and what else would give. */
function Stack({ data }: { data: FrameData }) {
  const { units } = useJob();
  const L = (mm: number) => withUnit(mm, units.length);
  const top = data.stack.at(-1);
  if (!top) return null;
  return (
    <details className="border-t border-hair px-1 py-2">
      <summary className="min-h-9 cursor-pointer font-medium">Top {L(top.top)}: how it adds up</summary>
      <div className="grid grid-cols-2 gap-6 py-1 text-[14px] max-[700px]:grid-cols-1">
        <table>
          <caption className="sr-only">Height, floor up</caption>
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
        {data.tables.map((table) => (
          <table key={table.title}>
            <caption className="text-left text-steel">{table.title}</caption>
            <thead>
              <tr className="text-left text-steel">
                {table.heads.map((head, i) => (
                  <th key={head} className={i ? "text-right font-normal" : "font-normal"}>
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {table.rows.map((row) => (
                <tr key={row.join()} className="border-b border-dotted border-hair">
                  {row.map((mm, i) => (
                    <td key={i} className={i ? "text-right" : "py-0.5"}>
                      {L(mm)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </details>
  );
}

/** What it clears, and which unmeasured figure it hangs on. */
function Notes({ data }: { data: FrameData }) {
  const { report } = useJob();
  const mine = (report?.findings ?? []).filter((f) => f.id.startsWith(`${data.build}/`));
  const fits = mine.filter((f) => f.id.includes("/fit.") && f.state !== "unknown").slice(0, 3);
  const hangs = [...new Set(mine.flatMap((f) => f.hangs_on ?? []))].map((name) => name.replaceAll("_", " "));
  const unknown = mine.filter((f) => f.state === "unknown").slice(0, 3);
  const notes = mine
    .filter((f) => f.state === "note" && f.place === "frame")
    .map((f) => data.here.find((now) => now.id === f.id) ?? f)
    .slice(0, 2);
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
      {notes.length > 0 && (
        <div>
          <h3 className="text-[16px]">To know</h3>
          {notes.map((f) => (
            <p key={f.id}>{f.sentence}</p>
          ))}
        </div>
      )}
    </div>
  );
}

const BESIDES: readonly { value: Shown; label: string }[] = [
  { value: "clearances", label: "clearances" },
  { value: "swept", label: "what it sweeps" },
  { value: "people", label: "people" },
  { value: "way in", label: "way in" },
  { value: "way out", label: "way out" },
];

/** What the drawing shows besides the parts. */
function Besides({ show, onShow }: { show: readonly Shown[]; onShow: (show: readonly Shown[]) => void }) {
  return (
    <fieldset className="flex flex-wrap items-center gap-x-4 px-3 text-[14px]">
      <legend className="sr-only">Also draw</legend>
      <span className="text-steel" aria-hidden>
        Also draw
      </span>
      {BESIDES.map(({ value, label }) => (
        <label key={value} className="flex min-h-11 cursor-pointer items-center gap-1.5">
          <input
            type="checkbox"
            className="size-4 accent-ink"
            checked={show.includes(value)}
            onChange={(event) => onShow(event.target.checked ? [...show, value] : show.filter((one) => one !== value))}
          />
          {label}
        </label>
      ))}
    </fieldset>
  );
}

/** 3 Frame: the builds with live dimensions, one in hand; move what moves and everything follows. */
export function Frame() {
  const { jobId, version, units, design, light, travels, hand, scene, checking } = useJob();
  const [view, setView] = useState("side");
  const [selected, setSelected] = useState("");
  const [whose, setWhose] = useState("all");
  const settled = useDeferredValue(travels);
  const at = useMemo(() => standing(settled), [settled]);
  const [show, setShow] = useState<readonly Shown[]>([]);
  const [part, setPart] = useState("");
  const [cuts, setCuts] = useState<Readonly<Record<string, number | undefined>>>({});
  const cut = useDeferredValue(cuts[view]);
  const section = cut === undefined ? "" : `${view}:${cut.toFixed(1)}`;
  const frame = useFrame(
    jobId,
    version,
    hand,
    at,
    show,
    show.includes("way in") ? part : "",
    scene,
    !checking,
    section,
  );
  const data = frame.data;
  const reach = data?.reaches.find((one) => one.view === view);
  const shown = data?.views.find((one) => one.name === view);
  const here = useMemo(() => new Map((data?.here ?? []).map((f) => [f.id, f])), [data?.here]);
  useEffect(() => {
    if (!selected.startsWith("/")) return;
    document.querySelector<HTMLInputElement>(`aside [data-path="${selected}"]`)?.focus();
  }, [selected]);
  const builds = design.builds ?? [];
  const build = builds.find((one) => one.id === hand);
  const mine = useCallback((f: Finding) => f.id.startsWith(`${hand}/`), [hand]);
  if (!build)
    return (
      <Page foot={<TallyBar />}>
        <section className="mx-auto w-full max-w-3xl p-5">
          <h1 className="text-[26px]">What shall be built?</h1>
          <p className="mb-3 text-steel">Each is drawn at the size it would start with in this host.</p>
          <FamilyCards onDone={() => undefined} />
        </section>
      </Page>
    );
  return (
    <Page
      left={
        <>
          <Builds />
          <h1 className="text-[22px] leading-tight">{build.label}</h1>
          <p className="mb-3 text-[14px] text-steel">{design.name}</p>
          <Sheet key={hand} build={hand} />
        </>
      }
      right={
        <>
          {builds.length > 1 && (
            <div className="mb-2">
              <Tabs
                label="Whose findings"
                value={whose}
                onChange={setWhose}
                options={[
                  { value: "all", label: "All" },
                  { value: "this", label: build.label ?? "This build" },
                ]}
              />
            </div>
          )}
          <Findings here={here} pick={whose === "this" ? mine : undefined} />
        </>
      }
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
        {data && <Motions motions={data.motions} drivable={data.drivable} />}
      </div>
      {view !== "3D" && (
        <div className="flex flex-wrap items-center">
          <Besides show={show} onShow={setShow} />
          {reach && (
            <Section
              reach={reach}
              at={cuts[view]}
              unit={units.length}
              onCut={(mm) => setCuts((before) => ({ ...before, [view]: mm }))}
            />
          )}
        </div>
      )}
      <Stage least={340}>
        {frame.isError && (
          <p role="alert" className="p-4 font-medium">
            {frame.error.message}
          </p>
        )}
        {view === "3D" && <SolidView title="The builds in three dimensions" query={{ at }} />}
        {shown && (
          <Drawing
            view={shown}
            units={units}
            title={`The build, ${view}`}
            selected={selected}
            onField={(field) => setSelected(field.startsWith("/host/") ? "" : field)}
            onPart={(part) => {
              light([part]);
              setPart(part);
            }}
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
