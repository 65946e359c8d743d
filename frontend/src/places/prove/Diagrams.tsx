import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { called } from "../../job/words";
import { useDiagram } from "../../job/queries";
import { showNumber, withUnit } from "../../quantity/format";
import { band, counts, HEIGHT, largest, path, scaleOf, WIDTH } from "./diagram";

type Diagram = NonNullable<Schemas["DiagramOut"]["diagram"]>;
type Action = "N" | "Vy" | "Vz" | "T" | "My" | "Mz";

const WORDS: Record<Action, { symbol: string; plain: string; unit: string; per: number }> = {
  My: { symbol: "My", plain: "bending, upright", unit: "N m", per: 1000 },
  Vz: { symbol: "Vz", plain: "shear, upright", unit: "N", per: 1 },
  Mz: { symbol: "Mz", plain: "bending, sideways", unit: "N m", per: 1000 },
  Vy: { symbol: "Vy", plain: "shear, sideways", unit: "N", per: 1 },
  T: { symbol: "T", plain: "twist", unit: "N m", per: 1000 },
  N: { symbol: "N", plain: "along, pull positive", unit: "N", per: 1 },
};
const ORDER: readonly Action[] = ["My", "Vz", "Mz", "Vy", "T", "N"];
interface RowProps {
  name: string;
  plain: string;
  unit: string;
  s: readonly number[];
  length: number;
  values: readonly number[];
  low?: readonly number[];
  high?: readonly number[];
  mark?: { s: number; value: number; case?: string };
}

/** One action along the member: the case as a line with its area, all cases as a pale band, the exact extreme as a tick. */
function Row({ name, plain, unit, s, length, values, low, high, mark }: RowProps) {
  const { x, y } = scaleOf(length, [values, low, high]);
  const xs = s.map(x);
  const line = values.map(y);
  return (
    <div className="grid grid-cols-[118px_1fr_116px] items-center gap-2 border-b border-dotted border-hair py-0.5 text-[13px]">
      <span>
        <span className="font-semibold">{name}</span> <span className="block leading-tight text-steel">{plain}</span>
      </span>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full"
        preserveAspectRatio="none"
        role="img"
        aria-label={`${plain} along the member`}
      >
        {low && high && <path d={band(xs, high.map(y), low.map(y))} fill="var(--hair)" opacity={0.55} />}
        <line x1={6} x2={WIDTH - 6} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--steel)" strokeWidth={1} />
        <path
          d={`${path(xs, line)}L${xs.at(-1) ?? 0} ${HEIGHT / 2}L${xs[0] ?? 0} ${HEIGHT / 2}Z`}
          fill="var(--member)"
        />
        <path d={path(xs, line)} fill="none" stroke="var(--ink)" strokeWidth={1.8} vectorEffect="non-scaling-stroke" />
        {mark && (
          <line
            x1={x(mark.s)}
            x2={x(mark.s)}
            y1={y(mark.value)}
            y2={HEIGHT / 2}
            stroke="var(--ink)"
            strokeWidth={1.4}
          />
        )}
      </svg>
      <span className="text-right">
        {mark && (
          <>
            <span className="font-semibold">
              {showNumber(mark.value)} {unit}
            </span>
            <span className="block leading-tight text-steel">{mark.case}</span>
          </>
        )}
      </span>
    </div>
  );
}

interface Props {
  build: string;
  position: string;
  chosen: string;
  member: string;
  onMember: (member: string) => void;
  members: readonly { member: string; section: string }[];
}

/** Demand along one member in the case, all cases behind it, and its bent line. */
export function Diagrams({ build, position, chosen, member, onMember, members }: Props) {
  const { jobId, version, units } = useJob();
  const found = useDiagram(jobId, version, build, position, chosen, member);
  const data: Diagram | null | undefined = found.data?.diagram;
  return (
    <section aria-label="Along the member">
      <div className="flex flex-wrap items-center gap-3 pb-1">
        <label className="flex items-center gap-2">
          Member
          <select
            className="h-[38px] rounded border border-steel bg-card px-2"
            value={member}
            onChange={(event) => onMember(event.currentTarget.value)}
          >
            {members.map((row) => (
              <option key={row.member} value={row.member}>
                {called(row.member)}, {row.section}
              </option>
            ))}
          </select>
        </label>
        <p className="text-[13px] text-steel">
          {data && `${withUnit(data.length, units.length)} long, end a at the left. `}
          Line: {data?.case ?? "…"}. Band: all cases{position && `, ${position}`}.
        </p>
      </div>
      {data && (
        <>
          {ORDER.filter((action) => counts(data.low[action], data.high[action])).map((action) => {
            const word = WORDS[action];
            const scaled = (rows: readonly number[]) => rows.map((v) => v / word.per);
            const mark = data.here.find((row) => row.action === action);
            const worst = data.worst.find((row) => row.action === action);
            return (
              <Row
                key={action}
                name={word.symbol}
                plain={word.plain}
                unit={word.unit}
                s={data.s}
                length={data.length}
                values={scaled(data.values[action] ?? [])}
                low={scaled(data.low[action] ?? [])}
                high={scaled(data.high[action] ?? [])}
                mark={
                  mark && {
                    s: mark.s,
                    value: mark.value / word.per,
                    case: worst && `worst ${showNumber(worst.value / word.per)}, ${worst.case.toLowerCase()}`,
                  }
                }
              />
            );
          })}
          <Row
            name="w"
            plain="bent line, local z"
            unit="mm"
            s={data.s}
            length={data.length}
            values={data.deflection}
            mark={largest(data.s, data.deflection)}
          />
          <p className="pt-1 text-[13px] text-steel">
            Local axes: x from end a to end b, z as near up as it can be, y across from left to right; pull is positive.
            The 3D view draws them on this member.
          </p>
        </>
      )}
    </section>
  );
}
