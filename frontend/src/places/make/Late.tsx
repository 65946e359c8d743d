import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { long } from "./days";

const BOX = "h-11 min-w-0 rounded border border-steel bg-card px-2";

/** What a delay costs: one step that begins later, or stock that comes later, and the day the job ends on then. */
export function Late({ plan }: { plan: Schemas["PlanOut"] }) {
  const { jobId, version } = useJob();
  const [what, setWhat] = useState("");
  const [days, setDays] = useState("1");
  const many = Number(days);
  const asked = what !== "" && Number.isInteger(many) && many >= 1 && many <= 120;
  const found = useQuery({
    queryKey: ["job", jobId, "late", version, what, many],
    queryFn: () =>
      take(api.GET("/api/jobs/{job}/make/late", { params: { path: { job: jobId }, query: { what, days: many } } })),
    enabled: asked,
  });
  const coming = plan.deliveries.filter((row) => !row.bought);
  return (
    <section aria-label="What a delay costs" className="mt-4 border-t border-hair pt-3 print:hidden">
      <h2 className="text-[20px]">What a delay costs</h2>
      <div className="flex flex-wrap items-center gap-2 py-1">
        <select
          aria-label="What comes later"
          className={`${BOX} max-w-full grow`}
          value={what}
          onChange={(event) => setWhat(event.currentTarget.value)}
        >
          <option value="">choose what comes later</option>
          {coming.length > 0 && (
            <optgroup label="Deliveries">
              {coming.map((row) => (
                <option key={row.item} value={row.item}>
                  {row.label}
                </option>
              ))}
            </optgroup>
          )}
          <optgroup label="Steps">
            {plan.rows.map((row) => (
              <option key={row.step} value={row.step}>
                {row.build ? `${row.build}: ` : ""}
                {row.title}
              </option>
            ))}
          </optgroup>
        </select>
        <label className="flex items-center gap-2">
          by
          <input
            inputMode="numeric"
            aria-label="Days later"
            className={`${BOX} w-16 text-right`}
            value={days}
            onChange={(event) => setDays(event.currentTarget.value)}
          />
          days
        </label>
      </div>
      {what !== "" && !asked && <p role="alert">Give whole days from 1 to 120.</p>}
      {asked && found.isLoading && <p className="text-steel">Working it out…</p>}
      {found.isError && <p role="alert">{found.error.message}</p>}
      {asked && found.data && (
        <p role="status" className="font-medium">
          {found.data.trouble
            ? `Then there is no plan: ${found.data.trouble}.`
            : found.data.cost === 0
              ? `It costs nothing: done on ${long(found.data.ends)} all the same.`
              : `Done on ${long(found.data.ends)} instead of ${long(found.data.planned)}: ${found.data.cost} working day${found.data.cost === 1 ? "" : "s"} later.`}
          {found.data.later.length > 0 && (
            <span className="block font-normal text-steel">
              {found.data.later.length} step{found.data.later.length === 1 ? " moves" : "s move"}:{" "}
              {found.data.later.slice(0, 6).join("; ")}
              {found.data.later.length > 6 && " and more"}.
            </span>
          )}
        </p>
      )}
    </section>
  );
}
