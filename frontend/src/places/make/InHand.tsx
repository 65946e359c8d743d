import { useQuery } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";

/** The parts that a step has in hand, drawn in their build. */
export function InHand({ step, title }: { step: string; title: string }) {
  const { jobId, version, units } = useJob();
  const found = useQuery({
    queryKey: ["job", jobId, "in hand", version, step],
    queryFn: () => take(api.GET("/api/jobs/{job}/make/drawing", { params: { path: { job: jobId }, query: { step } } })),
  });
  if (!found.data?.view) return null;
  return (
    <div className="mt-2 h-[220px]">
      <Drawing view={found.data.view} units={units} title={`In hand: ${title}`} />
    </div>
  );
}
