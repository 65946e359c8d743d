import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { type FormEvent, useRef, useState } from "react";

import { api, Refused, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { useCatalog, useStock } from "../../job/queries";
import { Button } from "../../ui/Button";
import { numbers, slug } from "./stock";

type Section = Schemas["OwnSection"];
type Metal = Schemas["OwnMetal"];
type Stock = Schemas["OwnStock"];

const BOX = "h-[38px] w-full rounded border border-steel bg-card px-2";
function Field({
  label,
  name,
  hint,
  ...rest
}: { label: string; name: string; hint?: string } & React.InputHTMLAttributes<HTMLInputElement>) {
  return (
    <label className="block text-[14px]">
      {label}
      <input name={name} className={BOX} autoComplete="off" {...rest} />
      {hint && <span className="text-[13px] text-steel">{hint}</span>}
    </label>
  );
}

const why = (error: unknown) =>
  error instanceof Refused
    ? error.refusal.problems?.map((p) => p.message).join(" ") || error.message
    : "This could not be saved.";

/** Keeps stock in the shop; what is wrong with it is said beside the form. */
function useKeep(onDone: () => void) {
  const client = useQueryClient();
  const [problem, setProblem] = useState("");
  const save = useMutation({
    mutationFn: (stock: Stock) => take(api.POST("/api/stock", { body: { stock } })),
    onSuccess: (data) => {
      client.setQueryData(["stock"], data);
      onDone();
    },
    onError: (error) => setProblem(why(error)),
  });
  return { problem, setProblem, keep: save.mutate };
}

function NewSection({ onDone }: { onDone: () => void }) {
  const catalog = useCatalog();
  const stock = useStock();
  const { problem, setProblem, keep } = useKeep(onDone);
  const [family, setFamily] = useState<Section["family"]>("tube");
  const sizes = stock.data?.families.find((one) => one.family === family)?.sizes ?? [];
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? "").trim();
    const size = numbers(text("sizes"));
    const stockLengths = numbers(text("stock"));
    const price = Number(text("price"));
    if (!text("label")) return setProblem("Name: write what the shop calls it.");
    if (size.bad !== null) return setProblem(`Sizes: “${size.bad}” is not a number of mm. Write ${sizes.join(" x ")}.`);
    if (size.values.length !== sizes.length)
      return setProblem(`Sizes: ${sizes.length} numbers are needed: ${sizes.join(" x ")}.`);
    if (stockLengths.bad !== null) return setProblem(`Lengths: “${stockLengths.bad}” is not a number of mm.`);
    if (stockLengths.values.length === 0) return setProblem("Lengths: write what it is sold in, such as 6000, 3000.");
    if (text("price") === "") return setProblem("Price: write what a metre costs; 0 when it lies in the yard.");
    if (!Number.isFinite(price)) return setProblem(`Price: “${text("price")}” is not a number.`);
    const section: Section = {
      id: slug(text("label")),
      label: text("label"),
      family,
      sizes: size.values,
      material: text("material"),
      stock: stockLengths.values,
      price_per_m: price,
    };
    keep({ metals: [], sections: [section] });
  };
  return (
    <form
      aria-label="New section"
      className="grid grid-cols-2 gap-x-3 gap-y-1 border-t border-hair pt-2"
      onSubmit={submit}
    >
      <Field label="Name" name="label" placeholder="40 x 60 x 3 from the yard" />
      <label className="block text-[14px]">
        Shape
        <select className={BOX} value={family} onChange={(e) => setFamily(e.currentTarget.value as Section["family"])}>
          {(stock.data?.families ?? []).map((one) => (
            <option key={one.family} value={one.family}>
              {one.family}
            </option>
          ))}
        </select>
      </label>
      <Field label="Sizes, mm" name="sizes" hint={sizes.join(" x ")} />
      <label className="block text-[14px]">
        Metal
        <select name="material" className={BOX}>
          {[
            ...(stock.data?.stock.metals ?? []).map((m) => ({ id: m.id, label: m.label })),
            ...(catalog.data?.metals ?? []).filter((m) => !m.id.startsWith("own.")),
          ].map((m) => (
            <option key={m.id} value={m.id}>
              {m.label}
            </option>
          ))}
        </select>
      </label>
      <Field label="Lengths sold, mm" name="stock" placeholder="6000, 3000" />
      <Field label="Price a metre" name="price" inputMode="decimal" />
      {problem && (
        <p role="alert" className="col-span-2 text-[14px] font-medium">
          {problem}
        </p>
      )}
      <Button type="submit" tone="strong" className="col-span-2 mt-1">
        Keep this section
      </Button>
    </form>
  );
}

const METAL: readonly { name: keyof Metal & string; label: string }[] = [
  { name: "E", label: "E, MPa" },
  { name: "G", label: "G, MPa" },
  { name: "density", label: "Density, kg/m³" },
  { name: "Fy", label: "Yield, MPa" },
  { name: "Fu", label: "Ultimate, MPa" },
];

