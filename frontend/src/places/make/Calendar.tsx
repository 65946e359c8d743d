import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { dated, long, weekday } from "./days";

/** px of a row, and of the words beside it. */
const ROW = 30;
const WORDS = "clamp(120px, 34vw, 210px)";

/** So many px right of the words. */
const beside = (px: number) => `calc(${WORDS} + ${px.toFixed(1)}px)`;

/** How many days a plan could save at the most, in words. */
const gapped = (gap: number) => `at most ${gap.toFixed(1)} days over the shortest there can be`;

/** The plan as bars over working days, to scale; what ends the job is drawn dark, waits as a line behind. */
export function Calendar({ plan }: { plan: Schemas["PlanOut"] }) {
  const { jobId } = useJob();
  if (plan.trouble)
    return (
      <p role="alert" className="border-l-4 border-tape bg-card px-3 py-2 font-medium">
        No plan: {plan.trouble}.
      </p>
    );
  if (plan.rows.length === 0 || plan.ends == null) return <p className="text-steel">Nothing is left to do.</p>;
  const days = plan.days.length;
  const wide = Math.max(38, Math.min(90, 430 / days));
  return (
    <>
      <p className="mb-3">
        Done on <b>{long(plan.ends)}</b>, after {days} working day{days === 1 ? "" : "s"};{" "}
        {plan.proven ? "no plan ends earlier" : gapped(plan.gap)}.{" "}
        <a className="text-chalk underline" href={`/api/jobs/${jobId}/make/plan.ics`}>
          Into a calendar
        </a>
      </p>
      <div className="overflow-x-auto" role="region" aria-label="Plan, bars over days" tabIndex={0}>
        <div className="relative" style={{ width: beside(days * wide), height: ROW * (plan.rows.length + 1.6) }}>
          {plan.days.map((day, n) => (
            <div
              key={day}
              className="absolute top-0 bottom-0 border-l border-hair pl-1 text-[12px] text-steel"
              style={{ left: beside(n * wide), width: wide }}
            >
              {weekday(day)}
              <br />
              {dated(day)}
            </div>
          ))}
          <ol>
            {plan.rows.map((row, n) => (
              <li
                key={row.step}
                className="absolute left-0 flex items-center"
                style={{ top: ROW * (n + 1.4), height: ROW, width: beside(days * wide) }}
                title={`${row.build ? `${row.build}, ` : ""}${row.title}: ${long(row.on)}${row.until === row.on ? "" : ` to ${long(row.until)}`}`}
              >
                <span
                  className="sticky left-0 z-10 shrink-0 truncate bg-paper pr-2 text-[14px]"
                  style={{ width: WORDS }}
                >
                  {row.title}
                </span>
                {row.waits_days > 0 && (
                  <span
                    aria-hidden
                    className="absolute h-[3px] bg-steel opacity-50"
                    style={{ left: beside(row.end * wide), width: Math.min(row.waits_days, days - row.end) * wide }}
                  />
                )}
                <span
                  className={`absolute h-[18px] rounded-[2px] ${row.critical ? "bg-ink" : "bg-tape"}`}
                  style={{ left: beside(row.start * wide), width: Math.max((row.end - row.start) * wide, 3) }}
                />
                <span
                  className="absolute pl-1 text-[12px] whitespace-nowrap text-steel"
                  style={{ left: beside((row.end + Math.min(row.waits_days, days - row.end)) * wide + 2) }}
                >
                  <span className="sr-only">
                    {long(row.on)} to {long(row.until)},{" "}
                  </span>
                  {row.spare >= 0.1 ? `may slip ${row.spare.toFixed(1)} d` : ""}
                  {row.waits && ` ${row.waits}`}
                </span>
              </li>
            ))}
          </ol>
        </div>
      </div>
      <p className="mt-2 text-[13px] text-steel">
        Dark: a delay there ends the job later. A line behind a bar: what must set. Hours are common practice until this
        shop has its own.
      </p>
    </>
  );
}
