import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { api, Refused, take } from "../../api/client";
import { useCatalog, useStock } from "../../job/queries";
import { Button } from "../../ui/Button";
import { fieldsOf, type FormField, type Kind, readForm, type Stock, stockOf } from "./stock";

const BOX = "h-[38px] w-full rounded border border-steel bg-card px-2";

export const why = (error: unknown) =>
  error instanceof Refused
    ? error.refusal.problems?.map((p) => p.message).join(" ") || error.message
    : "This could not be saved.";

function Field({ field, onChoose }: { field: FormField; onChoose: (value: string) => void }) {
  return (
    <label className="block text-[14px]">
      {field.label}
      {field.reads === "choice" ? (
        <select name={field.name} className={BOX} onChange={(event) => onChoose(event.currentTarget.value)}>
          {(field.options ?? []).map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>
      ) : (
        <input
          name={field.name}
          className={BOX}
          autoComplete="off"
          placeholder={field.placeholder}
          inputMode={field.reads === "number" ? "decimal" : undefined}
        />
      )}
      {field.hint && <span className="text-[13px] text-steel">{field.hint}</span>}
    </label>
  );
}

/** One new item of the shop's own: asked for whole, kept in the shop; what is wrong is said beside it. */
export function NewStock({ kind, onDone }: { kind: Kind; onDone: () => void }) {
  const client = useQueryClient();
  const catalog = useCatalog();
  const stock = useStock();
  const [problem, setProblem] = useState("");
  const [family, setFamily] = useState("tube");
  const families = stock.data?.families ?? [];
  const sizes = families.find((row) => row.family === family)?.sizes ?? [];
  const metals = [
    ...(stock.data?.stock.metals ?? []),
    ...(catalog.data?.metals ?? []).filter((m) => !m.id.startsWith("own.")),
  ].map((m) => ({ value: m.id, label: m.label }));
  const fields = fieldsOf(
    kind,
    sizes,
    families.map((row) => row.family),
    metals,
  );
  const save = useMutation({
    mutationFn: (body: Stock) => take(api.POST("/api/stock", { body: { stock: body } })),
    onSuccess: (data) => {
      client.setQueryData(["stock"], data);
      onDone();
    },
    onError: (error) => setProblem(why(error)),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const read = readForm(fields, (name) => String(form.get(name) ?? ""));
    if ("problem" in read) return setProblem(read.problem);
    const made = stockOf(kind, read.data);
    if ("problem" in made) return setProblem(made.problem);
    save.mutate(made.stock);
  };
  return (
    <form aria-label={`New ${kind}`} className="border-t border-hair pt-2" onSubmit={submit}>
      <div className="grid grid-cols-3 gap-x-3 gap-y-1 max-[600px]:grid-cols-2">
        {fields.map((field) => (
          <Field
            key={`${kind} ${field.name}`}
            field={field}
            onChoose={(value) => field.name === "family" && setFamily(value)}
          />
        ))}
      </div>
      {problem && (
        <p role="alert" className="pt-1 text-[14px] font-medium">
          {problem}
        </p>
      )}
      <Button type="submit" tone="strong" className="mt-2 w-full">
        Keep this {kind}
      </Button>
    </form>
  );
}
