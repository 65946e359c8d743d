import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { withUnit } from "../../quantity/format";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, QuantityField, TextField, TickField } from "../../ui/fields";

const HOLDS = [
  { value: "weight", label: "its weight alone" },
  { value: "friction", label: "friction" },
  { value: "straps", label: "straps" },
  { value: "bolted", label: "bolts or bracket" },
  { value: "lip", label: "a lip round it" },
  { value: "cord", label: "elastic cord" },
  { value: "magnet", label: "magnet" },
  { value: "spring", label: "spring catch" },
  { value: "hook_and_loop", label: "hook and loop" },
  { value: "beside", label: "the thing beside it" },
];

const STAGES = [
  { value: "fitted", label: "fitted" },
  { value: "planned", label: "planned" },
];

export type Surface = Schemas["SurfaceOut"];

const choices = (surfaces: readonly Surface[]) => surfaces.map((one) => ({ value: one.id, label: one.label }));

/** What a compartment still takes: how many more of this, the height over it, loose stuff by volume. */
function Room({ more, surface }: { more: number | null | undefined; surface: Surface | undefined }) {
  const { units } = useJob();
  const said = [
    more == null
      ? ""
      : more === 0
        ? "No more of it go there."
        : `${more} more of it ${more === 1 ? "goes" : "go"} there.`,
    surface?.clear == null ? "" : `${withUnit(surface.clear, units.length)} clear there.`,
    surface?.litres == null ? "" : `Or about ${Math.round(surface.litres)} litres of loose stuff, packed to 60 %.`,
  ].filter(Boolean);
  return said.length ? <p className="py-1 text-[14px] text-steel">{said.join(" ")}</p> : null;
}

const LIQUIDS = [
  { value: "water", label: "water" },
  { value: "propane", label: "propane" },
  { value: "petrol", label: "petrol" },
  { value: "diesel", label: "diesel" },
];

/** A liquid in it, and how full. */
function Filled({ path, name, filled }: { path: string; name: string; filled: boolean }) {
  const { change } = useJob();
  if (!filled)
    return (
      <Button
        tone="quiet"
        onClick={() => void change([{ op: "set", path: `${path}/filled`, value: {} }], `${name} holds a liquid`)}
      >
        It holds a liquid
      </Button>
    );
  return (
    <>
      <ChoiceField label="Holds" path={`${path}/filled/liquid`} options={LIQUIDS} />
      <NumberField label="When full" path={`${path}/filled/litres`} unit="litres" />
      <NumberField label="Full to" path={`${path}/filled/fill`} unit="%" />
      <Button
        tone="quiet"
        onClick={() => void change([{ op: "set", path: `${path}/filled`, value: null }], `${name} holds no liquid`)}
      >
        It holds none
      </Button>
    </>
  );
}

/** Where a thing is in a scene, if not where it is driven about. */
function Elsewhere({
  scene,
  path,
  name,
  set,
  surfaces,
}: {
  scene: "parked" | "night";
  path: string;
  name: string;
  set: boolean;
  surfaces: readonly Surface[];
}) {
  const { change } = useJob();
  const then = scene === "night" ? "at night" : "when parked";
  if (!set)
    return (
      <Button
        tone="quiet"
        onClick={() => void change([{ op: "set", path: `${path}/${scene}`, value: {} }], `${name} elsewhere ${then}`)}
      >
        {scene === "night" ? "At night it is elsewhere" : "Parked, it is elsewhere"}
      </Button>
    );
  return (
    <>
      <ChoiceField
        label={scene === "night" ? "At night on" : "Parked, on"}
        path={`${path}/${scene}/on`}
        options={[{ value: "outside", label: "outside the vehicle" }, ...choices(surfaces)]}
      />
      <Button
        tone="quiet"
        onClick={() => void change([{ op: "set", path: `${path}/${scene}`, value: null }], `${name} stays ${then}`)}
      >
        {scene === "night" ? "As driven, at night too" : "As driven, parked too"}
      </Button>
    </>
  );
}

