import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Finding, Refused, take } from "../../api/client";
import { useJob } from "../../job/context";
import { useSheet } from "../../job/queries";
import { showMass } from "../../quantity/format";
import { STATE_TEXT, STATE_WORD } from "../../tape/state";
import { Tape } from "../../tape/Tape";
import { Button } from "../../ui/Button";
import { changesOf, type Choice, knobsOf, standingAt } from "./knobs";

const BOX = "h-[38px] w-full rounded border border-steel bg-card px-2";

/** Change the frame and watch the finding's tape move; nothing is saved until it is kept. */
export function WhatIf({ finding, build }: { finding: Finding | undefined; build: string }) {
  const { design, jobId, version, units, change, say } = useJob();
  const sheet = useSheet(jobId, version, build);
  const [tried, setTried] = useState<Record<string, Choice>>({});
  const changes = changesOf(design, tried);
  const outcome = useQuery({
    queryKey: ["job", jobId, "try", version, changes],
    queryFn: ({ signal }) =>
      take(
        api.POST("/api/jobs/{job}/try", {
          params: { path: { job: jobId } },
          body: { changes: changes.map((one) => ({ ...one, value: one.value ?? null })) },
          signal,
        }),
      ),
    enabled: changes.length > 0,
    retry: false,
  });
  const knobs = knobsOf(sheet.data?.groups ?? [], design);
  if (knobs.length === 0) return null;
  const after = outcome.data?.after.find((row) => row.id === finding?.id);
  const worse = (outcome.data?.worse ?? []).filter((e) => e.state_after === "over" || e.state_after === "tight");
  const keep = async () => {
    await change(
      changes,
      `what if: ${Object.entries(tried)
        .map(([path, c]) => `${path.split(/[/#]/).at(-1) ?? ""} ${c.label}`)
        .join(", ")}`,
    );
    setTried({});
    say("Kept. Ctrl+Z takes it back.");
  };
  return (
    <section aria-label="What if" className="border-t border-hair px-4 py-3">
      <h2 className="text-[18px]">What if</h2>
      <div className="grid grid-cols-4 gap-x-2 gap-y-1 max-[1100px]:grid-cols-3 max-[700px]:grid-cols-2">
        {knobs.map((knob) => (
          <label key={knob.path} className="text-[13px] text-steel">
            {knob.label}
            <select
              className={BOX + " text-ink"}
              data-knob={knob.path.replace(/^\/builds\/\d+\//, "")}
              value={String(tried[knob.path]?.value ?? standingAt(design, knob))}
              onChange={(event) => {
                const option = knob.options.find((o) => String(o.value) === event.currentTarget.value);
                if (option) setTried({ ...tried, [knob.path]: option });
              }}
            >
              {knob.options.map((o) => (
                <option key={o.value} value={o.value}>
                  {o.label}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      {changes.length === 0 && (
        <p className="pt-1 text-[13px] text-steel">
          Choose another section, a thicker deck, one more member: the tape moves, nothing is saved yet.
        </p>
      )}
      {outcome.isError && (
        <p role="alert" className="pt-1 font-medium">
          {outcome.error instanceof Refused ? outcome.error.message : "This could not be tried."}
        </p>
      )}
      {changes.length > 0 && outcome.data && (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 pt-2" data-testid="what-if">
          {finding && after && (
            <div>
              <p className="text-[14px]">
                {finding.title}: {finding.use?.toFixed(2) ?? STATE_WORD[finding.state]} →{" "}
                <span className={`font-semibold ${STATE_TEXT[after.state]}`}>
                  {after.use?.toFixed(2) ?? STATE_WORD[after.state]}
                </span>
              </p>
              <Tape state={after.state} use={after.use ?? null} worst={finding.use} width={240} />
            </div>
          )}
          <p className="text-[14px]">
            {outcome.data.adds_kg >= 0 ? "+" : "−"}
            {showMass(Math.abs(outcome.data.adds_kg), units.mass)}, {outcome.data.adds_price >= 0 ? "+" : "−"}
            {design.shop?.currency ?? "$"} {Math.abs(outcome.data.adds_price).toFixed(0)}
            {worse.length > 0 && (
              <span className="block text-[13px] text-tight">
                worsens {worse.map((e) => `${e.title.toLowerCase()} (${e.state_after})`).join(", ")}
              </span>
            )}
          </p>
          <span className="ml-auto flex gap-2">
            <Button tone="strong" onClick={() => void keep()}>
              Keep it
            </Button>
            <Button onClick={() => setTried({})}>Drop it</Button>
          </span>
        </div>
      )}
    </section>
  );
}
