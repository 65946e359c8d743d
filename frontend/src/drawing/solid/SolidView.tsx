import { lazy, Suspense } from "react";

import { useJob, useLitParts } from "../../job/context";
import { type SolidQuery, useSolid } from "../../job/queries";

const SolidScene = lazy(() => import("./SolidScene"));

interface Props {
  query: SolidQuery;
  title: string;
  chosen?: string;
}

const WAIT = <p className="p-4 text-steel">Setting up the solid view…</p>;

/** The 3D view; its code is fetched when it is first opened. */
export function SolidView({ query, title, chosen }: Props) {
  const { jobId, version, light, checking } = useJob();
  const lit = useLitParts();
  const solid = useSolid(jobId, version, query, !checking);
  if (solid.isError)
    return (
      <p role="alert" className="p-4 font-medium">
        {solid.error.message}
      </p>
    );
  if (!solid.data) return WAIT;
  return (
    <Suspense fallback={WAIT}>
      <SolidScene scene={solid.data.scene} title={title} lit={lit} chosen={chosen} onPart={(part) => light([part])} />
    </Suspense>
  );
}
