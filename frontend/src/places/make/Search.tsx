import { useEffect } from "react";

import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";

interface Props {
  plan: Schemas["PlanOut"];
  onSearch: () => void;
  onStop: () => void;
  onAgain: () => void;
}

/** How often a search that runs is asked for, ms. */
const AGAIN = 1000;

/** A longer search for a shorter plan: how far it is, and a way to stop it. */
export function Search({ plan, onSearch, onStop, onAgain }: Props) {
  const { search } = plan;
  const running = search?.running ?? false;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(onAgain, AGAIN);
    return () => clearInterval(timer);
  }, [running, onAgain]);
  if (!search && !plan.can_search) return null;
  if (!search)
    return (
      <p className="mb-3 print:hidden">
        <Button onClick={onSearch}>Search a minute longer</Button>
      </p>
    );
  if (!running) return null;
  return (
    <div role="status" className="mb-3 border-l-4 border-tape bg-card px-3 py-2 print:hidden">
      <progress
        aria-label="Search for a shorter plan"
        className="block h-2 w-full"
        max={search.longest}
        value={search.seconds}
      />
      <span className="flex flex-wrap items-center justify-between gap-2">
        <span>
          Searching, {Math.round(search.seconds)} s. {search.days != null && `${search.days.toFixed(1)} days so far`}
          {search.least != null && `, none takes less than ${search.least.toFixed(1)}`}
        </span>
        <Button onClick={onStop}>Stop</Button>
      </span>
    </div>
  );
}
