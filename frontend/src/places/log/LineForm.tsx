import { useId } from "react";

import type { Schemas } from "../../api/client";
import type { LogField } from "./fields";

type Book = Schemas["BookOut"];
const BOX = "h-11 w-full min-w-0 rounded border border-steel bg-card px-2";

interface Props {
  field: LogField;
  book: Book;
  value: string;
  set: (text: string) => void;
  units: { length: string; mass: string };
}

const SOURCE: Partial<Record<LogField["kind"], (book: Book) => Schemas["NamedOut"][]>> = {
  part: (book) => book.parts,
  finding: (book) => book.findings,
  step: (book) => book.steps,
  item: (book) => book.items,
};

/** One field of a line, as its kind has it. */
export function FieldOf({ field, book, value, set, units }: Props) {
  const id = useId();
  const unit =
    field.kind === "length"
      ? units.length
      : field.kind === "mass"
        ? units.mass
        : field.unit === "money"
          ? book.currency
          : (field.unit ?? "");
  const label = `${field.label}${unit ? `, ${unit}` : ""}${field.optional ? "" : " *"}`;
  const source = SOURCE[field.kind]?.(book);
  if (field.kind === "tick")
    return (
      <label className="flex min-h-11 items-center gap-2 self-end">
        <input
          type="checkbox"
          className="size-5 accent-[var(--chalk)]"
          checked={value === "yes"}
          onChange={(event) => set(event.currentTarget.checked ? "yes" : "")}
        />
        {field.label}
      </label>
    );
  if (field.kind === "fastenings")
    return (
      <label className="grid gap-0.5 text-[14px] text-steel">
        {label}
        <select
          multiple
          className="min-h-24 rounded border border-steel bg-card px-2 text-ink"
          value={value ? value.split("\n") : []}
          onChange={(event) => set([...event.currentTarget.selectedOptions].map((one) => one.value).join("\n"))}
        >
          {book.fastenings.map((one) => (
            <option key={one.id} value={one.id}>
              {one.label}
            </option>
          ))}
        </select>
      </label>
    );
  if (field.kind === "choice" || field.kind === "finding" || field.kind === "step")
    return (
      <label className="grid gap-0.5 text-[14px] text-steel">
        {label}
        <select className={`${BOX} text-ink`} value={value} onChange={(event) => set(event.currentTarget.value)}>
          <option value="">{field.optional ? "not said" : "choose"}</option>
          {(source ?? (field.choices ?? []).map((one) => ({ id: one, label: one }))).map((one) => (
            <option key={one.id} value={one.id}>
              {one.label}
            </option>
          ))}
        </select>
      </label>
    );
  return (
    <label className="grid gap-0.5 text-[14px] text-steel">
      {label}
      <input
        className={`${BOX} text-ink`}
        value={value}
        list={source ? id : undefined}
        inputMode={field.kind === "number" || field.kind === "whole" ? "decimal" : undefined}
        onChange={(event) => set(event.currentTarget.value)}
      />
      {source && (
        <datalist id={id}>
          {source.map((one) => (
            <option key={one.id} value={one.id}>
              {one.label}
            </option>
          ))}
        </datalist>
      )}
    </label>
  );
}
