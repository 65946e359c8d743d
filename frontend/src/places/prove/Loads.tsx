import { useId, useState } from "react";
import { Link } from "react-router";

import type { Schemas } from "../../api/client";
import { Refused } from "../../api/client";
import { useJob } from "../../job/context";
import { useLoads } from "../../job/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, QuantityField, TickField } from "../../ui/fields";

type Row = Schemas["CaseRow"];
const AXES = ["x", "y", "z"] as const;

function CaseLine({ row, off, onOff }: { row: Row; off: boolean; onOff: (off: boolean) => void }) {
  const { change } = useJob();
  const id = useId();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState("");
  const save = async (axis: (typeof AXES)[number], text: string) => {
    const number = Number(text);
    if (text.trim() === "" || !Number.isFinite(number)) {
      setProblem(`“${text}” is not a number of g. Write one such as -0.8.`);
      return;
    }
    const [x, y, z] = row.used;
    const value = { x, y, z, [axis]: number };
    try {
      await change([{ op: "set", path: `/loads/cases/${row.name}`, value }], `${row.name} ${axis}: ${number} g`);
      setTyped({});
      setProblem("");
    } catch (error) {
      setProblem(error instanceof Refused ? error.message : "This could not be saved.");
    }
  };
  return (
    <tr className="border-b border-dotted border-hair align-top">
      <td className="py-1">
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-[22px] accent-[var(--chalk)]"
            checked={!off}
            data-case={row.name}
            onChange={(event) => onOff(!event.currentTarget.checked)}
          />
          {row.name}
        </label>
        {problem && (
          <p role="alert" id={id} className="text-[13px] font-medium">
            {problem}
          </p>
        )}
      </td>
      {AXES.map((axis, i) => (
        <td key={axis} className="py-1 pr-1 text-right">
          {row.editable ? (
            <input
              aria-label={`${row.name}, g along ${axis}`}
              aria-describedby={problem ? id : undefined}
              aria-invalid={problem !== ""}
              data-g={`${row.name}.${axis}`}
              className="h-[36px] w-[66px] rounded border border-steel bg-card px-2 text-right disabled:opacity-50"
              inputMode="decimal"
              disabled={off}
              value={typed[axis] ?? String(row.used[i])}
              onChange={(event) => setTyped({ ...typed, [axis]: event.currentTarget.value })}
              onBlur={(event) => {
                if (typed[axis] !== undefined && typed[axis] !== String(row.used[i]))
                  void save(axis, event.currentTarget.value);
              }}
              onKeyDown={(event) => {
                if (event.key === "Enter") event.currentTarget.blur();
                if (event.key === "Escape") {
                  setTyped({});
                  setProblem("");
                }
              }}
            />
          ) : (
            <span className="text-steel">{row.used[i]?.toFixed(2)}</span>
          )}
        </td>
      ))}
      <td className="py-1 pl-2 text-[13px]">
        {row.own && (
          <Button
            tone="quiet"
            className="h-9"
            onClick={() => void change([{ op: "remove", path: `/loads/cases/${row.name}` }], `${row.name} as usual`)}
          >
            back to {row.usual.join(", ")}
          </Button>
        )}
      </td>
    </tr>
  );
}

/** Who rides along: they weigh on the axles on the road; where people step one foot stands for whoever comes. */
function People() {
  const { jobId, design } = useJob();
  const crew = design.carry?.crew ?? [];
  return (
    <div className="col-span-full mt-2 border-t border-hair pt-2">
      <h3 className="text-[17px] text-chalk">People</h3>
      {crew.length === 0 && <p className="text-[14px]">Nobody rides along in this job.</p>}
      {crew.map((rider, i) => (
        <QuantityField
          key={rider.id}
          label={rider.seat ? `${rider.name}, on ${rider.seat}` : rider.name}
          path={`/carry/crew/${i}/mass`}
          kind="mass"
        />
      ))}
      <p className="text-[13px] text-steel">
        Riders count on the road only. Where people step, one foot stands for whoever comes; sleepers count where they
        lie.{" "}
        <Link className="text-chalk underline" to={`/job/${jobId}/carry`}>
          Who sits where is set on Carry
        </Link>
        .
      </p>
    </div>
  );
}

