import { useId } from "react";

import { useJob } from "../../job/context";
import { useCatalog } from "../../job/queries";
import { Button } from "../../ui/Button";
import { JointFields } from "./Joints";
import { LegFields } from "./Legs";
import { OwnMembers } from "./OwnMembers";
import { OwnStock } from "./OwnStock";
import { ChoiceField, Group, NumberField, QuantityField, TextField, TickField } from "../../ui/fields";

/** Another framing system brings its own rail and rib along: one change, one undo. */
function SystemField({ index }: { index: number }) {
  const { design, change, say } = useJob();
  const catalog = useCatalog();
  const id = useId();
  const now = design.builds?.[index]?.framing ?? "";
  const take = async (next: string) => {
    const system = catalog.data?.systems.find((one) => one.id === next);
    if (!system) return;
    const b = `/builds/${index}`;
    await change(
      [
        { op: "set", path: `${b}/framing`, value: system.id },
        { op: "set", path: `${b}/rail`, value: system.rail },
        { op: "set", path: `${b}/rib`, value: system.rib },
        { op: "set", path: `${b}/joints/fastener`, value: "usual" },
        { op: "set", path: `${b}/own_members`, value: [] },
      ],
      `framing: ${system.label}`,
    );
    say(`${system.label}: rail and rib start at its usual sections. Ctrl+Z takes it back.`);
  };
  return (
    <div className="border-b border-dotted border-hair py-[3px]">
      <div className="flex items-center justify-between gap-2">
        <label htmlFor={id} className="text-[15px]">
          System
        </label>
        <select
          id={id}
          data-path={`/builds/${index}/framing`}
          className="h-[38px] max-w-[172px] rounded border border-steel bg-card px-2 font-medium"
          value={now}
          onChange={(event) => void take(event.currentTarget.value)}
        >
          {(catalog.data?.systems ?? []).map((system) => (
            <option key={system.id} value={system.id} disabled={!system.slide}>
              {system.label}
              {system.slide ? "" : " (not for a slide)"}
            </option>
          ))}
        </select>
      </div>
    </div>
  );
}

/** Everything one chooses for a bed slide. */
export function Sheet({ index }: { index: number }) {
  const { design, change } = useJob();
  const catalog = useCatalog();
  const build = design.builds?.[index];
  if (!build) return null;
  const b = `/builds/${index}`;
  const runs = (catalog.data?.sections ?? [])
    .filter((s) => ["tube", "flat", "angle", "channel"].includes(s.shape))
    .map((s) => ({ value: s.id, label: s.label }));
  const system = catalog.data?.systems.find((one) => one.id === build.framing);
  const framed = (catalog.data?.sections ?? [])
    .filter((s) => s.systems.includes(build.framing ?? ""))
    .map((s) => ({ value: s.id, label: s.label }));
  const boards = catalog.data?.sheets.find((one) => one.id === build.deck)?.boards ?? false;
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
        <SystemField index={index} />
        {system && (
          <p className="py-1 text-[13px] text-steel">
            Liked: {system.liked}. Complaint: {system.complaint}.
          </p>
        )}
        <ChoiceField label="Side rail" path={`${b}/rail`} options={framed} />
        <TickField label="Laid flat" path={`${b}/rail_flat`} />
        <ChoiceField label="Rib" path={`${b}/rib`} options={framed} />
        <OwnStock />
        <NumberField label="Mid ribs" path={`${b}/mid_ribs`} whole />
        <ChoiceField label="Deck" path={`${b}/deck`} options={sheets} />
        {boards ? (
          <QuantityField label="At least between boards" path={`${b}/board_gap`} kind="length" />
        ) : (
          <>
            <ChoiceField
              label="Face grain"
              path={`${b}/grain`}
              options={[
                { value: "along", label: "along the truck" },
                { value: "across", label: "across" },
              ]}
            />
            <ChoiceField
              label="Deck edges"
              path={`${b}/deck_edges`}
              options={[
                { value: "screwed", label: "screwed down" },
                { value: "slots", label: "let into slots" },
              ]}
            />
          </>
        )}
      </Group>
      <JointFields index={index} />
      <OwnMembers index={index} />
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
        <ChoiceField label="Lower rail" path={`${b}/base/lower`} options={runs} />
        <ChoiceField label="Upper rail" path={`${b}/base/upper`} options={runs} />
        <NumberField label="Stands a side" path={`${b}/base/stands`} whole />
        <TickField label="Rear keeper" path={`${b}/base/keeper`} />
        {build.base?.keeper && (
          <QuantityField label="Keeper rating" path={`${b}/base/keeper_rating`} kind="mass" optional />
        )}
        <TickField label="Front stop" path={`${b}/base/front_stop`} />
        {build.base?.front_stop && (
          <QuantityField label="Front stop rating" path={`${b}/base/stop_rating`} kind="mass" optional />
        )}
        <TickField label="Stop at full pull-out" path={`${b}/base/out_stop`} />
        <LegFields index={index} />
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
      </Group>
      <Group title="Job">
        <TextField label="Name" path="/name" />
        <TextField label="Build" path={`${b}/label`} />
      </Group>
    </>
  );
}
