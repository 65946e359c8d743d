import { useState } from "react";

import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page, Stage } from "../../job/Page";
import { useAnchor, useCatalog } from "../../job/queries";
import { showForce } from "../../quantity/format";
import { STATE_TEXT, STATE_WORD } from "../../tape/state";
import { Tape } from "../../tape/Tape";
import { Button } from "../../ui/Button";
import { ChoiceField, QuantityField, TextField, TickField } from "../../ui/fields";
import { Tabs } from "../../ui/Tabs";

interface Fixing {
  name: string;
  hole?: string | null;
  nut?: string;
}

/** The fixings of the build in hand, where its family has any: others bear on the host and are tied to it. */
function Fixings({ index }: { index: number }) {
  const { design, change } = useJob();
  const catalog = useCatalog();
  const build = design.builds?.[index];
  const fixings: readonly Fixing[] | undefined =
    build && "fixings" in build ? (build.fixings as readonly Fixing[] | undefined) : undefined;
  const holes = design.host.holes ?? [];
  const used = new Set((fixings ?? []).map((fixing) => fixing.hole));
  const free = holes.filter((hole) => !used.has(hole.name));
  const threads = (catalog.data?.threads ?? []).map((value) => ({ value, label: value }));
  const grades = (catalog.data?.grades ?? []).map((value) => ({ value, label: value }));
  const next = () => {
    const names = new Set((fixings ?? []).map((fixing) => fixing.name));
    let n = names.size + 1;
    while (names.has(`F${n}`)) n += 1;
    return `F${n}`;
  };
  const add = (value: Record<string, unknown>) =>
    void change([{ op: "add", path: `/builds/${index}/fixings`, value: { name: next(), ...value } }], "fixing added");
  if (!build) return <p className="text-steel">No build to hold yet.</p>;
  if (!fixings)
    return (
      <p className="text-steel">
        What holds {build.label} to the host is chosen on Frame and listed on Measure; what each place takes stands in
        the findings.
      </p>
    );
  return (
    <section>
      <h2 className="text-[21px]">Fixings</h2>
      {fixings.length === 0 && <p className="text-steel">None yet. Take an existing bolt, or drill.</p>}
      {fixings.map((fixing, i) => {
        const p = `/builds/${index}/fixings/${i}`;
        return (
          <details key={fixing.name} className="border-b border-hair py-1">
            <summary className="min-h-9 cursor-pointer py-1.5 font-medium">
              {fixing.name}: {fixing.hole ?? "drilled"}
            </summary>
            <TextField label="Name" path={`${p}/name`} />
            {fixing.hole ? (
              <ChoiceField
                label="Existing hole"
                path={`${p}/hole`}
                options={holes.map((hole) => ({ value: hole.name, label: hole.name }))}
              />
            ) : (
              <>
                <QuantityField label="From the front" path={`${p}/x`} kind="length" />
                <QuantityField label="Right of centre (− left)" path={`${p}/y`} kind="length" />
                <ChoiceField label="Bolt" path={`${p}/thread`} options={threads} />
                <QuantityField label="Washer" path={`${p}/washer`} kind="length" />
                <TickField label="Backing plate" path={`${p}/backing`} />
              </>
            )}
            <ChoiceField label="Grade" path={`${p}/grade`} options={grades} />
            <QuantityField label="Spacer under the rail" path={`${p}/spacer`} kind="length" />
            <TickField
              label="The bolt leans over its spacer"
              path={`${p}/loose`}
              hint="a wide hole in the rail: held at its foot alone"
            />
            <QuantityField
              label="Tab past it, beside the rail"
              path={`${p}/tab`}
              kind="length"
              optional
              placeholder="none"
            />
            <ChoiceField
              label="Into"
              path={`${p}/nut`}
              options={[
                { value: "through bolt", label: "through, with a nut" },
                { value: "rivet nut", label: "a rivet or plate nut" },
              ]}
            />
            {fixing.nut === "rivet nut" && (
              <>
                <QuantityField label="Nut is sold for" path={`${p}/nut_sold`} kind="mass" optional />
                <QuantityField label="Sheet is rated at" path={`${p}/sheet_rating`} kind="mass" optional />
              </>
            )}
            <Button tone="quiet" onClick={() => void change([{ op: "remove", path: p }], `${fixing.name} removed`)}>
              Remove {fixing.name}
            </Button>
          </details>
        );
      })}
      <div className="mt-3 grid gap-2">
        {free.map((hole) => (
          <Button key={hole.name} onClick={() => add({ hole: hole.name })}>
            Use {hole.name} ({hole.thread})
          </Button>
        ))}
        <Button disabled={design.host.may_drill === false} onClick={() => add({ x: "300 mm", y: "500 mm" })}>
          {design.host.may_drill === false ? "No drilling in this vehicle" : "Drill a new one"}
        </Button>
      </div>
    </section>
  );
}

