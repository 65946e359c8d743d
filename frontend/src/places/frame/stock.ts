/** Reading what is typed about stock: forms as tables, without React. */

import type { Schemas } from "../../api/client";

export type Stock = Schemas["OwnStock"];
export type Kind = "section" | "metal" | "lumber" | "panel";

/** One field of a form: `numbers` takes several in one field, parted by x, commas or spaces. */
export interface FormField {
  name: string;
  label: string;
  reads: "text" | "number" | "numbers" | "choice";
  count?: number;
  hint?: string;
  placeholder?: string;
  optional?: boolean;
  options?: { value: string; label: string }[];
}

/** An id of one's own from a name. */
export function slug(label: string): string {
  return `own.${label
    .toLowerCase()
    .replace(/[^a-z0-9.]+/g, "-")
    .replace(/^[-.]+/, "")
    .slice(0, 38)
    .replace(/[-.]+$/, "")}`;
}

/** Numbers typed in one field, parted by x, spaces, commas or semicolons; `bad` is the first part that is none. */
export function numbers(text: string): { values: number[]; bad: string | null } {
  const parts = text
    .trim()
    .split(/\s*[x×,;]\s*|\s+/)
    .filter(Boolean);
  const bad = parts.find((part) => !Number.isFinite(Number(part))) ?? null;
  return { values: parts.map(Number), bad };
}

const NAME: FormField = { name: "label", label: "Name", reads: "text", placeholder: "what the shop calls it" };
const SOURCE: FormField = {
  name: "source",
  label: "Where the numbers are from",
  reads: "text",
  placeholder: "mill certificate, maker's data sheet",
};
const LENGTHS: FormField = { name: "stock", label: "Lengths sold, mm", reads: "numbers", placeholder: "6000, 3000" };
const PER_M: FormField = {
  name: "price_per_m",
  label: "Price a metre",
  reads: "number",
  hint: "0 when it lies in the yard",
};
const one = (name: string, label: string, hint?: string): FormField => ({
  name,
  label,
  reads: "number",
  ...(hint ? { hint } : {}),
});
const pair = (name: string, label: string, hint: string): FormField => ({
  name,
  label,
  reads: "numbers",
  count: 2,
  hint,
});
const choice = (name: string, label: string, values: { value: string; label: string }[]): FormField => ({
  name,
  label,
  reads: "choice",
  options: values,
});
const plain = (values: string[]) => values.map((value) => ({ value, label: value }));

/** What is asked of each kind; a section's sizes depend on its family. */
export function fieldsOf(
  kind: Kind,
  sizes: readonly string[],
  families: readonly string[],
  metals: { value: string; label: string }[],
): FormField[] {
  switch (kind) {
    case "section":
      return [
        NAME,
        choice("family", "Shape", plain([...families])),
        { name: "sizes", label: "Sizes, mm", reads: "numbers", count: sizes.length, hint: sizes.join(" x ") },
        choice("material", "Metal", metals),
        LENGTHS,
        PER_M,
      ];
    case "metal":
      return [
        NAME,
        choice("kind", "Kind", plain(["steel", "stainless", "aluminium"])),
        SOURCE,
        one("E", "E, MPa"),
        one("G", "G, MPa"),
        one("density", "Density, kg/m³"),
        one("Fy", "Yield, MPa"),
        one("Fu", "Ultimate, MPa"),
        {
          name: "welded",
          label: "By a weld, MPa",
          reads: "numbers",
          optional: true,
          hint: "aluminium: yield x ultimate",
        },
      ];
    case "lumber":
      return [
        NAME,
        one("width", "Width, mm"),
        one("depth", "Depth, mm"),
        one("E", "E, MPa"),
        one("Emin", "E for stability, MPa"),
        one("Fb", "Bending, MPa", "size factor in"),
        one("Ft", "Tension, MPa"),
        one("Fv", "Shear, MPa"),
        one("Fc", "Compression, MPa"),
        one("Fcp", "Across the grain, MPa"),
        one("Cfu", "Flat-use factor", "1 if not known"),
        one("gravity", "Specific gravity"),
        one("density", "Density, kg/m³"),
        LENGTHS,
        PER_M,
        SOURCE,
      ];
    case "panel":
      return [
        NAME,
        choice("kind", "Kind", plain(["plywood", "OSB"])),
        one("t", "Mean thickness, mm"),
        pair("E", "E, MPa", "along x across the face grain"),
        pair("f", "Bending strength, MPa", "characteristic, along x across"),
        one("G", "G in its plane, MPa"),
        one("density", "Density, kg/m³"),
        { ...one("conducts", "Conducts, W/(m K)", "empty when not known"), optional: true },
        pair("size", "Sheet, mm", "2440 x 1220"),
        one("price", "Price a sheet"),
        SOURCE,
      ];
  }
}

