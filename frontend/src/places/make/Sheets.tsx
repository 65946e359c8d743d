import { useState } from "react";

import { Button } from "../../ui/Button";
import { useDrawingsKept } from "./InHand";
import { type CardProps, StepCard } from "./StepCard";

type Props = Omit<CardProps, "one" | "number" | "done" | "large"> & {
  steps: readonly CardProps["one"][];
  done: Readonly<Record<string, string>>;
};

/** One step a screen, for dirty hands: the first that can be done now, or the one that was turned to. */
export function Sheets({ steps, done, ...rest }: Props) {
  const first = steps.findIndex((one) => !done[one.step.id] && (one.step.after ?? []).every((name) => done[name]));
  useDrawingsKept(steps.filter((one) => !done[one.step.id]).map((one) => one.step.id));
  const [turned, setTurned] = useState<number | null>(null);
  const at = Math.min(turned ?? Math.max(first, 0), steps.length - 1);
  const one = steps[at];
  if (!one) return <p className="text-steel">Nothing to make yet.</p>;
  return (
    <section aria-label="One step" className="flex min-h-[60vh] flex-col justify-between gap-6 text-[18px]">
      <StepCard key={one.step.id} {...rest} one={one} number={at + 1} done={done[one.step.id] ?? ""} large />
      <div className="sticky bottom-0 grid grid-cols-[1fr_auto_1fr] items-center gap-3 border-t border-ink bg-paper py-3">
        <Button className="h-16 text-[20px]" disabled={at === 0} onClick={() => setTurned(at - 1)}>
          Before
        </Button>
        <span className="text-steel">
          {at + 1} of {steps.length}
        </span>
        <Button
          tone="strong"
          className="h-16 text-[20px]"
          disabled={at === steps.length - 1}
          onClick={() => setTurned(at + 1)}
        >
          Next
        </Button>
      </div>
    </section>
  );
}
