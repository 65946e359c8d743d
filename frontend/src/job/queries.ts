import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";

import { api, type Report, type Schemas, take } from "../api/client";
import { shownOf } from "./checking";
import { type SceneName, useJob } from "./context";

/** Milliseconds between looks at a search that runs. */
const LOOK_AGAIN = 700;

/** Milliseconds until what is old is asked for again. */
const OLD_AGAIN = 5000;

/** Milliseconds between looks at a check that runs. */
const CHECK_AGAIN = 250;

/**
 * Every query of a job is keyed by its version, so that a save makes all of it fresh. What is found so far comes at once, the rest as it is
 * found; a lost answer is asked for again.
 */
export function useReport(job: number, version: number | undefined, build: string) {
  const client = useQueryClient();
  return useQuery({
    queryKey: ["job", job, "report", version],
    queryFn: async ({ signal }) => {
      const query = { wait: false, build };
      const now = await take(api.GET("/api/jobs/{job}/report", { params: { path: { job }, query }, signal }));
      const whole = ["job", job, "whole report"];
      if (!now.checking) client.setQueryData(whole, now);
      return shownOf(now, client.getQueryData<Report>(whole));
    },
    enabled: version !== undefined,
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ahead ? CHECK_AGAIN : false),
  });
}

/** Panels that carry, refined behind until they settle; what was found on the coarsest mesh is then asked for anew. */
export function useRefining(job: number, version: number | undefined, wanted: boolean) {
  const client = useQueryClient();
  return useQuery({
    queryKey: ["job", job, "refining", version],
    queryFn: async ({ signal }) => {
      const found = await take(api.GET("/api/jobs/{job}/refined", { params: { path: { job } }, signal }));
      if (!found.running) void client.invalidateQueries({ queryKey: ["job", job, "report", version] });
      return found;
    },
    enabled: version !== undefined && wanted,
    refetchInterval: (query) => (query.state.data?.running ? LOOK_AGAIN : false),
  });
}

export function useAdvice(job: number, version: number, checked: boolean) {
  return useQuery({
    queryKey: ["job", job, "advice", version],
    queryFn: ({ signal }) => take(api.GET("/api/jobs/{job}/advice", { params: { path: { job } }, signal })),
    // mends are sought once it is known what is to be mended
    enabled: checked,
    placeholderData: keepPreviousData,
    // the search runs behind: what it has found so far is shown as it comes
    refetchInterval: (query) => (query.state.data?.running ? LOOK_AGAIN : false),
  });
}

/** Stop the search for mends, or take it up again. */
export function useAdviceControl(job: number, version: number) {
  const client = useQueryClient();
  const told = (advice: Schemas["AdviceOut"]) => client.setQueryData(["job", job, "advice", version], advice);
  const params = { params: { path: { job } } };
  const stop = useMutation({
    mutationFn: () => take(api.POST("/api/jobs/{job}/advice/stop", params)),
    onSuccess: told,
  });
  const again = useMutation({
    mutationFn: () => take(api.POST("/api/jobs/{job}/advice/again", params)),
    onSuccess: told,
  });
  return { stop: () => stop.mutate(), again: () => again.mutate() };
}

/** What a drawing shows besides the parts. */
export type Shown = "clearances" | "swept" | "people" | "way in" | "way out";

/** Motions as the server reads them: `motion=mm`, those at home left out. */
export function standing(travels: Readonly<Record<string, number>>): string[] {
  return Object.entries(travels)
    .filter(([, mm]) => mm > 0)
    .map(([motion, mm]) => `${motion}=${Math.round(mm * 100) / 100}`);
}

