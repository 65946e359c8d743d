import { memo, useMemo } from "react";
import { useNavigate } from "react-router";

import type { Finding, Mend, Place, Schemas } from "../api/client";
import { showMass } from "../quantity/format";
import { STATE_TEXT, STATE_WORD } from "../tape/state";
import { Tape } from "../tape/Tape";
import { Button } from "../ui/Button";
import { useJob, useLit } from "./context";
import { useAdvice, useAdviceControl } from "./queries";

type Here = Schemas["HereFinding"];

interface Props {
  /** Only findings of these places; all when left out. */
  places?: readonly Place[];
  /** Use and state where things stand now, by finding id. */
  here?: ReadonlyMap<string, Here>;
  /** Which findings to show beyond these filters. */
  pick?: (finding: Finding) => boolean;
  selected?: string;
  onPick?: (finding: Finding) => void;
  title?: string;
}

const NONE: readonly Mend[] = [];

function byFinding(mends: readonly Mend[]): ReadonlyMap<string, readonly Mend[]> {
  const found = new Map<string, Mend[]>();
  for (const mend of mends) found.set(mend.finding, [...(found.get(mend.finding) ?? []), mend]);
  return found;
}

function MendRow({ mend }: { mend: Mend }) {
  const { change, say, units, design } = useJob();
  const worse = mend.worsens.filter((effect) => effect.state_after !== "holds");
  const cost = [
    Math.abs(mend.adds_kg) >= 0.05
      ? `${mend.adds_kg > 0 ? "+" : "−"}${showMass(Math.abs(mend.adds_kg), units.mass)}`
      : "",
    Math.abs(mend.adds_price) >= 0.5
      ? `${mend.adds_price > 0 ? "+" : "−"}${design.shop?.currency ?? "$"} ${Math.abs(mend.adds_price).toFixed(0)}`
      : "",
  ].filter(Boolean);
  const apply = async () => {
    await change(
      mend.changes.map((one) => ({ path: one.path, value: one.value, op: one.op })),
      mend.label,
    );
    const named = mend.worsens.map((effect) =>
      `${effect.title} ${effect.state_after} ${effect.after?.toFixed(2) ?? ""}`.trim(),
    );
    say(
      `${mend.label}: now ${mend.use?.toFixed(2) ?? mend.state}. ${named.length ? `Worsens: ${named.join("; ")}.` : "Worsens nothing."} Ctrl+Z takes it back.`,
    );
  };
  return (
    <div className="mt-1 flex items-center gap-2 border-l-[3px] border-chalk bg-offer py-1 pr-1 pl-2 text-[14px]">
      <span className="grow">
        {mend.label} → {mend.use?.toFixed(2) ?? mend.state}
        {cost.length > 0 && <span className="text-steel"> ({cost.join(", ")})</span>}
        {worse.length > 0 && (
          <span className="block text-[13px] text-tight">
            worsens {worse.map((effect) => `${effect.title.toLowerCase()} (${effect.state_after})`).join(", ")}
          </span>
        )}
      </span>
      <button
        type="button"
        className="min-h-11 shrink-0 rounded border border-ink bg-card px-2.5 font-medium hover:bg-paper"
        onClick={(event) => {
          event.stopPropagation();
          void apply();
        }}
      >
        Try {mend.label.length <= 12 ? mend.label : ""}
      </button>
    </div>
  );
}

interface RowProps {
  finding: Finding;
  now: Here | undefined;
  mends: readonly Mend[];
  chosen: boolean;
  /** It stands from before: not checked anew yet. */
  pale: boolean;
  onPick?: (finding: Finding) => void;
}

