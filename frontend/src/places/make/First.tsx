import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";
import { RecordFindings } from "../../record/RecordFindings";
import { Group } from "../../ui/fields";

/** What would be out of reach if one build went in before all others. */
export function First({ builds }: { builds: readonly (readonly [string, string])[] }) {
  const { jobId, version } = useJob();
  const [build, setBuild] = useState("");
  const found = useQuery({
    queryKey: ["job", jobId, "first", version, build],
    queryFn: () => take(api.GET("/api/jobs/{job}/make/first", { params: { path: { job: jobId }, query: { build } } })),
    enabled: build !== "",
  });
  if (builds.length < 2) return null;
  return (
    <Group title="What if I build this first">
      <select
        aria-label="Build to put in first"
        className="h-11 w-full rounded border border-steel bg-card px-2"
        value={build}
        onChange={(event) => setBuild(event.currentTarget.value)}
      >
        <option value="">choose a build</option>
        {builds.map(([id, label]) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </select>
      {build && found.isLoading && <p className="text-steel">Trying it…</p>}
      {build && found.data && found.data.findings.length === 0 && <p>Nothing is out of reach that could be reached.</p>}
      {build && found.data && <RecordFindings findings={found.data.findings} />}
      {found.isError && <p role="alert">{found.error.message}</p>}
    </Group>
  );
}