/** 6 Anchor: plan of the fixings with their forces in one case. */
export function Anchor() {
  const { jobId, version, units, light, design, hand, takeInHand } = useJob();
  const [position, setPosition] = useState("");
  const [chosen, setChosen] = useState("");
  const [gone, setGone] = useState("");
  const anchor = useAnchor(jobId, version, hand, position, chosen, gone);
  const builds = design.builds ?? [];
  const index = builds.findIndex((one) => one.id === hand);
  // a build without fixings of its own shows none, not its neighbour's
  const data = anchor.data?.build === hand ? anchor.data : undefined;
  return (
    <Page
      left={<Fixings key={hand} index={index} />}
      right={<Findings places={["anchor"]} title="Fixings, worst first" />}
    >
      {builds.length > 1 && (
        <div className="px-3 pt-2">
          <Tabs
            label="Build"
            value={hand}
            onChange={takeInHand}
            options={builds.map((one) => ({ value: one.id ?? "", label: one.label ?? "" }))}
          />
        </div>
      )}
      <div className={`flex flex-wrap items-center gap-3 px-3 pt-2 ${data ? "" : "hidden"}`}>
        {(data?.positions ?? []).some(Boolean) && (
          <Tabs
            label="Position"
            value={data?.position ?? ""}
            onChange={setPosition}
            options={(data?.positions ?? []).map((value) => ({ value, label: value }))}
          />
        )}
        <label className="flex min-w-0 items-center gap-2">
          Case
          <select
            className="h-[38px] min-w-0 rounded border border-steel bg-card px-2"
            value={data?.case ?? ""}
            onChange={(event) => setChosen(event.currentTarget.value)}
          >
            {(data?.cases ?? []).map((value) => (
              <option key={value}>{value}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          Gone
          <select
            className="h-[38px] rounded border border-steel bg-card px-2"
            value={gone}
            onChange={(event) => setGone(event.currentTarget.value)}
          >
            <option value="">none</option>
            {(data?.fixings ?? []).map((fixing) => (
              <option key={fixing.name}>{fixing.name}</option>
            ))}
          </select>
        </label>
      </div>
      <Stage least={360}>
        {data?.view ? (
          <Drawing
            view={data.view}
            units={units}
            title={`Fixings, ${data.view.name}`}
            onPart={(part) => light([part])}
          />
        ) : (
          <p className="p-6 text-steel">Fixings are drawn once a build has some.</p>
        )}
      </Stage>
      {data && !data.settled && data.fixings.length > 0 && (
        <p role="alert" className="px-4 font-medium">
          In this case it is not held: it turns, falls or lifts away.
        </p>
      )}
      {data && (
        <>
          <p className="px-4 text-[14px] text-steel">
            Ring: pull on it, or what it is pressed with, with what bending and prying of its rail add. Arrow: what it
            gives along. Friction is not counted.
          </p>
          <table className="m-4 text-[14px]">
            <caption className="text-left font-head text-[17px] font-semibold">In {data.case.toLowerCase()}</caption>
            <thead>
              <tr className="border-b border-ink text-left text-steel">
                <th className="py-1 font-normal">Fixing</th>
                <th className="pl-3 text-right font-normal">Pull</th>
                <th className="pl-4 text-right font-normal">Shear</th>
                <th className="pl-4 font-normal">Use</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {data.fixings.map((fixing) => (
                <tr
                  key={fixing.name}
                  className={`border-b border-dotted border-hair ${fixing.name === gone ? "line-through opacity-50" : ""}`}
                >
                  <td className="py-1 font-medium">
                    {fixing.mark && <span className="mr-2 text-steel">{fixing.mark}</span>}
                    {fixing.name}{" "}
                    <span className="text-steel">
                      {[fixing.hole ?? (fixing.thread ? "drilled" : ""), fixing.thread].filter(Boolean).join(", ")}
                    </span>
                  </td>
                  <td className="pl-3 text-right whitespace-nowrap">
                    {fixing.tension < 0
                      ? `pressed on, ${showForce(-fixing.tension, units.mass)}`
                      : showForce(fixing.tension, units.mass)}
                  </td>
                  <td className="pl-4 text-right whitespace-nowrap">{showForce(fixing.shear, units.mass)}</td>
                  <td className="pl-4">
                    <Tape state={fixing.state} use={fixing.use ?? null} width={150} />
                  </td>
                  <td className={`text-right font-semibold ${STATE_TEXT[fixing.state]}`}>
                    {fixing.use == null ? STATE_WORD[fixing.state] : fixing.use.toFixed(2)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </Page>
  );
}
