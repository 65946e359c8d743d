import { useState } from "react";

import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { standing, useCarry } from "../../job/queries";
import { showMass, type Units } from "../../quantity/format";
import { Button } from "../../ui/Button";
import { Group } from "../../ui/fields";
import { Tabs } from "../../ui/Tabs";
import { Crew } from "./Crew";
import { NewThing } from "./NewThing";
import { ThingSheet } from "./Thing";

/** mm as exact text: whole sixteenths of an inch or whole mm. */
function placed(mm: number, units: Units): string {
  return units.length === "in" ? `${Math.round((mm / 25.4) * 16)}/16 in` : `${Math.round(mm)} mm`;
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
