import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { api, reasonOf, take } from "../../api/client";
import { useJob } from "../../job/context";
import { STATE_TEXT, STATE_WORD } from "../../tape/state";
import { Button } from "../../ui/Button";

/** Another vehicle under the job: what would no longer fit, hold or have a fixing, before it is put there. */
export function Under() {
  const { jobId, version } = useJob();
  const client = useQueryClient();
  const id = useId();
  const [template, setTemplate] = useState("");
  const params = { params: { path: { job: jobId } } };
  const others = useQuery({
    queryKey: ["others"],
    queryFn: () => take(api.GET("/api/jobs/{job}/under", params)),
    staleTime: Infinity,
  });
  const look = useMutation({
    mutationFn: (name: string) =>
      take(api.POST("/api/jobs/{job}/under", { ...params, body: { template: name, version: 0 } })),
  });
  const put = useMutation({
    mutationFn: () => take(api.POST("/api/jobs/{job}/under/put", { ...params, body: { template, version } })),
    onSuccess: (saved) => {
      client.setQueryData(["job", jobId, "design"], saved);
      look.reset();
      setTemplate("");
    },
  });
  const found = look.data;
  const problem = look.error ?? put.error;
  return (
    <details className="mt-3 border-t border-hair pt-2">
      <summary className="min-h-9 cursor-pointer py-1.5 font-head text-[18px] font-semibold">
        Another vehicle under it
      </summary>
      <label htmlFor={id} className="block py-1 text-[14px] text-steel">
        What would no longer fit, hold or have a fixing; nothing changes until it is put there
      </label>
      <select
        id={id}
        className="h-11 w-full rounded border border-steel bg-card px-2"
        value={template}
        onChange={(event) => {
          setTemplate(event.target.value);
          look.reset();
          put.reset();
          if (event.target.value) look.mutate(event.target.value);
        }}
      >
        <option value="">choose a vehicle</option>
        {(others.data?.others ?? []).map((one) => (
          <option key={one.id} value={one.id}>
            {one.label}
          </option>
        ))}
      </select>
      {look.isPending && <p className="py-2 text-steel">Checking it there…</p>}
      {problem && (
        <p role="alert" className="py-2 font-medium">
          {reasonOf(problem)}
        </p>
      )}
      {found && (
        <div className="text-[14px]" role="status">
          {found.refused.map((words) => (
            <p key={words} className="py-1 font-medium">
              Cannot be put there: {words}
            </p>
          ))}
          {found.freed.map((one) => (
            <p key={one.field} className="border-b border-dotted border-hair py-1">
              Taken back, {one.was}: {one.why}
            </p>
          ))}
          {found.worse.map((one) => (
            <p key={one.id} className="border-b border-dotted border-hair py-1">
              <span className={`font-medium ${STATE_TEXT[one.state]}`}>
                {STATE_WORD[one.state]}
                {one.before ? `, was ${STATE_WORD[one.before]}` : ""}
              </span>{" "}
              {one.title}: {one.sentence}
            </p>
          ))}
          {found.refused.length === 0 && (
            <>
              <p className="py-1">
                {found.worse.length} stand worse, {found.better} better; the rest stays.
              </p>
              <Button tone="strong" onClick={() => put.mutate()} disabled={put.isPending}>
                Put it under the job
              </Button>
            </>
          )}
        </div>
      )}
    </details>
  );
}
