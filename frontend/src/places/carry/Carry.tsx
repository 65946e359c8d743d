import { useId, useState } from "react";

import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { standing, useCarry } from "../../job/queries";
import { showMass, type Units, withUnit } from "../../quantity/format";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, NumberField, QuantityField, TextField, TickField } from "../../ui/fields";
import { Tabs } from "../../ui/Tabs";
import { Crew } from "./Crew";

/** mm as exact text: whole sixteenths of an inch or whole mm. */
function placed(mm: number, units: Units): string {
  return units.length === "in" ? `${Math.round((mm / 25.4) * 16)}/16 in` : `${Math.round(mm)} mm`;
}

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

type Surface = Schemas["SurfaceOut"];

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

function ThingSheet({
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

function NewThing({ surfaces, onAdded }: { surfaces: readonly Surface[]; onAdded: (index: number) => void }) {
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

/** Where the axes of a surface point that is turned by so many quarters. */
const QUARTERS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/** 2 Carry: things to scale on their surfaces, people on seats and in bed. */
export function Carry() {
  const { jobId, version, units, design, change, travels, checking } = useJob();
  const [chosen, setChosen] = useState<string>("");
  const carry = useCarry(jobId, version, standing(travels), chosen, !checking);
  const surfaces = carry.data?.surfaces ?? [];
  const [view, setView] = useState("plan");
  const things = design.carry?.things ?? [];
  const index = things.findIndex((thing) => thing.id === chosen);
  const shown = carry.data?.views.find((one) => one.name === view);
  const sorted = [...things].sort(
    (a, b) =>
      (carry.data?.placed.find((p) => p.id === b.id)?.kg ?? 0) -
      (carry.data?.placed.find((p) => p.id === a.id)?.kg ?? 0),
  );
  const move = (part: string, du: number, dv: number) => {
    const id = part.replace("thing/", "");
    const at = carry.data?.placed.find((p) => p.id === id);
    const i = things.findIndex((thing) => thing.id === id);
    if (!at || i < 0 || view !== "plan") return;
    const [c, s] = QUARTERS[at.quarters] ?? [1, 0];
    void change(
      [
        {
          op: "set",
          path: `/carry/things/${i}/at`,
          value: { x: placed(at.x + c * du + s * dv, units), y: placed(at.y + c * dv - s * du, units) },
        },
      ],
      `${things[i]?.name} moved`,
    );
  };
  return (
    <Page
      left={
        <>
          <h2 className="mb-1 text-[21px]">What goes in</h2>
          {things.length === 0 && <p className="mb-2 text-steel">Nothing yet. Big and heavy things first.</p>}
          <ul className="mb-3">
            {sorted.map((thing) => (
              <li key={thing.id} className="border-b border-dotted border-hair">
                <button
                  type="button"
                  aria-pressed={thing.id === chosen}
                  className={`flex min-h-11 w-full items-center justify-between text-left hover:bg-offer ${thing.id === chosen ? "bg-offer" : ""}`}
                  onClick={() => setChosen(thing.id === chosen ? "" : thing.id)}
                >
                  <span>{thing.name}</span>
                  <span className="font-medium">
                    {showMass(carry.data?.placed.find((p) => p.id === thing.id)?.kg ?? 0, units.mass)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {index >= 0 && (
            <ThingSheet
              key={chosen}
              index={index}
              surfaces={surfaces}
              more={carry.data?.placed.find((one) => one.id === chosen)?.more}
            />
          )}
          <NewThing surfaces={surfaces} onAdded={() => setChosen("")} />
          <Group title="">
            <Crew beds={surfaces.filter((one) => one.sleeping)} />
          </Group>
        </>
      }
      right={<Findings places={["carry"]} title="Load, worst first" />}
    >
      <div className="flex flex-wrap items-center gap-3 p-3">
        <Tabs
          label="View"
          value={view}
          onChange={setView}
          options={[
            { value: "plan", label: "Plan" },
            { value: "side", label: "Side" },
          ]}
        />
        <Button
          disabled={things.length === 0}
          onClick={() =>
            void change(
              things.map((_, i) => ({ op: "set" as const, path: `/carry/things/${i}/at`, value: null })),
              "arranged in a row",
            )
          }
        >
          Arrange for me
        </Button>
        <span className="text-[14px] text-steel">Drag a thing in plan. The front is at the left.</span>
      </div>
      <Stage least={420}>
        {shown && (
          <Drawing
            view={shown}
            units={units}
            title={`The load, ${view}`}
            selected={chosen ? `thing/${chosen}` : undefined}
            onPart={(part) => part.startsWith("thing/") && setChosen(part.replace("thing/", ""))}
            onMove={view === "plan" ? move : undefined}
          />
        )}
      </Stage>
    </Page>
  );
}
