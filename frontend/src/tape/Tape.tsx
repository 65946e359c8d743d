import type { State } from "../api/client";
import { bladeLength, LIMIT_AT, STATE_WORD } from "./state";

const INK = "var(--ink)";
const YELLOW = "#f0be2b";

interface Props {
  state: State;
  use: number | null;
  /** Use in the worst of all positions, marked when it is not the one shown. */
  worst?: number | null;
  width?: number;
}

/** A check as a length of tape pulled towards its limit mark. Shape tells the state first, colour second. */
export function Tape({ state, use, worst, width = 290 }: Props) {
  const limit = width * LIMIT_AT;
  const end = use === null ? limit * 0.6 : width * bladeLength(use);
  const ticks = [0.2, 0.4, 0.6, 0.8].map((part) => part * limit).filter((x) => x < Math.min(end, limit) - 4);
  const label = use === null ? STATE_WORD[state] : `${STATE_WORD[state]}, ${use.toFixed(2)} of the limit`;
  return (
    <svg
      width={width}
      height={26}
      viewBox={`0 0 ${width} 26`}
      role="img"
      aria-label={label}
      className="block max-w-full"
    >
      {state === "note" ? (
        <line x1={2} x2={limit} y1={13} y2={13} stroke="var(--hair)" strokeWidth={2} />
      ) : state === "unknown" ? (
        <rect
          x={1}
          y={8}
          width={end}
          height={10}
          fill="none"
          stroke="var(--steel)"
          strokeDasharray="4 3"
          strokeWidth={1.5}
        />
      ) : (
        <Blade end={end} limit={limit} state={state} />
      )}
      {state !== "unknown" &&
        state !== "note" &&
        ticks.map((x, i) => (
          <line key={x} x1={x} x2={x} y1={8} y2={i % 2 ? 14 : 12} stroke="#1b2530" strokeWidth={1} />
        ))}
      {state !== "note" && <line x1={limit} x2={limit} y1={3} y2={23} stroke={INK} strokeWidth={2} />}
      {worst != null && use !== null && Math.abs(worst - use) > 0.005 && (
        <path d={`M${width * bladeLength(worst)} 25 l-4 -6 h8 z`} fill={INK}>
          <title>{`worst of all positions ${worst.toFixed(2)}`}</title>
        </path>
      )}
    </svg>
  );
}

function Blade({ end, limit, state }: { end: number; limit: number; state: State }) {
  if (state === "over") {
    const past = Math.max(end, limit + 24);
    const dip = Math.min(8, (past - limit) / 6);
    const bend = `M1 8 H${limit} Q${(limit + past) / 2} 7 ${past} ${9 + dip} L${past - 4} ${18 + dip * 0.9} Q${(limit + past) / 2} 17 ${limit} 18 H1 Z`;
    return (
      <>
        <path d={bend} fill={YELLOW} stroke="var(--over)" strokeWidth={2} strokeLinejoin="round" />
        <rect x={1} y={8} width={limit} height={10} fill={YELLOW} stroke="#1b2530" strokeWidth={1} />
      </>
    );
  }
  return (
    <>
      <rect x={1} y={8} width={end} height={10} fill={YELLOW} stroke="#1b2530" strokeWidth={1} />
      {state === "tight" ? (
        <rect x={end - 14} y={6} width={Math.min(15, limit - end + 15)} height={14} fill="var(--tight)" />
      ) : (
        <rect x={end} y={7} width={2.5} height={12} fill="var(--hold)" />
      )}
    </>
  );
}

/** The same glyph as a chip, for the blade and lists. */
export function Chip({ state }: { state: State | null | undefined }) {
  const word = state ? STATE_WORD[state] : "nothing to check";
  return (
    <svg width={22} height={15} viewBox="0 0 22 15" role="img" aria-label={word} className="shrink-0">
      <rect x={0.5} y={0.5} width={21} height={14} rx={2} fill="#f5f3ec" stroke="none" />
      {state === "holds" && <rect x={4} y={4.5} width={13} height={6} fill="#2c6a4e" />}
      {state === "tight" && (
        <>
          <rect x={3} y={5} width={10} height={5} fill="none" stroke="#9c4f00" strokeWidth={1.5} />
          <rect x={12} y={3} width={6} height={9} fill="#9c4f00" />
        </>
      )}
      {state === "over" && <path d="M3 4 H9 Q15 4 19 9 L17 13 Q13 9 9 8.5 H3 Z" fill="#a8321c" />}
      {state === "unknown" && (
        <rect x={4} y={4} width={14} height={7} fill="none" stroke="#5e6b78" strokeWidth={1.5} strokeDasharray="3 2" />
      )}
      {(state === "note" || !state) && <line x1={5} x2={17} y1={7.5} y2={7.5} stroke="#5e6b78" strokeWidth={1.5} />}
    </svg>
  );
}