/** What one thing that is carried is, where it stands and what keeps it there. */
export function ThingSheet({
  index,
  surfaces,
  more,
}: {
  index: number;
  surfaces: readonly Surface[];
  more: number | null | undefined;
}) {
  const { design, change } = useJob();
  const thing = design.carry?.things?.[index];
  if (!thing) return null;
  const path = `/carry/things/${index}`;
  const by = thing.hold?.by ?? "weight";
  const others = (design.carry?.things ?? []).filter((one) => one.id !== thing.id);
  return (
    <section aria-label={thing.name} className="mb-4 border-l-[3px] border-tape pl-3">
      <TextField label="Name" path={`${path}/name`} />
      <ChoiceField
        label="Stands on"
        path={`${path}/on`}
        options={choices(surfaces.filter((one) => one.id !== `thing/${thing.id}`))}
      />
      <Room more={more} surface={surfaces.find((one) => one.id === thing.on)} />
      <QuantityField label="Length" path={`${path}/length`} kind="length" />
      <QuantityField label="Width" path={`${path}/width`} kind="length" />
      <QuantityField label="Height" path={`${path}/height`} kind="length" />
      <QuantityField label="Mass" path={`${path}/mass`} kind="mass" />
      <NumberField label="On each other" path={`${path}/stacked`} whole />
      <Filled path={path} name={thing.name} filled={thing.filled != null} />
      <TickField label="Turned crosswise" path={`${path}/turned`} />
      <TickField label="Must stay upright" path={`${path}/upright`} />
      <TickField label="Must not freeze" path={`${path}/freezes`} />
      <TickField label="Wants air" path={`${path}/breathes`} />
      <TickField label="Drains" path={`${path}/drains`} />
      <ChoiceField label="It is" path={`${path}/stage`} options={STAGES} />
      {thing.at ? (
        <>
          <QuantityField label="Centre from its front" path={`${path}/at/x`} kind="length" />
          <QuantityField label="Right of centre (− left)" path={`${path}/at/y`} kind="length" />
          <Button
            tone="quiet"
            onClick={() => void change([{ op: "set", path: `${path}/at`, value: null }], `${thing.name} placed for me`)}
          >
            Place it for me
          </Button>
        </>
      ) : (
        <p className="py-1 text-[14px] text-steel">Placed in the row; drag it, or type its place below.</p>
      )}
      {!thing.at && (
        <Button
          tone="quiet"
          onClick={() =>
            void change([{ op: "set", path: `${path}/at`, value: { x: "300 mm", y: "0 mm" } }], `${thing.name} placed`)
          }
        >
          Type its place
        </Button>
      )}
      <Elsewhere
        scene="parked"
        path={path}
        name={thing.name}
        set={thing.parked != null}
        surfaces={surfaces.filter((one) => one.id !== `thing/${thing.id}`)}
      />
      <Elsewhere
        scene="night"
        path={path}
        name={thing.name}
        set={thing.night != null}
        surfaces={surfaces.filter((one) => one.id !== `thing/${thing.id}`)}
      />
      <ChoiceField label="Held by" path={`${path}/hold/by`} options={HOLDS} />
      {["friction", "beside", "magnet", "lip"].includes(by) && (
        <NumberField label="Friction" path={`${path}/hold/friction`} optional />
      )}
      {by === "straps" && (
        <>
          <NumberField label="Straps" path={`${path}/hold/straps`} whole />
          <QuantityField label="Load on its tag" path={`${path}/hold/strap_rating`} kind="mass" optional />
          <ChoiceField
            label="The tag gives"
            path={`${path}/hold/strap_marked`}
            options={[
              { value: "working", label: "working load" },
              { value: "breaking", label: "breaking load" },
            ]}
          />
          <NumberField label="Angle from the deck" path={`${path}/hold/strap_angle`} optional unit="°" />
          <TickField label="Goes over to the other side" path={`${path}/hold/over`} />
          <QuantityField label="Each eye takes" path={`${path}/hold/eye_rating`} kind="mass" optional />
        </>
      )}
      {by === "bolted" && <QuantityField label="Rating" path={`${path}/hold/rating`} kind="mass" optional />}
      {["cord", "magnet", "spring", "hook_and_loop"].includes(by) && (
        <QuantityField label="Holds, pulled by a scale" path={`${path}/hold/rating`} kind="mass" optional />
      )}
      {["straps", "bolted", "cord", "spring", "hook_and_loop"].includes(by) && (
        <QuantityField label="Acts so high on it" path={`${path}/hold/height`} kind="length" optional />
      )}
      {by === "lip" && (
        <>
          <QuantityField label="Lip high" path={`${path}/hold/lip`} kind="length" optional />
          <QuantityField label="Lip takes, pulled by a scale" path={`${path}/hold/rating`} kind="mass" optional />
        </>
      )}
      {by === "beside" && (
        <ChoiceField
          label="Stopped by"
          path={`${path}/hold/beside`}
          options={[{ value: "", label: "choose" }, ...others.map((one) => ({ value: one.id, label: one.name }))]}
        />
      )}
      <Button tone="quiet" onClick={() => void change([{ op: "remove", path }], `${thing.name} left behind`)}>
        Leave {thing.name} behind
      </Button>
    </section>
  );
}
