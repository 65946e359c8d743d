import type { Schemas } from "../api/client";
import { Button } from "../ui/Button";
import { ChoiceField, NumberField, QuantityField, TextField, TickField } from "../ui/fields";
import { useJob } from "./context";

type FormRow = Schemas["FormRow"];

/** One row of a sheet: a field by its kind, or a button. */
export function FormField({ row }: { row: FormRow }) {
  const { change } = useJob();
  const hint = row.help || undefined;
  switch (row.kind) {
    case "length":
    case "mass":
      return (
        <QuantityField
          label={row.label}
          path={row.path}
          kind={row.kind}
          optional={row.optional}
          hint={hint}
          placeholder={row.empty || undefined}
        />
      );
    case "number":
    case "whole":
      return (
        <NumberField
          label={row.label}
          path={row.path}
          whole={row.kind === "whole"}
          optional={row.optional}
          unit={row.unit}
          hint={hint}
        />
      );
    case "tick":
      return <TickField label={row.label} path={row.path} hint={hint} />;
    case "text":
      return <TextField label={row.label} path={row.path} />;
    case "choice":
    case "system":
      return (
        <ChoiceField
          label={row.label}
          path={row.path}
          options={
            row.optional ? [{ value: "", label: row.empty || "not said" }, ...(row.choices ?? [])] : (row.choices ?? [])
          }
          nullable={row.optional}
          hint={hint}
        />
      );
    case "command":
      return (
        <Button
          tone={row.op === "remove" ? "quiet" : undefined}
          className="my-1 w-full"
          onClick={() => void change([{ op: row.op ?? "set", path: row.path, value: row.value }], row.label)}
        >
          {row.label}
        </Button>
      );
  }
}
