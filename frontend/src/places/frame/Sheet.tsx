import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { useSheet } from "../../job/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, NumberField, QuantityField, TextField, TickField } from "../../ui/fields";
import { OwnStock } from "./OwnStock";

type FormRow = Schemas["FormRow"];

/** One row of a sheet: a field by its kind, or a button. */
function Row({ row }: { row: FormRow }) {
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
      return <ChoiceField label={row.label} path={row.path} options={row.choices ?? []} hint={hint} />;
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

/** Everything one chooses for a build, as its family's sheet has it; then what belongs to the job. */
export function Sheet({ build }: { build: string }) {
  const { design, jobId, version } = useJob();
  const sheet = useSheet(jobId, version, build);
  if (sheet.isError)
    return (
      <p role="alert" className="py-2 font-medium">
        {sheet.error.message}
      </p>
    );
  return (
    <>
      {(sheet.data?.groups ?? []).map((group) => (
        <Group key={group.title} title={group.title}>
          {group.help && <p className="text-[13px] text-steel">{group.help}</p>}
          {group.rows.map((row) => (
            <Row key={`${row.path} ${row.label}`} row={row} />
          ))}
        </Group>
      ))}
      <Group title="Stock of your own">
        <OwnStock />
      </Group>
      <Group title="Road and limits">
        <ChoiceField
          label="Roads"
          path="/loads/road"
          options={["paved", "gravel", "trail"].map((value) => ({ value, label: value }))}
        />
        <QuantityField
          label="Builds no heavier than"
          path="/goals/build_mass"
          kind="mass"
          optional
          placeholder="no limit"
        />
        <NumberField
          label="Materials no dearer than"
          path="/goals/price"
          optional
          unit={design.shop?.currency ?? "$"}
        />
      </Group>
      <Group title="Job">
        <TextField label="Name" path="/name" />
        {sheet.data && <TextField label="Build" path={`/builds/${sheet.data.index}/label`} />}
      </Group>
    </>
  );
}