function NewMetal({ onDone }: { onDone: () => void }) {
  const { problem, setProblem, keep } = useKeep(onDone);
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? "").trim();
    for (const row of METAL)
      if (text(row.name) === "" || !Number.isFinite(Number(text(row.name))))
        return setProblem(`${row.label}: write a number from the certificate.`);
    const kind = text("kind") as Metal["kind"];
    const weld = numbers(`${text("weldedFy")} ${text("weldedFu")}`);
    if (weld.bad !== null || (weld.values.length !== 2 && (kind === "aluminium" || weld.values.length > 0)))
      return setProblem("By a weld: aluminium needs both yield and ultimate, in MPa; steel neither.");
    const metal: Metal = {
      id: slug(text("label")),
      label: text("label"),
      kind,
      E: Number(text("E")),
      G: Number(text("G")),
      density: Number(text("density")),
      Fy: Number(text("Fy")),
      Fu: Number(text("Fu")),
      welded: weld.values.length === 2 ? [weld.values[0] ?? 0, weld.values[1] ?? 0] : null,
      source: text("source"),
    };
    keep({ metals: [metal], sections: [] });
  };
  return (
    <form
      aria-label="New metal"
      className="grid grid-cols-3 gap-x-3 gap-y-1 border-t border-hair pt-2"
      onSubmit={submit}
    >
      <Field label="Name" name="label" />
      <label className="block text-[14px]">
        Kind
        <select name="kind" className={BOX}>
          {["steel", "stainless", "aluminium"].map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
      </label>
      <Field label="Where the numbers are from" name="source" placeholder="mill certificate" />
      {METAL.map((row) => (
        <Field key={row.name} label={row.label} name={row.name} inputMode="decimal" />
      ))}
      <Field label="Yield by a weld" name="weldedFy" inputMode="decimal" hint="aluminium" />
      <Field label="Ultimate by a weld" name="weldedFu" inputMode="decimal" />
      {problem && (
        <p role="alert" className="col-span-3 text-[14px] font-medium">
          {problem}
        </p>
      )}
      <Button type="submit" tone="strong" className="col-span-3 mt-1">
        Keep this metal
      </Button>
    </form>
  );
}

/** The shop's own metals and sections: kept for every job, and copied into the job that uses them. */
export function OwnStock() {
  const { design, change, say } = useJob();
  const client = useQueryClient();
  const stock = useStock();
  const [adding, setAdding] = useState<"" | "section" | "metal">("");
  const [problem, setProblem] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const mine = stock.data?.stock;
  const used = new Set((design.own?.sections ?? []).map((one) => one.id));
  const take1 = async (section: Section) => {
    const metal = mine?.metals?.find((one) => one.id === section.material);
    const there = new Set((design.own?.metals ?? []).map((one) => one.id));
    await change(
      [
        ...(metal && !there.has(metal.id) ? [{ op: "add" as const, path: "/own/metals", value: metal }] : []),
        { op: "add" as const, path: "/own/sections", value: section },
      ],
      `own stock: ${section.label}`,
    );
    say(`${section.label} can be chosen in this job now.`);
  };
  const drop = async (id: string) => {
    const data = await take(api.DELETE("/api/stock/{ident}", { params: { path: { ident: id } } }));
    client.setQueryData(["stock"], data);
  };
  const bring = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      const data = await take(api.POST("/api/stock/import", { body: { text: await chosen.text() } }));
      client.setQueryData(["stock"], data);
      setProblem("");
    } catch (error) {
      setProblem(why(error));
    }
  };
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button tone="quiet">Own stock…</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed top-16 left-1/2 z-30 max-h-[85vh] w-[min(640px,94vw)] -translate-x-1/2 overflow-y-auto border border-ink bg-card p-5 shadow-xl"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-[20px]">Own stock</Dialog.Title>
          <p className="mb-2 text-[14px] text-steel">
            Metals and sections of this shop. A job keeps a copy of what it uses; its file carries it along.
          </p>
          <ul>
            {(mine?.sections ?? []).map((section) => (
              <li key={section.id} className="flex items-center gap-2 border-b border-dotted border-hair py-1">
                <span className="grow">
                  {section.label}
                  <span className="block text-[13px] text-steel">
                    {section.family} {section.sizes.join(" x ")} mm, {section.material}
                  </span>
                </span>
                <Button disabled={used.has(section.id)} onClick={() => void take1(section)}>
                  {used.has(section.id) ? "in this job" : "Use in this job"}
                </Button>
                <Button tone="quiet" onClick={() => void drop(section.id)} aria-label={`Remove ${section.label}`}>
                  Remove
                </Button>
              </li>
            ))}
            {(mine?.metals ?? []).map((metal) => (
              <li key={metal.id} className="flex items-center gap-2 border-b border-dotted border-hair py-1">
                <span className="grow">
                  {metal.label}
                  <span className="block text-[13px] text-steel">
                    {metal.kind}, yield {metal.Fy} and ultimate {metal.Fu} MPa, {metal.source}
                  </span>
                </span>
                <Button tone="quiet" onClick={() => void drop(metal.id)} aria-label={`Remove ${metal.label}`}>
                  Remove
                </Button>
              </li>
            ))}
          </ul>
          {mine && !mine.sections?.length && !mine.metals?.length && <p className="py-2">Nothing of your own yet.</p>}
          <div className="flex flex-wrap gap-2 py-2">
            <Button onClick={() => setAdding(adding === "section" ? "" : "section")}>New section</Button>
            <Button onClick={() => setAdding(adding === "metal" ? "" : "metal")}>New metal</Button>
            <a className="inline-flex h-11 items-center px-2 text-chalk underline" href="/api/stock/export" download>
              Export
            </a>
            <Button tone="quiet" onClick={() => file.current?.click()}>
              Import
            </Button>
            <input
              ref={file}
              type="file"
              accept=".json,application/json"
              className="sr-only"
              aria-label="Stock file"
              tabIndex={-1}
              onChange={(event) => {
                void bring(event.currentTarget.files?.[0]);
                event.currentTarget.value = "";
              }}
            />
          </div>
          {problem && (
            <p role="alert" className="font-medium">
              {problem}
            </p>
          )}
          {adding === "section" && <NewSection onDone={() => setAdding("")} />}
          {adding === "metal" && <NewMetal onDone={() => setAdding("")} />}
          <Dialog.Close asChild>
            <Button className="mt-3">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
