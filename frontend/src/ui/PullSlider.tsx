import { Slider } from "radix-ui";

import { showLength, type LengthUnit } from "../quantity/format";

interface Props {
  reach: number;
  travel: number;
  unit: LengthUnit;
  onChange: (mm: number) => void;
}

/** Pull the tray: by hand, or with the arrow keys (1/8 in or 5 mm; Page keys 1 in or 50 mm). */
export function PullSlider({ reach, travel, unit, onChange }: Props) {
  const step = unit === "in" ? 3.175 : 5;
  return (
    <div className="flex min-w-0 items-center gap-3">
      <span className="text-steel" id="pull-label">
        Pull the tray
      </span>
      <Slider.Root
        className="relative flex h-11 w-40 touch-none items-center select-none"
        min={0}
        max={reach}
        step={step}
        value={[travel]}
        onValueChange={([next]) => {
          if (next !== undefined) onChange(next > reach - step ? reach : next);
        }}
      >
        <Slider.Track className="relative h-[3px] grow bg-steel">
          <Slider.Range className="absolute h-full bg-chalk" />
        </Slider.Track>
        <Slider.Thumb
          aria-labelledby="pull-label"
          aria-valuetext={`${showLength(travel, unit)} ${unit}`}
          className="block h-6 w-3 rounded-sm bg-ink"
        />
      </Slider.Root>
      <span className="w-16 text-right font-medium" data-testid="travel">
        {showLength(travel, unit)}
      </span>
    </div>
  );
}
