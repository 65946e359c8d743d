import { useEffect, useState } from "react";

import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { FormField } from "../../job/FormField";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { useMeasure } from "../../job/queries";
import { ChoiceField, Group, QuantityField } from "../../ui/fields";
import { Tabs } from "../../ui/Tabs";
import { showLength } from "../../quantity/format";
import { Outline } from "./Outline";
import { Tape } from "./Tape";
import { Truck } from "./Truck";
import { Under } from "./Under";

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

type FormRow = Schemas["FormRow"];

/** Rows of one list item folded under its name, the others as they come. */
function Rows({ rows }: { rows: FormRow[] }) {
  const items = [...new Set(rows.map((row) => row.item).filter(Boolean))];
  const plain = (row: FormRow) => ({ ...row, label: sentence(row.label.replace(`${row.item}: `, "")) });
  const fields = rows.filter((row) => !row.item && row.kind !== "command");
  const buttons = rows.filter((row) => !row.item && row.kind === "command");
  return (
    <>
      {fields.map((row) => (
        <FormField key={row.path} row={row} />
      ))}
      {items.map((item) => (
        <details key={item} className="border-b border-hair py-1">
          <summary className="min-h-9 cursor-pointer py-1.5 font-medium">{item}</summary>
          {rows
            .filter((row) => row.item === item)
            .map((row) => (
              <FormField key={`${row.path} ${row.label}`} row={row.kind === "command" ? row : plain(row)} />
            ))}
        </details>
      ))}
      {buttons.map((row) => (
        <FormField key={row.label} row={row} />
      ))}
    </>
  );
}

function sentence(words: string) {
  return words.charAt(0).toUpperCase() + words.slice(1);
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
          {dimension && <Tape dimension={dimension.name} label={dimension.label} />}
          {order.length > 0 && (
            <p className="mb-2 text-[14px]">
              Next to take:{" "}
              <button type="button" className="text-chalk underline" onClick={() => choose(order[0]?.name ?? chosen)}>
                {order[0]?.label}
              </button>
            </p>
          )}
          <DimensionList rows={rows} chosen={chosen} onChoose={choose} />
          <a className="mt-2 block py-2 text-chalk underline" href={`/api/jobs/${jobId}/measuring-sheet.pdf`} download>
            Measuring sheet to print (PDF)
          </a>
        </>
      }
      right={
        <>
          <Findings places={["measure"]} title="Survey" />
          <div className="mt-4">
            {(measure.data?.groups ?? []).map((group) => (
              <Group key={group.title} title={group.title}>
                {group.help && <p className="text-[13px] text-steel">{group.help}</p>}
                <Rows rows={group.rows} />
              </Group>
            ))}
            <Outline />
            <Under />
            {measure.data && <Truck carriers={measure.data.carriers} engine={measure.data.engine} />}
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
            title={`${measure.data?.label ?? "Host"}, ${view}`}
            selected={`/host/dims/${chosen}`}
            onField={(field) => choose(field.replace("/host/dims/", ""))}
          />
        )}
      </Stage>
    </Page>
  );
}
