import { useEffect, useState } from "react";

import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { useCatalog, useMeasure } from "../../job/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, QuantityField, TextField, TickField } from "../../ui/fields";
import { Tabs } from "../../ui/Tabs";
import { showLength } from "../../quantity/format";
import { Truck } from "./Truck";

type DimensionOut = Schemas["DimensionOut"];
const STATES = [
  { value: "typical", label: "typical" },
  { value: "measured", label: "measured" },
  { value: "checked", label: "checked twice" },
];

function DimensionSheet({ dimension }: { dimension: DimensionOut }) {
  const path = `/host/dims/${dimension.name}`;
  return (
    <section aria-label="Dimension" className="mb-4 border-l-[3px] border-tape pl-3">
      <h2 className="text-[20px] leading-tight">{dimension.label}</h2>
      <p className="mb-1 text-[14px] text-steel">{dimension.how}</p>
      <QuantityField
        label="Length"
        path={`${path}/value`}
        kind="length"
        optional
        also={dimension.state === "typical" ? [{ path: `${path}/state`, value: "measured" }] : undefined}
      />
      <ChoiceField label="How sure" path={`${path}/state`} options={STATES} />
      <QuantityField
        label="Tolerance"
        path={`${path}/tolerance`}
        kind="length"
        optional
        placeholder={`±${dimension.tolerance_mm} mm`}
      />
    </section>
  );
}

