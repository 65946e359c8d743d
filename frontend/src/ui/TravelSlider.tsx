import { Slider } from "radix-ui";
import { useId } from "react";

import { showLength, type LengthUnit } from "../quantity/format";

interface Props {
  label: string;
  reach: number;
  travel: number;
  unit: LengthUnit | "deg";
  onChange: (mm: number) => void;
}

/** Move something: by hand, or with the arrow keys (1/8 in, 5 mm or 5 degrees; Page keys ten times as far). */
export function TravelSlider({ label, reach, travel, unit, onChange }: Props) {
  const id = useId();
  const step = unit === "in" ? 3.175 : 5;
  const shown = unit === "deg" ? `${Math.round(travel)}°` : showLength(travel, unit);
  return (
    <div className="flex min-w-0 items-center gap-3">
      <span className="text-steel" id={id}>
        {label}
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
          aria-labelledby={id}
          aria-valuetext={unit === "deg" ? `${Math.round(travel)} degrees` : `${shown} ${unit}`}
          className="block h-6 w-3 rounded-sm bg-ink"
        />
      </Slider.Root>
      <span className="w-16 text-right font-medium" data-testid="travel">
        {shown}
      </span>
    </div>
  );
}