export function useFrame(
  job: number,
  version: number,
  build: string,
  at: readonly string[],
  show: readonly Shown[] = [],
  part = "",
  scene: SceneName = "driving",
  checked = true,
  cut = "",
) {
  return useQuery({
    // drawn at once; states, forces and what findings say here follow when all is checked
    queryKey: ["job", job, "frame", version, build, at, show, part, scene, checked, cut],
    queryFn: ({ signal }) =>
      take(
        api.GET("/api/jobs/{job}/frame", {
          params: { path: { job }, query: { build, at: [...at], show: [...show], part, scene, cut } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** The form of a build as it stands. */
export function useSheet(job: number, version: number, build: string) {
  return useQuery({
    queryKey: ["job", job, "sheet", version, build],
    queryFn: () => take(api.GET("/api/jobs/{job}/sheet", { params: { path: { job }, query: { build } } })),
    enabled: build !== "",
    placeholderData: (before) => (before?.build === build ? before : undefined),
  });
}

/** What can be built in this job's host, drawn at its start size. */
export function useFamilies(job: number, version: number, wanted: boolean) {
  return useQuery({
    queryKey: ["job", job, "families", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/families", { params: { path: { job } } })),
    enabled: wanted,
    placeholderData: keepPreviousData,
  });
}

export function useMeasure(job: number, version: number) {
  return useQuery({
    queryKey: ["job", job, "measure", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/measure", { params: { path: { job } } })),
    placeholderData: keepPreviousData,
  });
}

export function useCarry(job: number, version: number, at: readonly string[] = [], part = "", checked = true) {
  return useQuery({
    queryKey: ["job", job, "carry", version, at, part, checked],
    queryFn: () => take(api.GET("/api/jobs/{job}/carry", { params: { path: { job }, query: { at: [...at], part } } })),
    placeholderData: keepPreviousData,
  });
}

export function useProve(job: number, version: number, build: string, position: string, chosen: string) {
  return useQuery({
    queryKey: ["job", job, "prove", version, build, position, chosen],
    queryFn: () =>
      take(api.GET("/api/jobs/{job}/prove", { params: { path: { job }, query: { build, position, case: chosen } } })),
    placeholderData: keepPreviousData,
  });
}

export type Shape = "bent" | "buckled" | "swinging";

export interface SolidQuery {
  at?: string[];
  build?: string;
  /** The frame of `build` alone, under a case in a position. */
  proof?: boolean;
  position?: string;
  case?: string;
  shape?: Shape;
}

export function useSolid(job: number, version: number, query: SolidQuery, checked = true) {
  return useQuery({
    queryKey: ["job", job, "solid", version, query, checked],
    queryFn: ({ signal }) => take(api.GET("/api/jobs/{job}/solid", { params: { path: { job }, query }, signal })),
    placeholderData: keepPreviousData,
  });
}

export function useDiagram(
  job: number,
  version: number,
  build: string,
  position: string,
  chosen: string,
  member: string,
) {
  return useQuery({
    queryKey: ["job", job, "diagram", version, build, position, chosen, member],
    queryFn: () =>
      take(
        api.GET("/api/jobs/{job}/prove/diagram", {
          params: { path: { job }, query: { build, position, case: chosen, member } },
        }),
      ),
    enabled: member !== "",
    placeholderData: keepPreviousData,
  });
}

export function useLoads(job: number, version: number) {
  return useQuery({
    queryKey: ["job", job, "loads", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/loads", { params: { path: { job } } })),
    placeholderData: keepPreviousData,
  });
}

export function useBalance(job: number, version: number, at: readonly string[], crew: boolean) {
  return useQuery({
    queryKey: ["job", job, "balance", version, at, crew],
    queryFn: ({ signal }) =>
      take(api.GET("/api/jobs/{job}/balance", { params: { path: { job }, query: { at: [...at], crew } }, signal })),
    placeholderData: keepPreviousData,
  });
}

export function useAnchor(job: number, version: number, build: string, position: string, chosen: string, gone: string) {
  return useQuery({
    queryKey: ["job", job, "anchor", version, build, position, chosen, gone],
    queryFn: () =>
      take(
        api.GET("/api/jobs/{job}/anchor", {
          params: { path: { job }, query: { build, position, case: chosen, gone } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useCut(job: number, version: number) {
  return useQuery({
    queryKey: ["job", job, "cut", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/cut", { params: { path: { job } } })),
    placeholderData: keepPreviousData,
  });
}

/** What other stock lengths of a section would cost; worked out when it is asked. */
export function useLengths(job: number, version: number, stock: string) {
  return useQuery({
    queryKey: ["job", job, "lengths", version, stock],
    queryFn: () => take(api.GET("/api/jobs/{job}/cut/lengths", { params: { path: { job }, query: { stock } } })),
  });
}

/** What leaves the job as files. */
export function useFiles(job: number) {
  return useQuery({
    queryKey: ["files", job],
    queryFn: () => take(api.GET("/api/jobs/{job}/files", { params: { path: { job } } })),
    staleTime: Infinity,
  });
}

/** The steps; `old` where the server does not answer and this device shows what it had last. */
export function useMake(job: number, version: number) {
  return useQuery({
    queryKey: ["job", job, "make", version],
    queryFn: async () => {
      const asked = api.GET("/api/jobs/{job}/make", { params: { path: { job } } });
      const data = await take(asked);
      return { ...data, old: (await asked).response.headers.has("X-Kept") };
    },
    placeholderData: keepPreviousData,
    // what is old is asked for again until the server answers
    refetchInterval: (query) => (query.state.data?.old ? OLD_AGAIN : false),
  });
}

/** The days on which what is left is done. */
export function usePlan(job: number, version: number) {
  return useQuery({
    queryKey: ["job", job, "plan", version],
    queryFn: () => take(api.GET("/api/jobs/{job}/make/plan", { params: { path: { job } } })),
    placeholderData: keepPreviousData,
  });
}

/** A longer search for a shorter plan: begun, stopped, asked how far it is. */
export function usePlanSearch(job: number, version: number) {
  const client = useQueryClient();
  const key = useMemo(() => ["job", job, "plan", version], [job, version]);
  const again = useCallback(() => void client.invalidateQueries({ queryKey: key }), [client, key]);
  const ask = useCallback(
    async (path: "/api/jobs/{job}/make/plan/search" | "/api/jobs/{job}/make/plan/stop") => {
      client.setQueryData(key, await take(api.POST(path, { params: { path: { job } } })));
    },
    [client, job, key],
  );
  return {
    again,
    search: () => void ask("/api/jobs/{job}/make/plan/search"),
    stop: () => void ask("/api/jobs/{job}/make/plan/stop"),
  };
}

/** The log with what its lines say and can be used for. */
export function useBook(job: number, version: number, checked: boolean) {
  return useQuery({
    // what a line says beside the report is known once all is checked
    queryKey: ["job", job, "book", version, checked],
    queryFn: () => take(api.GET("/api/jobs/{job}/log/book", { params: { path: { job } } })),
    placeholderData: keepPreviousData,
  });
}

/** What can be chosen in the open job, its own stock included. */
export function useCatalog() {
  const { jobId, design } = useJob();
  const own = JSON.stringify(design.own ?? {});
  return useQuery({
    queryKey: ["catalog", jobId, own],
    queryFn: () => take(api.GET("/api/catalog", { params: { query: { job: jobId } } })),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}

export function useStock() {
  return useQuery({ queryKey: ["stock"], queryFn: () => take(api.GET("/api/stock")) });
}
