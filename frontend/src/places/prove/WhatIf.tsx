import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Finding, Refused, take } from "../../api/client";
import { at } from "../../job/pointer";
import { useJob } from "../../job/context";
import { useCarry, useCatalog } from "../../job/queries";
import { showMass } from "../../quantity/format";
import { STATE_TEXT, STATE_WORD } from "../../tape/state";
import { Tape } from "../../tape/Tape";
import { Button } from "../../ui/Button";
import { newMember, nextName } from "../frame/members";
import { around, changesOf, type Choice, type Knob, standing } from "./knobs";

const BOX = "h-[38px] w-full rounded border border-steel bg-card px-2";

/** Change the frame and watch the finding's tape move; nothing is saved until it is kept. */
export function WhatIf({ finding }: { finding: Finding | undefined }) {
  const { design, jobId, version, units, change, say } = useJob();
  const catalog = useCatalog();
  const carry = useCarry(jobId, version);
  const [tried, setTried] = useState<Record<string, Choice>>({});
  const build = design.builds?.[0];
  const b = "/builds/0";
  const changes = changesOf(design, b, tried);
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
  if (!build) return null;
  const system = build.framing ?? "";
  const sections = (catalog.data?.sections ?? [])
    .filter((s) => s.systems.includes(system))
    .map((s) => ({ value: s.id, label: s.label }));
  const ribs = build.mid_ribs ?? 0;
  const own = build.own_members ?? [];
  const named = new Map((design.carry?.things ?? []).map((thing) => [thing.id, thing.name]));
  const things = [...(carry.data?.placed ?? [])]
    .sort((a, b) => b.kg - a.kg)
    .slice(0, 3)
    .map((placed) => ({ name: named.get(placed.id) ?? placed.id, at: Math.round(placed.x) }));
  const stands = build.base?.stands ?? 5;
  const knobs: Knob[] = [
    { field: "rail", label: "Side rail", options: sections },
    { field: "rib", label: "Rib", options: sections },
    {
      field: "mid_ribs",
      label: "Mid ribs",
      options: around(ribs, [-ribs, -1, 0, 1, 2], 0, 12),
    },
    {
      field: "deck",
      label: "Deck",
      options: (catalog.data?.sheets ?? []).map((s) => ({ value: s.id, label: s.label })),
    },
    {
      field: "deck_edges",
      label: "Deck edges",
      options: [
        { value: "screwed", label: "screwed down" },
        { value: "slots", label: "let into slots" },
      ],
    },
    {
      field: "own_members#rib",
      label: "One rib of your own",
      options: [
        { value: "none", label: "none" },
        ...things.map(({ name, at: mm }) => ({
          value: name,
          label: `under ${name}`,
          op: "add" as const,
          sets: { ...newMember("rib", nextName("rib", own), build), left: `${mm} mm`, right: `${mm} mm` },
        })),
      ],
    },
    {
      field: "own_members#brace",
      label: "Brace across",
      options: [
        { value: "none", label: "none" },
        {
          value: "brace",
          label: "corner to corner",
          op: "add" as const,
          sets: newMember("brace", nextName("brace", own), build),
        },
      ],
    },
    {
      field: "tip_leg",
      label: "Legs at the tail",
      options: [
        { value: "none", label: "none", sets: null },
        { value: "legs", label: "drop legs", sets: build.tip_leg ?? {} },
      ],
    },
    ...(build.tip_leg || tried["tip_leg"]?.value === "legs"
      ? [
          {
            field: "tip_leg/braced",
            label: "Leg brace",
            options: [
              { value: "false", label: "none", sets: false },
              { value: "true", label: "to the leg's middle", sets: true },
            ],
          },
        ]
      : []),
    {
      field: "base/stands",
      label: "Base stands a side",
      options: around(stands, [-1, 0, 1, 2], 2, 12),
    },
  ];
  const after = outcome.data?.after.find((row) => row.id === finding?.id);
  const worse = (outcome.data?.worse ?? []).filter((e) => e.state_after === "over" || e.state_after === "tight");
  const keep = async () => {
    await change(
      changes,
      `what if: ${Object.values(tried)
        .map((c) => c.label)
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
          <label key={knob.field} className="text-[13px] text-steel">
            {knob.label}
            <select
              className={BOX + " text-ink"}
              data-knob={knob.field}
              value={String(tried[knob.field]?.value ?? standing(knob.field, at(design, `${b}/${knob.field}`)))}
              onChange={(event) => {
                const option = knob.options.find((o) => String(o.value) === event.currentTarget.value);
                if (option) setTried({ ...tried, [knob.field]: option });
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
          Choose another section, a thicker deck, one more rib, legs: the tape moves, nothing is saved yet.
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
