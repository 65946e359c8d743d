import { useId, useState } from "react";

import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import type { Surface } from "./Thing";

/** A thing that is not there yet, by its name, size and mass. */
export function NewThing({ surfaces, onAdded }: { surfaces: readonly Surface[]; onAdded: (index: number) => void }) {
  const { design, change, units } = useJob();
  const id = useId();
  const [form, setForm] = useState({ name: "", length: "", width: "", height: "", mass: "" });
  const [wanted, setWanted] = useState("");
  const on = surfaces.find((one) => one.id === wanted)?.id ?? surfaces[0]?.id ?? "";
  const [problem, setProblem] = useState("");
  const field = (key: keyof typeof form, label: string) => (
    <label className="flex items-center justify-between gap-2 py-0.5" htmlFor={id + key}>
      {label}
      <input
        id={id + key}
        className={`h-[38px] rounded border border-steel bg-card px-2 ${key === "name" ? "w-36" : "w-[92px] text-right"}`}
        value={form[key]}
        onChange={(event) => setForm({ ...form, [key]: event.currentTarget.value })}
      />
    </label>
  );
  const add = async () => {
    const taken = new Set([
      ...(design.carry?.things ?? []).map((t) => t.id),
      ...(design.carry?.crew ?? []).map((c) => c.id),
    ]);
    const stem =
      form.name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, "-")
        .replace(/^[^a-z]+|-+$/g, "")
        .slice(0, 30) || "thing";
    let name = stem;
    for (let n = 2; taken.has(name); n += 1) name = `${stem}-${n}`;
    try {
      await change([{ op: "add", path: "/carry/things", value: { id: name, on, ...form } }], `${form.name} added`);
      setForm({ name: "", length: "", width: "", height: "", mass: "" });
      setProblem("");
      onAdded(taken.size ? (design.carry?.things ?? []).length : 0);
    } catch (error) {
      setProblem(
        error instanceof Error ? error.message.replaceAll(/\/carry\/things\/\d+\//g, "") : "This could not be added.",
      );
    }
  };
  return (
    <form
      aria-label="New thing"
      className="border-t border-hair pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <h3 className="text-[17px] text-chalk">
        Something new ({units.length}, {units.mass})
      </h3>
      {field("name", "Name")}
      {field("length", "Length")}
      {field("width", "Width")}
      {field("height", "Height")}
      {field("mass", "Mass")}
      {surfaces.length > 1 && (
        <label className="flex items-center justify-between gap-2 py-0.5">
          On
          <select
            className="h-[38px] max-w-[168px] rounded border border-steel bg-card px-2"
            value={on}
            onChange={(event) => setWanted(event.currentTarget.value)}
          >
            {surfaces.map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
        </label>
      )}
      {problem && (
        <p role="alert" className="text-[13px] font-medium">
          {problem}
        </p>
      )}
      <Button type="submit" className="mt-1 w-full" disabled={!on}>
        {on ? "Put it there" : "Add a build to put it on first"}
      </Button>
    </form>
  );
}
