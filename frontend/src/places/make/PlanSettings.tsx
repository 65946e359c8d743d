import { useState } from "react";

import { reasonOf, type Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { Group, NumberField } from "../../ui/fields";
import { useShopLog } from "../yard/ShopLog";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const TOOLS = ["saw", "welder", "paint place"] as const;
type Day = (typeof DAYS)[number];
const BOX = "h-11 min-w-0 rounded border border-steel bg-card px-2";

/** From when to when the vehicle, or everybody, is not there. */
function Gone({ title, path, rows }: { title: string; path: string; rows: readonly { start: string; end: string }[] }) {
  const { change } = useJob();
  const [start, setStart] = useState("");
  const [end, setEnd] = useState("");
  const [problem, setProblem] = useState("");
  const add = async () => {
    try {
      await change([{ op: "add", path, value: { start, end: end || start } }], `${title}, ${start}`);
      setStart("");
      setEnd("");
      setProblem("");
    } catch (error) {
      setProblem(reasonOf(error));
    }
  };
  return (
    <fieldset className="mb-3 min-w-0">
      <legend className="text-[14px] text-steel">{title}</legend>
      <ul>
        {rows.map((row, n) => (
          <li
            key={`${row.start} ${n}`}
            className="flex items-center justify-between border-b border-dotted border-hair"
          >
            {row.start === row.end ? row.start : `${row.start} to ${row.end}`}
            <Button
              tone="quiet"
              aria-label={`Take ${row.start} off`}
              onClick={() => void change([{ op: "remove", path: `${path}/${n}` }], `${title}, not ${row.start}`)}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="grid grid-cols-2 gap-1 pt-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (start) void add();
        }}
      >
        <input
          type="date"
          aria-label={`${title}, from`}
          className={BOX}
          value={start}
          onChange={(event) => setStart(event.currentTarget.value)}
        />
        <input
          type="date"
          aria-label={`${title}, to`}
          className={BOX}
          value={end}
          onChange={(event) => setEnd(event.currentTarget.value)}
        />
        <Button type="submit" className="col-span-2" disabled={!start}>
          Add
        </Button>
      </form>
      {problem && (
        <p role="alert" className="text-[14px] font-medium">
          {problem}
        </p>
      )}
    </fieldset>
  );
}

/** Who makes it, when, with what; what is waited for. */
export function PlanSettings({ deliveries }: { deliveries: readonly Schemas["DeliveryOut"][] }) {
  const { design, change } = useJob();
  const plan = design.plan;
  const learnt = useShopLog().data?.learnt.hours ?? [];
  const days: readonly Day[] = plan?.days ?? DAYS.slice(0, 5);
  const leads = plan?.leads ?? [];
  const tools = plan?.tools ?? [];
  const [problem, setProblem] = useState("");
  const setDay = (day: Day, on: boolean) => {
    const value = DAYS.filter((one) => (one === day ? on : days.includes(one)));
    if (value.length > 0) void change([{ op: "set", path: "/plan/days", value }], `work on ${value.join(", ")}`);
  };
  const setLead = (item: string, text: string) => {
    const rest = leads.filter((one) => one.item !== item);
    const value = text.trim() && Number(text) >= 0 ? [...rest, { item, days: Math.round(Number(text)) }] : rest;
    void change([{ op: "set", path: "/plan/leads", value }], `delivery of ${item}: ${text || "at once"}`);
  };
  const setTool = (
    tool: (typeof TOOLS)[number],
    next: { start?: string | null; end?: string | null; count?: number },
  ) => {
    const old = tools.find((one) => one.tool === tool) ?? { tool, count: 1, start: null, end: null };
    const value = [...tools.filter((one) => one.tool !== tool), { ...old, ...next }];
    setProblem("");
    change([{ op: "set", path: "/plan/tools", value }], `${tool}: when it is there`).catch((error: unknown) =>
      setProblem(`${tool}: ${reasonOf(error)}`),
    );
  };
  return (
    <>
      <Group title="Who and when">
        <label className="flex items-center justify-between gap-2 border-b border-dotted border-hair py-1">
          Begins
          <input
            type="date"
            className={BOX}
            value={plan?.begins ?? ""}
            onChange={(event) =>
              void change(
                [{ op: "set", path: "/plan/begins", value: event.currentTarget.value || null }],
                `begins ${event.currentTarget.value || "today"}`,
              )
            }
          />
        </label>
        <NumberField label="People" path="/plan/people" whole />
        <NumberField label="Hours a day" path="/plan/hours_a_day" unit="h" />
        <NumberField label="Shop's temperature" path="/plan/temperature" unit="°C" optional />
        <fieldset className="mt-2 flex flex-wrap gap-x-3">
          <legend className="text-[14px] text-steel">Days of work</legend>
          {DAYS.map((day) => (
            <label key={day} className="flex min-h-11 items-center gap-1">
              <input
                type="checkbox"
                className="size-5 accent-[var(--chalk)]"
                checked={days.includes(day)}
                onChange={(event) => setDay(day, event.currentTarget.checked)}
              />
              {day}
            </label>
          ))}
        </fieldset>
      </Group>
      {learnt.length > 0 && (
        <Group title="This shop's own hours">
          {learnt.map((row) => {
            const now = plan?.factors?.[row.what];
            const set = now === Math.round(row.median * 100) / 100;
            return (
              <div
                key={row.what}
                className="flex items-center gap-2 border-b border-dotted border-hair py-1 text-[14px]"
              >
                <span className="grow">
                  {row.label}: {row.median.toFixed(2)} times common practice
                  <span className="block text-[13px] text-steel">
                    {row.low.toFixed(2)} to {row.high.toFixed(2)}, from {row.lines} line{row.lines === 1 ? "" : "s"}
                  </span>
                </span>
                <Button
                  onClick={() => {
                    const rest = Object.entries(plan?.factors ?? {}).filter(([work]) => work !== row.what);
                    const own = set ? [] : [[row.what, Math.round(row.median * 100) / 100] as const];
                    void change(
                      [{ op: "set", path: "/plan/factors", value: Object.fromEntries([...rest, ...own]) }],
                      set ? `${row.label}: common practice again` : `${row.label}: this shop's own hours`,
                    );
                  }}
                >
                  {set ? "Not" : "Plan so"}
                </Button>
              </div>
            );
          })}
        </Group>
      )}
      <Group title="Not there">
        <Gone title="The vehicle is away" path="/plan/away" rows={plan?.away ?? []} />
        <Gone title="Nobody works" path="/plan/off" rows={plan?.off ?? []} />
      </Group>
      <Group title="Tools, owned and borrowed">
        {problem && (
          <p role="alert" className="text-[14px] font-medium">
            {problem}
          </p>
        )}
        {TOOLS.map((tool) => {
          const row = tools.find((one) => one.tool === tool);
          return (
            <fieldset key={tool} className="mb-2 grid grid-cols-2 gap-1">
              <legend className="text-[14px] text-steel">
                {tool}
                {!row?.start && !row?.end ? ": always there" : ": borrowed"}
              </legend>
              <label className="col-span-2 flex items-center justify-between gap-2 text-[14px]">
                How many
                <input
                  key={row?.count ?? 1}
                  inputMode="numeric"
                  aria-label={`${tool}, how many`}
                  className={`${BOX} w-16 text-right`}
                  defaultValue={row?.count ?? 1}
                  onBlur={(event) => {
                    const many = Number(event.currentTarget.value);
                    if (many !== (row?.count ?? 1)) setTool(tool, { count: Number.isFinite(many) ? many : 0 });
                  }}
                />
              </label>
              {(["start", "end"] as const).map((end) => (
                <input
                  key={end}
                  type="date"
                  aria-label={`${tool}, ${end === "start" ? "from" : "to"}`}
                  className={BOX}
                  value={row?.[end] ?? ""}
                  onChange={(event) => setTool(tool, { [end]: event.currentTarget.value || null })}
                />
              ))}
            </fieldset>
          );
        })}
      </Group>
      <Group title="Deliveries">
        {deliveries.map((row) => (
          <label key={row.item} className="flex items-center gap-2 border-b border-dotted border-hair py-1 text-[14px]">
            <span className="grow">
              {row.label}
              {row.bought && <span className="block text-[13px] text-steel">is there</span>}
            </span>
            <input
              key={row.days ?? ""}
              inputMode="numeric"
              aria-label={`Days until ${row.label} is there`}
              className={`${BOX} w-16 text-right`}
              defaultValue={row.days ?? ""}
              disabled={row.bought}
              onBlur={(event) => {
                if (event.currentTarget.value !== String(row.days ?? "")) setLead(row.item, event.currentTarget.value);
              }}
            />
            <span className="text-[13px] text-steel">days</span>
          </label>
        ))}
        <p className="pt-1 text-[13px] text-steel">Empty: it is there when it is wanted.</p>
      </Group>
    </>
  );
}
