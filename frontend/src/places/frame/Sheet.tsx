import { useJob } from "../../job/context";
import { useCatalog } from "../../job/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, NumberField, QuantityField, TextField, TickField } from "../../ui/fields";

/** Everything one chooses for a bed slide. */
export function Sheet({ index }: { index: number }) {
  const { design, change } = useJob();
  const catalog = useCatalog();
  const build = design.builds?.[index];
  if (!build) return null;
  const b = `/builds/${index}`;
  const sections = (catalog.data?.sections ?? []).map((s) => ({ value: s.id, label: s.label }));
  const tubes = (catalog.data?.sections ?? [])
    .filter((s) => s.shape === "tube")
    .map((s) => ({ value: s.id, label: s.label }));
  const sheets = (catalog.data?.sheets ?? []).map((s) => ({ value: s.id, label: s.label }));
  return (
    <>
      <Group title="Tray">
        <QuantityField label="Length" path={`${b}/tray_length`} kind="length" />
        <QuantityField label="Width" path={`${b}/tray_width`} kind="length" />
        <QuantityField label="Pull-out" path={`${b}/pull_out`} kind="length" />
        <QuantityField label="Front gap" path={`${b}/front_gap`} kind="length" />
      </Group>
      <Group title="Rails">
        <ChoiceField
          label="System"
          path={`${b}/framing`}
          options={[{ value: "welded_steel_tube", label: "steel tube, welded" }]}
        />
        <ChoiceField label="Side rail" path={`${b}/rail`} options={tubes} />
        <TickField label="Laid flat" path={`${b}/rail_flat`} />
        <ChoiceField label="Rib" path={`${b}/rib`} options={tubes} />
        <NumberField label="Mid ribs" path={`${b}/mid_ribs`} whole />
        <ChoiceField label="Deck" path={`${b}/deck`} options={sheets} />
        <ChoiceField
          label="Face grain"
          path={`${b}/grain`}
          options={[
            { value: "along", label: "along the truck" },
            { value: "across", label: "across" },
          ]}
        />
      </Group>
      <Group title="Running gear">
        <QuantityField label="Roller diameter" path={`${b}/rollers/diameter`} kind="length" />
        <QuantityField
          label="Let in beside rail"
          path={`${b}/rollers/let_in`}
          kind="length"
          hint="0: the roller stands under the rail"
        />
        <QuantityField label="Roller off the floor" path={`${b}/roller_lift`} kind="length" />
        <QuantityField label="Roller width" path={`${b}/rollers/width`} kind="length" />
        <QuantityField label="Axle bolt" path={`${b}/rollers/axle`} kind="length" />
        <QuantityField label="Roller rating" path={`${b}/rollers/rating`} kind="mass" optional />
        <QuantityField label="Hold-down play" path={`${b}/rollers/play`} kind="length" />
        <QuantityField label="Front axle from tray front" path={`${b}/rollers/front_setback`} kind="length" />
        <QuantityField label="Rear axle from floor end" path={`${b}/rollers/rear_setback`} kind="length" />
      </Group>
      <Group title="Base">
        <ChoiceField label="Lower rail" path={`${b}/base/lower`} options={sections} />
        <ChoiceField label="Upper rail" path={`${b}/base/upper`} options={sections} />
        <NumberField label="Stands a side" path={`${b}/base/stands`} whole />
        <TickField label="Rear keeper" path={`${b}/base/keeper`} />
        {build.base?.keeper && (
          <QuantityField label="Keeper rating" path={`${b}/base/keeper_rating`} kind="mass" optional />
        )}
        <TickField label="Front stop" path={`${b}/base/front_stop`} />
        <TickField label="Stop at full pull-out" path={`${b}/base/out_stop`} />
        <TickField label="Side guides" path={`${b}/guides/fitted`} />
        {build.guides?.fitted && (
          <>
            <QuantityField label="Side play" path={`${b}/guides/play`} kind="length" />
            <QuantityField label="Guide rating" path={`${b}/guides/rating`} kind="mass" optional />
          </>
        )}
      </Group>
      <Group title="Lock">
        <QuantityField label="Pin" path={`${b}/lock/pin`} kind="length" />
        <QuantityField label="Gap it spans" path={`${b}/lock/gap`} kind="length" />
        <QuantityField label="Plate on the tray" path={`${b}/lock/tray_plate`} kind="length" />
        <QuantityField label="Plate on the base" path={`${b}/lock/base_plate`} kind="length" />
        <TickField label="Close fit in both" path={`${b}/lock/close_fit`} />
        <NumberField label="Pins sharing" path={`${b}/lock/pins`} whole />
        <NumberField label="Pin yield" path={`${b}/lock/Fy`} optional unit="MPa" />
        {(build.stops ?? []).map((stop, i) => (
          <div key={`${i}-${stop}`}>
            <QuantityField label={`Stop ${i + 1}`} path={`${b}/stops/${i}`} kind="length" />
            <Button
              tone="quiet"
              onClick={() => void change([{ op: "remove", path: `${b}/stops/${i}` }], `stop ${i + 1} removed`)}
            >
              Remove stop {i + 1}
            </Button>
          </div>
        ))}
        <Button
          className="mt-1 w-full"
          onClick={() => void change([{ op: "add", path: `${b}/stops`, value: "300 mm" }], "stop added")}
        >
          Add a stop part out
        </Button>
      </Group>
      <Group title="Road and limits">
        <ChoiceField
          label="Roads"
          path="/loads/road"
          options={["paved", "gravel", "trail"].map((value) => ({ value, label: value }))}
        />
        <QuantityField
          label="Build no heavier than"
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
        <NumberField label="Rolling resistance" path="/loads/rolling" />
        <NumberField label="Pull no harder than" path="/loads/effort_limit" unit="N" />
        <NumberField label="One foot" path="/loads/foot" unit="N" />
      </Group>
      <Group title="Job">
        <TextField label="Name" path="/name" />
        <TextField label="Build" path={`${b}/label`} />
      </Group>
    </>
  );
}
