import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Fragment, useState } from "react";

import { api, reasonOf, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { withUnit } from "../../quantity/format";
import { RecordFindings } from "../../record/RecordFindings";
import { Button } from "../../ui/Button";

type Row = Schemas["MadeRow"];
type Part = Schemas["MadeOut"];
type State = Part["state"];

const STATES: readonly State[] = ["planned", "bought", "cut", "fitted"];
const BOX = "h-11 w-full min-w-0 rounded border border-steel bg-card px-2 text-ink";

/** How many of a row are in each state, in words. */
function counted(parts: readonly Part[]): string {
  const found = STATES.map((state) => [state, parts.filter((part) => part.state === state).length] as const);
  return found
    .filter(([, n]) => n > 0)
    .map(([state, n]) => (n === parts.length ? state : `${n} ${state}`))
    .join(", ");
}

const nameOf = (part: string) => part.split("/").slice(1).join(" ") || part;

/** What a reading says in a line. */
function readAs(part: Part): string {
  const { length, width, angle, bow } = part.reading;
  return [
    length && `length ${length}`,
    width && `width ${width}`,
    angle != null && `angle ${angle}°`,
    bow && `bow ${bow}`,
  ]
    .filter(Boolean)
    .join(", ");
}

interface EditProps {
  row: Row;
  part: Part;
  /** Of the whole row, or of this part alone. */
  parts: readonly string[];
  title: string;
}

/** State and reading of some parts, said at once. */
function Edit({ row, part, parts, title }: EditProps) {
  const { jobId, version, units, say } = useJob();
  const client = useQueryClient();
  const [state, setState] = useState<State>(part.state === "planned" ? "cut" : part.state);
  const [length, setLength] = useState("");
  const [width, setWidth] = useState("");
  const [angle, setAngle] = useState("");
  const [bow, setBow] = useState("");
  const save = useMutation({
    mutationFn: () => {
      if (angle.trim() && Number.isNaN(Number(angle)))
        return Promise.reject(new Error("angle: this is no number of degrees"));
      const reading = { length, width, bow, angle: angle.trim() ? Number(angle) : null };
      return take(
        api.POST("/api/jobs/{job}/cut/made", {
          params: { path: { job: jobId } },
          body: { parts: [...parts], state, ...reading },
        }),
      );
    },
    onSuccess: (data) => {
      client.setQueryData(["job", jobId, "made", version], data);
      void client.invalidateQueries({ queryKey: ["job", jobId, "follow"] });
      void client.invalidateQueries({ queryKey: ["job", jobId, "log"] });
      setLength("");
      setWidth("");
      setAngle("");
      setBow("");
      say(`${title}: ${state}.`);
    },
  });
  const fields: [string, string, (text: string) => void][] = [
    ["Length as read", length, setLength],
    ...(row.width == null ? [] : ([["Width as read", width, setWidth]] as [string, string, (text: string) => void][])),
    ...(row.width != null
      ? []
      : ([
          ["Angle of its ends, °", angle, setAngle],
          ["Bow as read", bow, setBow],
        ] as [string, string, (text: string) => void][])),
  ];
  return (
    <form
      aria-label={`${title}, state and reading`}
      className="grid grid-cols-[repeat(auto-fill,minmax(130px,1fr))] items-end gap-2 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <label className="grid gap-0.5 text-[13px] text-steel">
        {title} {parts.length > 1 ? "are" : "is"}
        <select className={BOX} value={state} onChange={(event) => setState(event.currentTarget.value as State)}>
          {STATES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </label>
      {fields.map(([label, value, set]) => (
        <label key={label} className="grid gap-0.5 text-[13px] text-steel">
          {label}
          <input
            className={BOX}
            inputMode="decimal"
            value={value}
            placeholder={label.startsWith("Length") ? withUnit(row.length, units.length) : ""}
            onChange={(event) => set(event.currentTarget.value)}
          />
        </label>
      ))}
      <Button type="submit" disabled={save.isPending}>
        Enter it
      </Button>
      {save.isError && (
        <p role="alert" className="col-span-full font-medium">
          {reasonOf(save.error)}
        </p>
      )}
    </form>
  );
}

/** Settings that would make the design follow a part that came out other than planned. */
function Follow({ part }: { part: string }) {
  const { jobId, version, change, say, units } = useJob();
  const found = useQuery({
    queryKey: ["job", jobId, "follow", version, part],
    queryFn: () => take(api.GET("/api/jobs/{job}/cut/follow", { params: { path: { job: jobId }, query: { part } } })),
  });
  if (!found.data) return <p className="text-steel">Looking for a setting that it follows from…</p>;
  if (found.data.offers.length === 0) return <p className="text-steel">No one setting makes the design follow it.</p>;
  const L = (mm: number) => withUnit(mm, units.length);
  const named = (rows: readonly Schemas["Turned"][]) =>
    [...new Set(rows.map((row) => `${row.mark} ${L(row.was)} → ${L(row.now)}`))].slice(0, 6).join(", ");
  return (
    <ul>
      {found.data.offers.map((offer) => (
        <li key={offer.change.path} className="mb-2 border-l-[3px] border-chalk bg-offer p-2">
          <div className="flex flex-wrap items-center gap-2">
            <span className="grow font-medium">
              {offer.label} {offer.was} → {offer.now}
            </span>
            <Button
              onClick={() =>
                void change(
                  [{ op: "set", path: offer.change.path, value: offer.change.value }],
                  `${offer.label} follows ${nameOf(part)}`,
                ).then(() => say(`${offer.label} is ${offer.now}. Ctrl+Z takes it back.`))
              }
            >
              Let the design follow
            </Button>
          </div>
          {offer.follows.length > 0 && (
            <p className="text-[14px]">
              {offer.follows.length} not cut yet follow: {named(offer.follows)}
            </p>
          )}
          {offer.misfits.length > 0 && (
            <p className="text-[14px] font-medium">
              {offer.misfits.length} cut already no longer fit: {named(offer.misfits)}
            </p>
          )}
        </li>
      ))}
    </ul>
  );
}

/** What stands in the record of every part: planned, bought, cut, fitted, and what it came out as. */
export function Made({ currency }: { currency: string }) {
  const { jobId, version, units, light } = useJob();
  const [open, setOpen] = useState("");
  const made = useQuery({
    queryKey: ["job", jobId, "made", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/cut/made", { params: { path: { job: jobId } } })),
  });
  const data = made.data;
  if (!data) return null;
  const L = (mm: number) => withUnit(mm, units.length);
  const off = new Set(data.findings.flatMap((finding) => finding.parts));
  const all = data.rows.reduce((sum, row) => sum + row.parts.length, 0);
  return (
    <>
      <p className="mb-3 text-steel">
        {all - data.left} of {all} pieces are cut. What is left takes {currency} {data.left_price.toFixed(0)} of stock.
      </p>
      <RecordFindings findings={data.findings} />
      <div className="overflow-x-auto" role="region" aria-label="Parts as made" tabIndex={0}>
        <table className="w-full [&_td]:pr-3 [&_th]:pr-3">
          <thead>
            <tr className="border-b border-ink text-left text-[14px] text-steel">
              <th className="py-1 font-normal">Mark</th>
              <th className="font-normal">No.</th>
              <th className="font-normal">What</th>
              <th className="text-right font-normal">Planned</th>
              <th className="font-normal">State</th>
              <th className="font-normal">Read</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.rows.map((row) => {
              const first = row.parts[0];
              const parts = row.parts.map((part) => part.part);
              if (!first) return null;
              return (
                <Fragment key={parts.join()}>
                  <tr
                    className="border-b border-dotted border-hair"
                    onMouseEnter={() => light(parts)}
                    onMouseLeave={() => light([])}
                  >
                    <td className="text-[17px] font-semibold">{row.mark}</td>
                    <td>{row.parts.length}</td>
                    <td>{row.role}</td>
                    <td className="text-right whitespace-nowrap">
                      {L(row.length)}
                      {row.width != null && ` × ${L(row.width)}`}
                    </td>
                    <td className={parts.some((part) => off.has(part)) ? "font-semibold" : ""}>
                      {counted(row.parts)}
                      {parts.some((part) => off.has(part)) && ", no longer fits"}
                    </td>
                    <td className="text-[14px] text-steel">
                      {[...new Set(row.parts.map(readAs))].filter(Boolean).join("; ")}
                    </td>
                    <td className="text-right">
                      <Button
                        tone="quiet"
                        aria-expanded={open === first.part}
                        aria-label={open === first.part ? `Close ${row.mark}` : `Say what ${row.mark} is`}
                        onClick={() => setOpen(open === first.part ? "" : first.part)}
                      >
                        {open === first.part ? "Close" : "Say"}
                      </Button>
                    </td>
                  </tr>
                  {open === first.part && (
                    <tr className="border-b border-hair bg-card">
                      <td colSpan={7} className="px-2 pb-2">
                        <Edit
                          row={row}
                          part={first}
                          parts={parts}
                          title={parts.length > 1 ? `All ${parts.length}` : row.mark}
                        />
                        {row.parts.map((part) => (
                          <div key={part.part} className="border-t border-hair pt-1">
                            {row.parts.length > 1 && (
                              <details>
                                <summary className="min-h-11 cursor-pointer py-2">
                                  {nameOf(part.part)}: {part.state}
                                  {readAs(part) && `, ${readAs(part)}`}
                                </summary>
                                <Edit row={row} part={part} parts={[part.part]} title={nameOf(part.part)} />
                              </details>
                            )}
                            {off.has(part.part) && <Follow part={part.part} />}
                          </div>
                        ))}
                      </td>
                    </tr>
                  )}
                </Fragment>
              );
            })}
          </tbody>
        </table>
      </div>
    </>
  );
}