/** What the frame is held against: cases on or off, their g, feet, limits; each with its basis. */
export function Loads() {
  const { jobId, version, design, change } = useJob();
  const loads = useLoads(jobId, version);
  const off = new Set<string>(design.loads?.off ?? []);
  const flip = (name: string, out: boolean) => {
    const next = out ? [...off, name] : [...off].filter((one) => one !== name);
    void change([{ op: "set", path: "/loads/off", value: next }], `${name} ${out ? "left out" : "taken in"}`);
  };
  return (
    <section aria-label="Loads">
      <div>
        <p className="text-[13px] text-steel">
          g presses the load: x rearward, y to the right, z up, gravity included. A case left out is not checked and is
          named on the calculation sheet.
        </p>
        <table className="w-full text-[14px]">
          <thead>
            <tr className="text-left text-steel">
              <th className="font-normal">Case</th>
              {AXES.map((axis) => (
                <th key={axis} className="pr-2 text-right font-normal">
                  {axis}, g
                </th>
              ))}
              <th>
                <span className="sr-only">Back to the usual</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {(loads.data?.cases ?? []).map((row) => (
              <CaseLine key={row.name} row={row} off={off.has(row.name)} onOff={(out) => flip(row.name, out)} />
            ))}
          </tbody>
        </table>
        {[...new Set((loads.data?.cases ?? []).map((row) => row.basis))].map((basis) => (
          <p key={basis} className="pt-1 text-[13px] text-steel">
            {basis}.
          </p>
        ))}
      </div>
      <div className="mt-3 border-t border-hair pt-2">
        <h3 className="text-[17px] text-chalk">Crash restraint</h3>
        <div className="grid grid-cols-3 gap-x-6 max-[700px]:grid-cols-1">
          <TickField label="Check it" path="/loads/crash/on" />
          {design.loads?.crash?.on && (
            <>
              <NumberField label="Ahead" path="/loads/crash/forward" unit="g" />
              <NumberField label="Other ways" path="/loads/crash/other" unit="g" />
            </>
          )}
        </div>
        <p className="text-[13px] text-steel">
          Off behind a cab wall until you want it; wanted wherever people ride in front of or above the load. Fixings,
          lock, stops, guides, keeper and every thing carried are held to their nominal strength, straps to 0.8 of
          breaking. Only a tested seat or restraint counts for people.
        </p>
      </div>
      <div className="mt-3 border-t border-hair pt-2">
        <h3 className="text-[17px] text-chalk">Winter</h3>
        <div className="grid grid-cols-3 gap-x-6 max-[700px]:grid-cols-1">
          <TickField label="Sleep in it" path="/loads/winter/on" />
          {design.loads?.winter?.on && (
            <>
              <NumberField label="Outside" path="/loads/winter/outside" unit="°C" />
              <NumberField label="Inside" path="/loads/winter/inside" unit="°C" />
              <NumberField label="Moist inside" path="/loads/winter/humidity" unit="%" />
              <NumberField label="Air changed an hour" path="/loads/winter/changes" />
            </>
          )}
        </div>
        <p className="text-[13px] text-steel">
          Asked of closed bodies: where air gives up its water on the inner faces, and the heat that keeps it warm. Two
          sleepers breathe out about a litre a night: without air let in, 70 % is soon passed. Never heat with a flame
          that burns the room’s air.
        </p>
      </div>
      <div className="mt-3 grid grid-cols-2 gap-x-6 max-[700px]:grid-cols-1">
        <ChoiceField
          label="Roads"
          path="/loads/road"
          options={(loads.data?.roads ?? []).map((value) => ({ value, label: value }))}
        />
        <NumberField label="One foot" path="/loads/foot" unit="N" />
        <NumberField label="Snow on a roof" path="/loads/snow" unit="kPa" />
        <NumberField label="Rails: span over" path="/loads/limits/rail" />
        <NumberField label="Deck: span over" path="/loads/limits/deck" />
        <NumberField
          label="Droop no more than"
          path="/loads/limits/droop_mm"
          optional
          unit="mm"
          placeholder="by span"
        />
        <NumberField label="Pull no harder than" path="/loads/effort_limit" unit="N" />
        <NumberField label="Rolling resistance" path="/loads/rolling" />
        <TickField label="Wood and deck get wet" path="/loads/wet" />
        <p className="col-span-full pt-1 text-[13px] text-steel">
          Limits by span, the foot of 300 lbf and 1 kPa of snow are common practice, no published source; the local
          building code knows how much snow lies where you park.
        </p>
        <People />
      </div>
    </section>
  );
}