/** One finding: its tape, its sentence, what would mend it. Lights its parts, and is lit with them. */
const Row = memo(function Row({ finding: f, now, mends, chosen, pale, onPick }: RowProps) {
  const { jobId, light } = useJob();
  const navigate = useNavigate();
  const on = useLit(f.parts);
  const state = now ? now.state : f.state;
  const use = now ? now.use : (f.use ?? null);
  const open = () => (onPick ? onPick(f) : void navigate(`/job/${jobId}/prove?finding=${encodeURIComponent(f.id)}`));
  return (
    <li
      data-finding={f.id}
      data-state={state}
      data-pale={pale || undefined}
      className={`border-b border-hair py-2 ${pale ? "opacity-45" : ""} ${chosen ? "bg-offer" : on ? "bg-card" : ""}`}
      onMouseEnter={() => light(f.parts)}
      onMouseLeave={() => light([])}
    >
      <button
        type="button"
        className="block min-h-11 w-full text-left"
        onClick={open}
        onFocus={() => light(f.parts)}
        onBlur={() => light([])}
        title="Read its working"
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="font-medium">{f.title}</span>
          <span className={`font-semibold ${STATE_TEXT[state]}`}>
            {use === null ? STATE_WORD[state] : use.toFixed(2)}
          </span>
        </span>
        <Tape state={state} use={use} worst={now ? f.use : undefined} />
        <span className="block text-[14px] text-steel">{now ? now.sentence : f.sentence}</span>
      </button>
      {f.caution && state !== "holds" && <p className="text-[13px] font-medium">⚠ {f.caution}</p>}
      {mends.map((mend) => (
        <MendRow key={mend.label} mend={mend} />
      ))}
    </li>
  );
});

/** How far the search for mends is, while it runs or when it is not whole. */
function Search({
  advice,
  onStop,
  onAgain,
}: {
  advice: Schemas["AdviceOut"];
  onStop: () => void;
  onAgain: () => void;
}) {
  if (!advice.running && !advice.ended) return null;
  const far = advice.total > 0 ? `, ${advice.looked} of ${advice.total}` : "";
  return (
    <div
      className="mt-1 flex items-center gap-2 text-[14px] text-steel"
      data-advice={advice.running ? "runs" : "ended"}
    >
      <span className="grow">
        {advice.running ? `Looking for mends${far}…` : `Search for mends: ${advice.ended}${far}.`}
      </span>
      <Button tone="quiet" onClick={advice.running ? onStop : onAgain}>
        {advice.running ? "Stop" : "Look again"}
      </Button>
    </div>
  );
}

/** Findings worst first, each with its tape, its sentence, what it hangs on and what would mend it. */
export function Findings({ places, here, pick, selected, onPick, title = "Findings, worst first" }: Props) {
  const { report, version, jobId, pale, checking } = useJob();
  const advice = useAdvice(jobId, version, !checking);
  const control = useAdviceControl(jobId, version);
  const offered = advice.data?.mends;
  const mends = useMemo(() => byFinding(offered ?? []), [offered]);
  if (!report) return <p className="p-4 text-steel">Checking…</p>;
  const shown = report.findings.filter((f) => (!places || places.includes(f.place)) && (!pick || pick(f)));
  const count = (state: Finding["state"]) => shown.filter((f) => f.state === state).length;
  const counts = (["over", "unknown", "tight", "holds"] as const)
    .filter((state) => count(state))
    .map((state) => `${count(state)} ${state === "holds" ? (count(state) === 1 ? "holds" : "hold") : state}`);
  return (
    <section aria-label={title}>
      <h2 className="text-[21px] leading-tight">{title}</h2>
      <p className="text-[14px] text-steel">
        {counts.join(", ") || (checking ? "nothing found yet" : "nothing to check yet")}.
      </p>
      {checking && (
        <p className="text-[14px] font-medium" role="status" data-checking={checking}>
          Still checking: {checking}.{shown.some((f) => pale.has(f.id)) && " Pale ones stand from before."}
        </p>
      )}
      {advice.data && !advice.isPlaceholderData && (count("over") > 0 || count("tight") > 0) && (
        <Search advice={advice.data} onStop={control.stop} onAgain={control.again} />
      )}
      <ol className="mt-2">
        {shown.map((f) => (
          <Row
            key={f.id}
            finding={f}
            now={here?.get(f.id)}
            mends={mends.get(f.id) ?? NONE}
            chosen={selected === f.id}
            pale={pale.has(f.id)}
            onPick={onPick}
          />
        ))}
      </ol>
    </section>
  );
}
