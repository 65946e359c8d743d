import type { Schemas } from "../../api/client";
import type { LengthUnit } from "../../quantity/format";
import { TravelSlider } from "../../ui/TravelSlider";

type Reach = Schemas["Reach"];

const FROM: Record<Reach["view"], string> = {
  plan: "Cut, height over its lowest",
  side: "Cut, from its left",
  rear: "Cut, from its front",
};

interface Props {
  reach: Reach;
  /** mm along the axis that the view looks along; undefined: not cut. */
  at: number | undefined;
  unit: LengthUnit;
  onCut: (at: number | undefined) => void;
}

/** Cut the view by a plane that is moved through the builds: what stands before it is taken away. */
export function Section({ reach, at, unit, onCut }: Props) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 px-3 text-[14px]">
      <label className="flex min-h-11 cursor-pointer items-center gap-1.5">
        <input
          type="checkbox"
          className="size-4 accent-ink"
          checked={at !== undefined}
          onChange={(event) => onCut(event.target.checked ? Math.round((reach.lo + reach.hi) / 2) : undefined)}
        />
        cut open
      </label>
      {at !== undefined && (
        <TravelSlider
          label={FROM[reach.view]}
          reach={reach.hi - reach.lo}
          travel={Math.min(Math.max(at - reach.lo, 0), reach.hi - reach.lo)}
          unit={unit}
          onChange={(mm) => onCut(reach.lo + mm)}
        />
      )}
    </div>
  );
}
