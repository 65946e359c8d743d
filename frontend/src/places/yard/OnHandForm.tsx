import { type FormEvent, useState } from "react";

import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import type { OnHand } from "./Stockroom";

interface Props {
  row: OnHand | null;
  taken: readonly string[];
  offers: readonly Schemas["StockOffer"][];
  onSave: (row: OnHand) => void;
  onLeave: () => void;
}

const BOX = "h-11 w-full rounded border border-steel bg-paper px-3";

/** A name nobody has: the stock's own, with a number behind it. */
function named(stock: string, taken: readonly string[]): string {
  const base =
    stock
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 30) || "unknown";
  for (let n = 1; ; n++) if (!taken.includes(`${base}-${n}`)) return `${base}-${n}`;
}

/** One row of the stockroom. Lengths take their unit as they are written. */
export function OnHandForm({ row, taken, offers, onSave, onLeave }: Props) {
  const [stock, setStock] = useState(row?.stock ?? "");
  const flat = offers.find((offer) => offer.id === stock)?.flat ?? false;
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? "").trim();
    onSave({
      id: row?.id ?? named(stock, taken),
      stock,
      length: text("length"),
      width: text("width") || null,
      count: Number(text("count")),
      price: text("price") === "" ? null : Number(text("price")),
      offcut: form.get("offcut") === "on",
      note: text("note"),
    });
  };
  return (
    <form
      onSubmit={submit}
      className="mb-5 grid gap-3 border border-hair bg-card p-4 sm:grid-cols-4"
      aria-label={row ? `Change ${row.id}` : "Add to the stockroom"}
    >
      <label className="text-[14px] sm:col-span-2">
        What it is
        <select className={BOX} value={stock} onChange={(event) => setStock(event.currentTarget.value)} autoFocus>
          <option value="">not known: say what is seen</option>
          {offers.map((offer) => (
            <option key={offer.id} value={offer.id}>
              {offer.label}
              {offer.flat ? ", sheet" : ""}
            </option>
          ))}
        </select>
      </label>
      <label className="text-[14px]">
        {flat ? "Length, along the grain" : "Length"}
        <input name="length" required className={BOX} defaultValue={row?.length ?? ""} placeholder="60 in or 1500 mm" />
      </label>
      {flat || stock === "" ? (
        <label className="text-[14px]">
          {flat ? "Width, across the grain" : "Width of a sheet"}
          <input name="width" required={flat} className={BOX} defaultValue={row?.width ?? ""} placeholder="24 in" />
        </label>
      ) : (
        <span />
      )}
      <label className="text-[14px]">
        How many
        <input name="count" type="number" min={0} max={500} required className={BOX} defaultValue={row?.count ?? 1} />
      </label>
      <label className="text-[14px]">
        What one cost
        <input name="price" type="number" min={0} step="any" className={BOX} defaultValue={row?.price ?? ""} />
      </label>
      <label className="text-[14px] sm:col-span-2">
        Note
        <input
          name="note"
          required={stock === ""}
          maxLength={120}
          className={BOX}
          defaultValue={row?.note ?? ""}
          placeholder={stock === "" ? "what is seen of it" : "where it lies"}
        />
      </label>
      <label className="flex h-11 items-center gap-2 text-[14px]">
        <input
          name="offcut"
          type="checkbox"
          defaultChecked={row?.offcut ?? false}
          className="size-5 accent-[var(--chalk)]"
        />
        Offcut
      </label>
      <div className="flex items-end justify-end gap-2 sm:col-span-3">
        <Button tone="quiet" onClick={onLeave}>
          Leave
        </Button>
        <Button tone="strong" type="submit">
          {row ? "Save" : "Add it"}
        </Button>
      </div>
    </form>
  );
}
