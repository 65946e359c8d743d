import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";

import { api, type ChangeIn, type Job, Offline, Refused, take } from "../api/client";

export interface Conflict {
  message: string;
  kept: number | null;
}

/** The open job with its saves: one at a time, in order, on the newest version this page has seen. */
export function useDesign(job: number) {
  const client = useQueryClient();
  const key = useMemo(() => ["job", job, "design"], [job]);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [offline, setOffline] = useState("");
  const query = useQuery({
    queryKey: key,
    queryFn: () => take(api.GET("/api/jobs/{job}", { params: { path: { job } } })),
  });

  const keep = useCallback(
    (saved: Job) => {
      // an answer still on its way is older than this one
      void client.cancelQueries({ queryKey: key, exact: true });
      client.setQueryData(key, saved);
      setOffline("");
    },
    [client, key],
  );
  const failed = useCallback((error: unknown) => {
    if (error instanceof Refused && error.status === 409)
      setConflict({ message: error.message, kept: error.refusal.kept ?? null });
    if (error instanceof Offline) setOffline(error.message);
  }, []);
  const version = useCallback(() => client.getQueryData<Job>(key)?.version ?? 0, [client, key]);

  const saving = useMutation({
    scope: { id: `job-${job}` },
    mutationFn: ({ changes, label }: { changes: ChangeIn[]; label: string }) =>
      take(
        api.POST("/api/jobs/{job}/change", {
          params: { path: { job } },
          body: { version: version(), changes: changes.map((one) => ({ ...one, value: one.value ?? null })), label },
        }),
      ),
    onSuccess: keep,
    onError: failed,
  });
  const moving = useMutation({
    scope: { id: `job-${job}` },
    mutationFn: (way: "undo" | "redo") =>
      take(
        way === "undo"
          ? api.POST("/api/jobs/{job}/undo", { params: { path: { job } }, body: { version: version() } })
          : api.POST("/api/jobs/{job}/redo", { params: { path: { job } }, body: { version: version() } }),
      ),
    onSuccess: keep,
    onError: failed,
  });
  const reload = useCallback(async () => {
    setConflict(null);
    await client.invalidateQueries({ queryKey: key });
  }, [client, key]);
  const takeMine = useCallback(
    async (number: number) => {
      const fresh = await take(api.GET("/api/jobs/{job}", { params: { path: { job } } }));
      const saved = await take(
        api.POST("/api/jobs/{job}/revisions/{number}/restore", {
          params: { path: { job, number } },
          body: { version: fresh.version },
        }),
      );
      keep(saved);
      setConflict(null);
    },
    [job, keep],
  );
  const { mutateAsync } = saving;
  const change = useCallback(
    async (changes: ChangeIn[], label: string) => {
      // a key pressed before the job has come has nothing to act on
      if (version() > 0) await mutateAsync({ changes, label });
    },
    [mutateAsync, version],
  );
  const { mutate } = moving;
  const move = useCallback(
    (way: "undo" | "redo") => {
      if (version() > 0) mutate(way);
    },
    [mutate, version],
  );
  return {
    query,
    change,
    move,
    busy: saving.isPending || moving.isPending,
    conflict,
    reload,
    takeMine,
    offline,
  };
}
