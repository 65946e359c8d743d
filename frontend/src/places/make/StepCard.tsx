import { useState } from "react";

import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { withUnit } from "../../quantity/format";
import type { Line, Waiting } from "../../record/outbox";
import { STATE_TEXT } from "../../tape/state";
import { Button } from "../../ui/Button";
import { InHand } from "./InHand";

const WHEN = { weekday: "short", hour: "2-digit", minute: "2-digit" } as const;
type Step = Schemas["MakeStep"];
type Reading = Schemas["ReadingOut"];

export interface CardProps {
  one: Step;
  number: number;
  /** When it was ticked off, lines on their way counted; empty while it is not. */
  done: string;
  waiting: readonly Waiting[];
  add: (line: Line) => void;
  titles: ReadonlyMap<string, string>;
  /** Filling a screen of its own, for a hand in a glove. */
  large?: boolean;
}

/** What a reading must be, in words. */
function wanted(reading: Reading, show: (value: number) => string): string {
  const { planned, low, high, within } = reading;
  const rows = [
    planned == null ? "" : `planned ${show(planned)}`,
    low != null && high != null ? `${show(low)} to ${show(high)}` : "",
    low == null && high != null ? `at most ${show(high)}` : "",
    within > 0 ? `alike within ${show(within)}` : "",
  ];
  return rows.filter(Boolean).join(", ");
}