/** What was typed, read; or the first thing that is wrong, with its field named. */
export function readForm(
  fields: readonly FormField[],
  text: (name: string) => string,
): { data: Record<string, unknown> } | { problem: string } {
  const data: Record<string, unknown> = {};
  for (const field of fields) {
    const typed = text(field.name).trim();
    if (typed === "" && field.optional) continue;
    if (typed === "") return { problem: `${field.label}: this is asked for, never assumed.` };
    if (field.reads === "number") {
      if (!Number.isFinite(Number(typed))) return { problem: `${field.label}: “${typed}” is not a number.` };
      data[field.name] = Number(typed);
    } else if (field.reads === "numbers") {
      const found = numbers(typed);
      if (found.bad !== null) return { problem: `${field.label}: “${found.bad}” is not a number.` };
      if (field.count !== undefined && found.values.length !== field.count)
        return { problem: `${field.label}: ${field.count} numbers are needed${field.hint ? `: ${field.hint}` : ""}.` };
      data[field.name] = found.values;
    } else data[field.name] = typed;
  }
  return { data };
}

/** Stock with one item in it, as the server takes it; problems of the parts together. */
export function stockOf(kind: Kind, data: Record<string, unknown>): { stock: Stock } | { problem: string } {
  const item = { id: slug(String(data["label"])), ...data };
  const list: Record<Kind, keyof Stock> = { section: "sections", metal: "metals", lumber: "lumber", panel: "panels" };
  if (kind === "metal") {
    const weld = data["welded"];
    const two = Array.isArray(weld) && weld.length === 2;
    if (weld !== undefined && !two) return { problem: "By a weld, MPa: two numbers are needed, yield x ultimate." };
    if (data["kind"] === "aluminium" && !two)
      return { problem: "By a weld, MPa: welding weakens aluminium, give both yield and ultimate." };
  }
  const empty: Stock = { metals: [], sections: [], lumber: [], panels: [] };
  return { stock: { ...empty, [list[kind]]: [item] } as Stock };
}

/** Every item with its kind, what it is in a line, and where a job keeps it. */
export function listed(stock: Stock): { id: string; kind: Kind; label: string; says: string; item: unknown }[] {
  const row = (kind: Kind, item: { id: string; label: string }, says: string) => ({
    id: item.id,
    kind,
    label: item.label,
    says,
    item,
  });
  return [
    ...(stock.sections ?? []).map((s) => row("section", s, `${s.family} ${s.sizes.join(" x ")} mm, ${s.material}`)),
    ...(stock.metals ?? []).map((m) =>
      row("metal", m, `${m.kind}, yield ${m.Fy} and ultimate ${m.Fu} MPa, ${m.source}`),
    ),
    ...(stock.lumber ?? []).map((w) =>
      row("lumber", w, `${w.width} x ${w.depth} mm, bending ${w.Fb} MPa, ${w.source}`),
    ),
    ...(stock.panels ?? []).map((p) => row("panel", p, `${p.kind} ${p.t} mm, E ${p.E.join(" and ")} MPa, ${p.source}`)),
  ];
}