function DimensionList({
  rows,
  chosen,
  onChoose,
}: {
  rows: DimensionOut[];
  chosen: string;
  onChoose: (name: string) => void;
}) {
  const { units } = useJob();
  return (
    <ul aria-label="Dimensions">
      {rows.map((row) => (
        <li key={row.name} className="border-b border-dotted border-hair">
          <button
            type="button"
            aria-current={chosen === row.name}
            className={`flex min-h-11 w-full items-center justify-between gap-2 text-left hover:bg-offer ${chosen === row.name ? "bg-offer" : ""}`}
            onClick={() => onChoose(row.name)}
          >
            <span className="leading-tight">{row.label}</span>
            {row.mm == null ? (
              <span className="shrink-0 rounded border border-dashed border-steel px-1.5 text-[13px] text-steel">
                {row.optional ? "none" : "measure"}
              </span>
            ) : (
              <span className="shrink-0 text-right font-medium">
                {row.state === "typical" ? "~ " : ""}
                {showLength(row.mm, units.length)}
                {row.state === "checked" ? " ✓" : ""}
              </span>
            )}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Pockets in both sides that take a cross member. */
function Slots() {
  const { design, change } = useJob();
  const slots = design.host.slots ?? [];
  const add = () => {
    const taken = new Set(slots.map((slot) => slot.name));
    let n = slots.length + 1;
    while (taken.has(`slot ${n}`)) n += 1;
    void change(
      [
        {
          op: "add",
          path: "/host/slots",
          value: { name: `slot ${n}`, x: "300 mm", height: "300 mm", opening: "40 mm" },
        },
      ],
      "slot added",
    );
  };
  return (
    <Group title="Slots in the sides">
      {slots.map((slot, i) => (
        <details key={slot.name} className="border-b border-hair py-1">
          <summary className="min-h-9 cursor-pointer py-1.5 font-medium">{slot.name}</summary>
          <TextField label="Name" path={`/host/slots/${i}/name`} />
          <QuantityField label="Its middle from the front" path={`/host/slots/${i}/x`} kind="length" />
          <QuantityField label="Bottom above the floor" path={`/host/slots/${i}/height`} kind="length" />
          <QuantityField label="Opening along" path={`/host/slots/${i}/opening`} kind="length" />
          <QuantityField label="One side bears" path={`/host/slots/${i}/rating`} kind="mass" optional />
          <Button
            tone="quiet"
            onClick={() => void change([{ op: "remove", path: `/host/slots/${i}` }], `${slot.name} removed`)}
          >
            Remove {slot.name}
          </Button>
        </details>
      ))}
      <Button className="mt-1 w-full" onClick={add}>
        Add a slot
      </Button>
    </Group>
  );
}

function Holes() {
  const { design, change } = useJob();
  const catalog = useCatalog();
  const holes = design.host.holes ?? [];
  const threads = (catalog.data?.threads ?? []).map((value) => ({ value, label: value }));
  const behind = ["rib", "sheet", "weld nut", "unknown"].map((value) => ({ value, label: value }));
  const add = () => {
    const taken = new Set(holes.map((hole) => hole.name));
    let n = holes.length + 1;
    while (taken.has(`bolt ${n}`)) n += 1;
    void change(
      [{ op: "add", path: "/host/holes", value: { name: `bolt ${n}`, x: "200 mm", y: "0 mm", thread: "M10" } }],
      "existing bolt added",
    );
  };
  return (
    <Group title="Existing bolts and holes">
      <TickField label="New holes may be drilled" path="/host/may_drill" />
      {holes.map((hole, i) => (
        <details key={hole.name} className="border-b border-hair py-1">
          <summary className="min-h-9 cursor-pointer py-1.5 font-medium">
            {hole.name}, {hole.thread}
          </summary>
          <TextField label="Name" path={`/host/holes/${i}/name`} />
          <QuantityField label="From bed front" path={`/host/holes/${i}/x`} kind="length" />
          <QuantityField label="Right of centre (− left)" path={`/host/holes/${i}/y`} kind="length" />
          <ChoiceField label="Thread" path={`/host/holes/${i}/thread`} options={threads} />
          <ChoiceField label="Behind it" path={`/host/holes/${i}/behind`} options={behind} />
          <QuantityField label="Rating, if known" path={`/host/holes/${i}/rating`} kind="mass" optional />
          <TickField label="It holds the bed" path={`/host/holes/${i}/holds_bed`} />
          <Button
            tone="quiet"
            onClick={() => void change([{ op: "remove", path: `/host/holes/${i}` }], `${hole.name} removed`)}
          >
            Remove {hole.name}
          </Button>
        </details>
      ))}
      <Button className="mt-2" onClick={add}>
        Add an existing bolt
      </Button>
    </Group>
  );
}

/** 1 Measure: the host drawn from its numbers; a tag opens its length. */
export function Measure() {
  const { jobId, version, units } = useJob();
  const measure = useMeasure(jobId, version);
  const [view, setView] = useState("plan");
  const [chosen, setChosen] = useState("floor_length");
  const rows = measure.data?.dimensions ?? [];
  const dimension = rows.find((row) => row.name === chosen);
  const choose = (name: string) => setChosen(name);
  useEffect(() => {
    document
      .querySelector<HTMLInputElement>(`[data-path="/host/dims/${chosen}/value"]`)
      ?.focus({ preventScroll: true });
  }, [chosen]);
  const shown = measure.data?.views.find((one) => one.name === view);
  const order = rows.filter((row) => row.mm == null && !row.optional);
  return (
    <Page
      left={
        <>
          {dimension && <DimensionSheet key={dimension.name} dimension={dimension} />}
          {order.length > 0 && (
            <p className="mb-2 text-[14px]">
              Next to take:{" "}
              <button type="button" className="text-chalk underline" onClick={() => choose(order[0]?.name ?? chosen)}>
                {order[0]?.label}
              </button>
            </p>
          )}
          <DimensionList rows={rows} chosen={chosen} onChoose={choose} />
        </>
      }
      right={
        <>
          <Findings places={["measure"]} title="Survey" />
          <div className="mt-4">
            <Holes />
            <Slots />
            <Truck />
          </div>
        </>
      }
    >
      <div className="flex items-center gap-4 p-3">
        <Tabs
          label="View"
          value={view}
          onChange={setView}
          options={[
            { value: "plan", label: "Plan" },
            { value: "side", label: "Side" },
            { value: "rear", label: "Rear" },
          ]}
        />
        <span className="text-[14px] text-steel">~ typical, ✓ checked twice. Tap a tag to measure it.</span>
      </div>
      <Stage least={420}>
        {shown && (
          <Drawing
            view={shown}
            units={units}
            title={`The bed, ${view}`}
            selected={`/host/dims/${chosen}`}
            onField={(field) => choose(field.replace("/host/dims/", ""))}
          />
        )}
      </Stage>
    </Page>
  );
}
