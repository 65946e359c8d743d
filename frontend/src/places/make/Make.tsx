import { useState } from "react";
import { Link } from "react-router";

import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page } from "../../job/Page";
import { useMake, usePlan, usePlanSearch } from "../../job/queries";
import { withWaiting } from "../../record/outbox";
import { useWaiting } from "../../record/waiting";
import { Button } from "../../ui/Button";
import { Tabs } from "../../ui/Tabs";
import { Calendar } from "./Calendar";
import { First } from "./First";
import { HandsOn } from "./HandsOn";
import { Late } from "./Late";
import { PlanSettings } from "./PlanSettings";
import { Search } from "./Search";
import { Sheets } from "./Sheets";
import { StepCard } from "./StepCard";

const SHOWN = [
  { value: "today", label: "Today" },
  { value: "steps", label: "All steps" },
  { value: "days", label: "Days" },
  { value: "one", label: "One at a time" },
] as const;
type Shown = (typeof SHOWN)[number]["value"];

/** 8 Make: what can be done now, what it waits for, what was read; the days it takes. */
export function Make() {
  const { jobId, version, report } = useJob();
  const make = useMake(jobId, version);
  const plan = usePlan(jobId, version);
  const { search, stop, again } = usePlanSearch(jobId, version);
  const { waiting, add, drop } = useWaiting(jobId);
  const [shown, setShown] = useState<Shown>("today");
  const data = make.data;
  const steps = data?.steps ?? [];
  const done = withWaiting(data?.done ?? {}, waiting, jobId);
  const titles = new Map(steps.map((one) => [one.step.id, one.step.title]));
  const count = steps.filter((one) => done[one.step.id]).length;
  const over = report?.counts["over"] ?? 0;
  const unknown = report?.counts["unknown"] ?? 0;
  const now = steps.filter((one) => !done[one.step.id] && (one.step.after ?? []).every((name) => done[name]));
  const sets = (one: (typeof steps)[number]) => one.free_at !== "" && !one.ready;
  const setting = now.filter(sets);
  const off = steps.filter((one) => one.readings.some((reading) => reading.state === "over"));
  const cards = (rows: typeof steps) => (
    <ol>
      {rows.map((one) => (
        <li key={one.step.id} className="border-b border-hair py-3">
          <StepCard
            one={one}
            number={steps.indexOf(one) + 1}
            done={done[one.step.id] ?? ""}
            {...{ waiting, add, titles }}
          />
        </li>
      ))}
    </ol>
  );
  return (
    <Page
      left={<PlanSettings deliveries={plan.data?.deliveries ?? []} />}
      right={
        <>
          <First builds={(data?.builds ?? []) as [string, string][]} />
          <Findings places={["make"]} title="Shop" />
        </>
      }
    >
      <div className="p-4">
        <h1 className="text-[26px] leading-none">Make</h1>
        {steps.length > 0 && (
          <p className="mb-3 text-steel">
            {count} of {steps.length} steps done. About {data?.left.toFixed(1)} of {data?.hours.toFixed(1)} hours left.
            {plan.data?.ends && ` Done on ${plan.data.ends} at the earliest.`}
          </p>
        )}
        {data?.old && (
          <p role="status" className="mb-3 border-l-4 border-tape bg-card px-3 py-2 font-medium">
            The server does not answer: this is as it was last seen. Ticks and readings are kept here and sent when it
            is back.
          </p>
        )}
        {waiting.some((line) => line.refused === undefined) && (
          <p role="status" className="mb-3 border-l-4 border-tape bg-card px-3 py-2 font-medium">
            {waiting.filter((line) => line.refused === undefined).length} on the way: kept on this device until the
            server has them.
          </p>
        )}
        {waiting
          .filter((line) => line.refused !== undefined)
          .map((line) => (
            <p key={line.uid} role="alert" className="mb-3 border-l-4 border-tape bg-card px-3 py-2">
              Not taken: {line.refused}{" "}
              <Button tone="quiet" onClick={() => drop(line.uid)}>
                Seen
              </Button>
            </p>
          ))}
        {(over > 0 || unknown > 0) && (
          <p className="mb-3 border-l-4 border-tape bg-card px-3 py-2 font-medium">
            {over > 0 && `${over} finding${over === 1 ? " is" : "s are"} over. `}
            {unknown > 0 && `${unknown} not known. `}
            Settle them before cutting.
          </p>
        )}
        {(data?.misfits ?? 0) > 0 && (
          <p className="mb-3 border-l-4 border-tape bg-card px-3 py-2 font-medium">
            {data?.misfits} cut part{data?.misfits === 1 ? "" : "s"} no longer fit{data?.misfits === 1 ? "s" : ""}: see{" "}
            <Link className="text-chalk underline" to={`/job/${jobId}/cut?shown=made`}>
              Cut, Made
            </Link>
            .
          </p>
        )}
        {(data?.skipped ?? 0) > 0 && (
          <p className="mb-3 border-l-4 border-tape bg-card px-3 py-2 font-medium">
            {data?.skipped} hold{data?.skipped === 1 ? "" : "s"} of steps that are done not checked yet.
          </p>
        )}
        <div className="mb-3">
          <Tabs label="What is shown" value={shown} onChange={(value) => setShown(value as Shown)} options={SHOWN} />
        </div>
        {data && steps.length === 0 && <p className="text-steel">Nothing to make yet: design a build on Frame.</p>}
        {shown === "today" && (
          <>
            {cards(now.filter((one) => !sets(one)))}
            {setting.length > 0 && (
              <>
                <h2 className="mt-6 text-[20px]">Something has to set first</h2>
                {cards(setting)}
              </>
            )}
            {data && steps.length > 0 && now.length === 0 && <p>Everything is done.</p>}
            {off.length > 0 && (
              <>
                <h2 className="mt-6 text-[20px]">Read, and not as planned</h2>
                {cards(off.filter((one) => !now.includes(one)))}
              </>
            )}
          </>
        )}
        {shown === "steps" && cards(steps)}
        {shown === "days" && plan.data && (
          <>
            <Search plan={plan.data} onSearch={search} onStop={stop} onAgain={again} />
            <Calendar plan={plan.data} />
            <HandsOn rows={plan.data.hands_on} />
            {plan.data.rows.length > 0 && <Late plan={plan.data} />}
          </>
        )}
        {shown === "days" && plan.isLoading && <p className="text-steel">Working out the shortest plan…</p>}
        {shown === "one" && <Sheets {...{ steps, done, waiting, add, titles }} />}
        <p className="mt-4 text-[13px] text-steel">{report?.notice}</p>
      </div>
    </Page>
  );
}
