import { type KeyboardEvent, type ReactNode, useId, useRef, useState } from "react";

import { reasonOf, Refused } from "../api/client";
import { at } from "../job/pointer";
import { useJob } from "../job/context";
import { readLength, readMass, showLength, showMass, stepLength } from "../quantity/format";

const BOX =
  "h-[38px] rounded border border-steel bg-card px-2 text-right font-medium text-ink disabled:opacity-50 aria-[invalid=true]:border-2 aria-[invalid=true]:border-ink aria-[invalid=true]:bg-offer";

/** Runs a save and keeps its refusal for the field. */
function useSave(): [
  string,
  (changes: { path: string; value: unknown }[], label: string) => Promise<boolean>,
  () => void,
] {
  const { change } = useJob();
  const [problem, setProblem] = useState("");
  const underway = useRef<{ what: string; done: Promise<boolean> } | null>(null);
  const send = async (changes: { path: string; value: unknown }[], label: string) => {
    try {
      await change(
        changes.map((one) => ({ ...one, op: "set" as const })),
        label,
      );
      setProblem("");
      return true;
    } catch (error) {
      // A stale write was kept aside by the server; the banner above the page offers it.
      const kept = error instanceof Refused && error.status === 409;
      setProblem(kept ? "" : reasonOf(error));
      return kept;
    }
  };
  // Enter saves, and the Tab after it leaves the field: what is on its way already is not sent again
  const save = (changes: { path: string; value: unknown }[], label: string) => {
    const what = JSON.stringify(changes);
    if (underway.current?.what === what) return underway.current.done;
    const done = send(changes, label).finally(() => {
      if (underway.current?.done === done) underway.current = null;
    });
    underway.current = { what, done };
    return done;
  };
  return [problem, save, () => setProblem("")];
}

/** What a screen reader says of a field whose value could not be taken. */
const told = (id: string, problem: string) => ({
  "aria-invalid": problem !== "",
  "aria-describedby": problem ? `${id}-problem` : undefined,
});

interface RowProps {
  label: string;
  id: string;
  problem: string;
  hint?: string;
  children: ReactNode;
}

function Row({ label, id, problem, hint, children }: RowProps) {
  return (
    <div className="border-b border-dotted border-hair py-[3px]">
      <div className="flex items-center justify-between gap-2">
        <label htmlFor={id} className="min-w-0 text-[15px] leading-tight">
          {label}
        </label>
        {children}
      </div>
      {hint && <p className="text-[13px] text-steel">{hint}</p>}
      {problem && (
        <p id={`${id}-problem`} role="alert" className="text-[13px] font-medium">
          {problem}
        </p>
      )}
    </div>
  );
}

interface QuantityProps {
  label: string;
  path: string;
  kind: "length" | "mass";
  /** An empty field sets null: "not known". */
  optional?: boolean;
  /** Set together with the value, such as a dimension's state. */
  also?: { path: string; value: unknown }[];
  hint?: string;
  wide?: boolean;
  placeholder?: string;
}

/** A length or mass read as people write it. Shows it rounded; the exact text comes back on focus and is never rewritten untouched. */
export function QuantityField({ label, path, kind, optional, also, hint, wide, placeholder }: QuantityProps) {
  const { design, units } = useJob();
  const id = useId();
  const raw = at(design, path);
  const exact = typeof raw === "string" ? raw : "";
  const base = exact ? (kind === "length" ? readLength(exact) : readMass(exact)) : null;
  const [typed, setTyped] = useState<string | null>(null);
  const [touched, setTouched] = useState(false);
  const [problem, save, clear] = useSave();
  const givenUp = useRef(false);
  const unit = kind === "length" ? units.length : units.mass;
  const shown =
    base === null
      ? exact
      : kind === "length"
        ? showLength(base, units.length)
        : showMass(base, units.mass).replace(/ \w+$/, "");
  const commit = async () => {
    // the blur that Escape brings still sees what was typed
    if (givenUp.current || typed === null || !touched) {
      setTyped(null);
      return;
    }
    const text = typed.trim();
    if (text === exact || text === exact.replace(` ${unit}`, "")) {
      setTyped(null);
      setTouched(false);
      clear();
      return;
    }
    const value = text === "" && optional ? null : text;
    if (await save([{ path, value }, ...(also ?? [])], `${label}: ${text || "not known"}`)) {
      setTyped(null);
      setTouched(false);
    }
  };
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") {
      event.preventDefault();
      void commit();
    } else if (event.key === "Escape") {
      setTyped(null);
      setTouched(false);
      clear();
      givenUp.current = true;
      event.currentTarget.blur();
      givenUp.current = false;
    } else if (kind === "length" && base !== null && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      const text = stepLength(base, units.length, event.key === "ArrowUp" ? 1 : -1, event.shiftKey);
      setTyped(null);
      setTouched(false);
      void save([{ path, value: text }, ...(also ?? [])], `${label}: ${text}`);
    }
  };
  return (
    <Row label={label} id={id} problem={problem} hint={hint}>
      <span className="flex shrink-0 items-center gap-1">
        <input
          id={id}
          data-path={path}
          className={`${BOX} ${wide ? "w-32" : "w-[92px]"}`}
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          placeholder={placeholder ?? (optional ? "not known" : undefined)}
          value={typed ?? shown}
          {...told(id, problem)}
          onFocus={(event) => {
            if (typed === null) setTyped(exact.replace(` ${unit}`, ""));
            const field = event.currentTarget;
            // selecting a field that was left meanwhile would fetch the focus back
            requestAnimationFrame(() => document.activeElement === field && field.select());
          }}
          onChange={(event) => {
            setTouched(true);
            setTyped(event.currentTarget.value);
          }}
          onBlur={() => void commit()}
          onKeyDown={keys}
        />
        <span className="w-5 text-[13px] text-steel">{unit}</span>
      </span>
    </Row>
  );
}

