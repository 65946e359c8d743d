import { useMutation, useQueryClient } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";
import { useMake } from "../../job/queries";

/** 8 Make: the steps in order, with holds and cautions; tick off. */
export function Make() {
  const { jobId, version, report } = useJob();
  const client = useQueryClient();
  const make = useMake(jobId, version);
  const data = make.data;
  const tick = useMutation({
    mutationFn: ({ step, title, on }: { step: string; title: string; on: boolean }) =>
      take(
        api.POST("/api/jobs/{job}/record", {
          params: { path: { job: jobId } },
          body: { kind: on ? "tick" : "untick", text: title, data: { step } },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ["job", jobId] }),
  });
  const steps = data?.steps ?? [];
  const done = steps.filter((step) => data?.done[step.id]).length;
  const over = report?.counts["over"] ?? 0;
  const unknown = report?.counts["unknown"] ?? 0;
  return (
    <div className="mx-auto max-w-[860px] p-5">
      <h1 className="text-[26px] leading-none">Make</h1>
      <p className="mb-3 text-steel">
        {done} of {steps.length} steps done. About {data?.hours.toFixed(1)} hours in all, common practice.
      </p>
      {(over > 0 || unknown > 0) && (
        <p className="mb-3 border-l-4 border-tape bg-card px-3 py-2 font-medium">
          {over > 0 && `${over} finding${over === 1 ? " is" : "s are"} over. `}
          {unknown > 0 && `${unknown} not known. `}
          Settle them before cutting.
        </p>
      )}
      {steps.length === 0 && <p className="text-steel">Nothing to make yet: design a build on Frame.</p>}
      <ol>
        {steps.map((step, i) => {
          const at = data?.done[step.id];
          return (
            <li key={step.id} className={`flex gap-4 border-b border-hair py-3 ${at ? "opacity-75" : ""}`}>
              <input
                id={`step-${i}`}
                type="checkbox"
                className="mt-1 size-[26px] shrink-0 accent-[var(--chalk)]"
                checked={Boolean(at)}
                onChange={(event) => tick.mutate({ step: step.id, title: step.title, on: event.currentTarget.checked })}
              />
              <div className="min-w-0 grow">
                <label htmlFor={`step-${i}`} className="flex justify-between gap-3 text-[18px] font-semibold">
                  <span className={at ? "line-through" : ""}>
                    {i + 1}. {step.title}
                  </span>
                  <span className="shrink-0 text-[14px] font-normal text-steel">
                    {step.there && "in the vehicle, "}
                    {at ? `done ${at.replace("T", " ")}` : `${Math.round(step.minutes)} min`}
                  </span>
                </label>
                <p>{step.text}</p>
                {step.hold && (
                  <p className="mt-0.5">
                    <span className="font-semibold">Hold: </span>
                    {step.hold}
                  </p>
                )}
                {step.caution && <p className="mt-1 border-l-4 border-tape pl-2">⚠ {step.caution}</p>}
              </div>
            </li>
          );
        })}
      </ol>
      <p className="mt-4 text-[13px] text-steel">{report?.notice}</p>
    </div>
  );
}
