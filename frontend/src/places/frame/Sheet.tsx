import { useJob } from "../../job/context";
import { FormField } from "../../job/FormField";
import { useSheet } from "../../job/queries";
import { ChoiceField, Group, NumberField, QuantityField, TextField } from "../../ui/fields";
import { OwnStock } from "./OwnStock";

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
            <FormField key={`${row.path} ${row.label}`} row={row} />
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
        <QuantityField
          label="All told no heavier than"
          path="/goals/whole"
          kind="mass"
          optional
          placeholder="no limit"
        />
        {design.goals.whole && (
          <ChoiceField
            label="Of that counts"
            path="/goals/whole_counts"
            options={[
              { value: "not known", label: "not known yet" },
              { value: "empty", label: "as built, nothing aboard" },
              { value: "equipped", label: "with what is bolted down, and tanks" },
              { value: "laden", label: "all that is aboard" },
            ]}
          />
        )}
        <NumberField
          label="Materials no dearer than"
          path="/goals/price"
          optional
          unit={design.shop?.currency ?? "$"}
        />
        <NumberField label="Converted once round in" path="/goals/seconds" optional unit="s" />
      </Group>
      <Group title="Job">
        <TextField label="Name" path="/name" />
        {sheet.data && <TextField label="Build" path={`/builds/${sheet.data.index}/label`} />}
      </Group>
    </>
  );
}