interface NumberProps {
  hint?: string;
  label: string;
  path: string;
  whole?: boolean;
  optional?: boolean;
  unit?: string;
  placeholder?: string;
}

/** A plain number. */
export function NumberField({ label, path, whole, optional, unit, placeholder = "not known", hint }: NumberProps) {
  const { design } = useJob();
  const id = useId();
  const raw = at(design, path);
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, save, clear] = useSave();
  const shown = typeof raw === "number" ? String(raw) : "";
  const commit = async () => {
    if (typed === null || typed.trim() === shown) {
      setTyped(null);
      return;
    }
    const text = typed.trim();
    const value = text === "" && optional ? null : Number(text);
    const sent = value === null || (Number.isFinite(value) && text !== "") ? value : text;
    if (await save([{ path, value: sent }], `${label}: ${text || "not known"}`)) setTyped(null);
  };
  return (
    <Row label={label} id={id} problem={problem} hint={hint}>
      <span className="flex shrink-0 items-center gap-1">
        <input
          id={id}
          data-path={path}
          className={`${BOX} w-[92px]`}
          inputMode={whole ? "numeric" : "decimal"}
          autoComplete="off"
          placeholder={optional ? placeholder : undefined}
          value={typed ?? shown}
          {...told(id, problem)}
          onChange={(event) => setTyped(event.currentTarget.value)}
          onBlur={() => void commit()}
          onKeyDown={(event) => {
            if (event.key === "Enter") void commit();
            else if (event.key === "Escape") {
              setTyped(null);
              clear();
            } else if (whole && typeof raw === "number" && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
              event.preventDefault();
              const next = raw + (event.key === "ArrowUp" ? 1 : -1);
              void save([{ path, value: next }], `${label}: ${next}`);
            }
          }}
        />
        <span className="w-5 text-[13px] text-steel">{unit}</span>
      </span>
    </Row>
  );
}

interface TextProps {
  label: string;
  path: string;
  wide?: boolean;
}

/** Free text on one line. */
export function TextField({ label, path, wide }: TextProps) {
  const { design } = useJob();
  const id = useId();
  const raw = at(design, path);
  const shown = typeof raw === "string" ? raw : "";
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, save] = useSave();
  const commit = async () => {
    if (typed === null || typed === shown) setTyped(null);
    else if (await save([{ path, value: typed }], `${label}: ${typed}`)) setTyped(null);
  };
  return (
    <Row label={label} id={id} problem={problem}>
      <input
        id={id}
        data-path={path}
        className={`${BOX} text-left ${wide ? "w-64" : "w-36"}`}
        value={typed ?? shown}
        {...told(id, problem)}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void commit();
          else if (event.key === "Escape") setTyped(null);
        }}
      />
    </Row>
  );
}

interface ChoiceProps {
  label: string;
  path: string;
  /** `also`: what choosing it sets besides, in the same save; `closed`: why it cannot be chosen. */
  options: readonly {
    value: string;
    label: string;
    also?: readonly { path: string; value?: unknown }[];
    closed?: string;
  }[];
  /** An option with the value "" sets null. */
  nullable?: boolean;
  hint?: string;
}

/** One of a list. */
export function ChoiceField({ label, path, options, nullable, hint }: ChoiceProps) {
  const { design } = useJob();
  const id = useId();
  const [problem, save] = useSave();
  const raw = at(design, path);
  const value = typeof raw === "string" ? raw : "";
  const known = options.some((option) => option.value === value);
  return (
    <Row label={label} id={id} problem={problem} hint={hint}>
      <select
        id={id}
        data-path={path}
        className={`${BOX} max-w-[168px] text-left`}
        value={value}
        {...told(id, problem)}
        onChange={(event) => {
          const next = event.currentTarget.value;
          const also = options.find((option) => option.value === next)?.also ?? [];
          void save(
            [
              { path, value: nullable && next === "" ? null : next },
              ...also.map((one) => ({ path: one.path, value: one.value })),
            ],
            `${label}: ${next || "none"}`,
          );
        }}
      >
        {!known && <option value={value}>{value || "choose"}</option>}
        {options.map((option) => (
          <option key={option.value} value={option.value} disabled={Boolean(option.closed)}>
            {option.closed ? `${option.label} (${option.closed})` : option.label}
          </option>
        ))}
      </select>
    </Row>
  );
}

/** Yes or no. */
export function TickField({ label, path, hint }: { label: string; path: string; hint?: string }) {
  const { design } = useJob();
  const id = useId();
  const [problem, save] = useSave();
  return (
    <Row label={label} id={id} problem={problem} hint={hint}>
      <span className="flex h-[38px] w-[44px] items-center justify-center">
        <input
          id={id}
          data-path={path}
          type="checkbox"
          className="size-[22px] accent-[var(--chalk)]"
          checked={at(design, path) === true}
          {...told(id, problem)}
          onChange={(event) =>
            void save(
              [{ path, value: event.currentTarget.checked }],
              `${label}: ${event.currentTarget.checked ? "yes" : "no"}`,
            )
          }
        />
      </span>
    </Row>
  );
}

/** A heading over a group of fields. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-4">
      <h3 className="mb-0.5 text-[17px] text-chalk">{title}</h3>
      {children}
    </section>
  );
}
