import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { api, take } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";

const drawingOf = (jobId: number, version: number, step: string) => ({
  queryKey: ["job", jobId, "in hand", version, step],
  queryFn: () => take(api.GET("/api/jobs/{job}/make/drawing", { params: { path: { job: jobId }, query: { step } } })),
});

/** The parts that a step has in hand, drawn in their build. */
export function InHand({ step, title }: { step: string; title: string }) {
  const { jobId, version, units } = useJob();
  const found = useQuery(drawingOf(jobId, version, step));
  if (!found.data?.view) return null;
  return (
    <div className="mt-2 h-[220px]">
      <Drawing view={found.data.view} units={units} title={`In hand: ${title}`} />
    </div>
  );
}

/** Takes the drawings of these steps on to this device, one after another: they must be there when the connection is lost. */
export function useDrawingsKept(steps: readonly string[]) {
  const { jobId, version } = useJob();
  const client = useQueryClient();
  const all = steps.join("\n");
  useEffect(() => {
    let wanted = true;
    void (async () => {
      for (const step of all ? all.split("\n") : []) {
        if (!wanted) return;
        await client.prefetchQuery({ ...drawingOf(jobId, version, step), staleTime: Infinity });
      }
    })();
    return () => {
      wanted = false;
    };
  }, [client, jobId, version, all]);
}