/** The readings of a step, each with its field; what is off says what to do. */
function Readings({ one, add, waiting, large }: Pick<CardProps, "one" | "add" | "waiting" | "large">) {
  const { units } = useJob();
  const [typed, setTyped] = useState<Record<string, string>>({});
  if (one.readings.length === 0) return null;
  const show = (reading: Reading) => (value: number) =>
    reading.unit === "mm" ? withUnit(value, units.length) : `${Math.round(value * 10) / 10} ${reading.unit}`;
  const coming = (name: string) =>
    waiting.flatMap((line) =>
      line.to === "reading" && line.body.step === one.step.id ? [line.body.values[name]] : [],
    );
  const full = Object.values(typed).some((text) => text.trim());
  return (
    <form
      aria-label={`Readings of ${one.step.title}`}
      className="mt-2 border-t border-dotted border-hair pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!full) return;
        add({ to: "reading", body: { step: one.step.id, values: typed } });
        setTyped({});
      }}
    >
      <ul className="grid gap-2">
        {one.readings.map((reading) => (
          <li key={reading.name} className="grid grid-cols-[1fr_auto] items-center gap-x-3">
            <label htmlFor={`${one.step.id} ${reading.name}`}>
              {reading.name}
              <span className="block text-[13px] text-steel">{wanted(reading, show(reading))}</span>
            </label>
            <span className="flex items-center gap-1">
              <input
                id={`${one.step.id} ${reading.name}`}
                inputMode="decimal"
                className={`${large ? "h-14 w-36 text-[20px]" : "h-11 w-28"} rounded border border-steel bg-card px-2 text-right font-medium`}
                placeholder={reading.value == null ? "" : show(reading)(reading.value)}
                value={typed[reading.name] ?? coming(reading.name).at(-1) ?? ""}
                onChange={(event) => setTyped({ ...typed, [reading.name]: event.currentTarget.value })}
              />
              <span className="w-9 text-[13px] text-steel">{reading.unit === "mm" ? units.length : reading.unit}</span>
            </span>
            {reading.value != null && (
              <span className={`col-span-2 text-[14px] ${STATE_TEXT[reading.state]}`}>
                {show(reading)(reading.value)}: {reading.words}
                {reading.others.length > 0 && (
                  <span className="text-ink">
                    {" "}
                    Also read: {reading.others.map(show(reading)).join(", ")}; the last counts.
                  </span>
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
      {one.follows.map((words) => (
        <p key={words} className="mt-1 border-l-4 border-tape pl-2 font-medium">
          {words}
        </p>
      ))}
      <Button type="submit" className="mt-2" disabled={!full}>
        Enter the readings
      </Button>
    </form>
  );
}

/** How long it has to wait still, from when it was ticked off; empty where it does not. */
export function waitsUntil(one: Step, done: string): string {
  if (!done || !one.step.waits) return "";
  const until = new Date(`${done}Z`).getTime() + one.waits_hours * 3_600_000;
  const left = (until - Date.now()) / 3_600_000;
  if (left <= 0) return `${one.waits_words}: over by now`;
  return `${one.waits_words}: ${left >= 1 ? `${Math.ceil(left)} h` : `${Math.ceil(left * 60)} min`} to go, until ${new Date(until).toLocaleString(undefined, WHEN)}`;
}

/** One step: what to do, what comes before it, its hold, its caution, what is read at it, its tick. */
export function StepCard({ one, number, done, waiting, add, titles, large }: CardProps) {
  const { light } = useJob();
  const { step } = one;
  const tick = (on: boolean, held: boolean) =>
    add({ to: "record", body: { kind: on ? "tick" : "untick", text: step.title, data: { step: step.id, held } } });
  const coming = waiting.flatMap((line) =>
    line.to === "record" && line.body.data.step === step.id ? [line.body] : [],
  );
  const sent = coming.length > 0;
  const held = coming.at(-1)?.data.held ?? one.held;
  const skipped = Boolean(done) && Boolean(step.hold) && !held;
  const box = large ? "size-[44px]" : "size-[26px]";
  const id = `step ${step.id}`;
  return (
    <div
      className={`flex gap-4 ${done && !large ? "opacity-80" : ""}`}
      onMouseEnter={() => light(step.parts ?? [])}
      onMouseLeave={() => light([])}
    >
      <input
        id={id}
        type="checkbox"
        className={`mt-1 shrink-0 accent-[var(--chalk)] ${box}`}
        checked={Boolean(done)}
        onChange={(event) => tick(event.currentTarget.checked, false)}
      />
      <div className="min-w-0 grow">
        <label
          htmlFor={id}
          className={`flex flex-wrap justify-between gap-x-3 font-semibold ${large ? "text-[24px]" : "text-[18px]"}`}
        >
          <span className={done ? "line-through" : ""}>
            {number}. {step.title}
            {one.build && <span className="ml-2 text-[14px] font-normal text-steel">{one.build}</span>}
          </span>
          <span className="shrink-0 text-[14px] font-normal text-steel">
            {step.there && "in the vehicle, "}
            {done ? `done ${done.replace("T", " ")}` : `${Math.round(step.minutes)} min`}
            {sent && ", on its way"}
          </span>
        </label>
        <p>{step.text}</p>
        {one.marks.length > 0 && <p className="text-[14px] text-steel">In hand: {one.marks.join(", ")}</p>}
        {large && <InHand step={step.id} title={step.title} />}
        {(step.rests ?? 0) > 0 && !done && (
          <p className="text-[14px] text-steel">
            What it takes lies in the shop for {Math.round((step.rests ?? 0) / 24)} days first, so that it moves no
            more.
          </p>
        )}
        {!done && !one.ready && (step.after ?? []).length > 0 && (
          <p className="text-[14px] text-steel">
            After {(step.after ?? []).map((name) => titles.get(name) ?? name).join("; ")}
          </p>
        )}
        {!done && one.free_at && !one.ready && (
          <p className="font-medium">Not before {new Date(`${one.free_at}Z`).toLocaleString(undefined, WHEN)}</p>
        )}
        {step.batch && !done && <p className="text-[14px] text-steel">{step.batch}</p>}
        {step.hold && (
          <div className="mt-0.5 flex flex-wrap items-center gap-2">
            <p className={skipped ? "border-l-4 border-tape pl-2" : ""}>
              <span className="font-semibold">Hold: </span>
              {step.hold}
            </p>
            {done && (
              <label className="flex min-h-11 items-center gap-2 text-[14px]">
                <input
                  type="checkbox"
                  className={`accent-[var(--chalk)] ${large ? "size-[36px]" : "size-[22px]"}`}
                  checked={held}
                  onChange={(event) => tick(true, event.currentTarget.checked)}
                />
                {held ? "It is so" : "Not checked: look, and say so"}
              </label>
            )}
          </div>
        )}
        {step.caution && <p className="mt-1 border-l-4 border-tape pl-2">⚠ {step.caution}</p>}
        {step.waits && !done && (
          <p className="mt-1 text-[14px] text-steel">
            Then {one.waits_words}: {one.waits_hours.toFixed(0)} h. {one.waits_basis}
          </p>
        )}
        {done && step.waits && <p className="mt-1 font-medium">{waitsUntil(one, done)}</p>}
        <Readings one={one} add={add} waiting={waiting} large={large ?? false} />
      </div>
    </div>
  );
}
