import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { called } from "../../job/words";
import { showForce, withUnit } from "../../quantity/format";
import { STATE_TEXT, STATE_WORD } from "../../tape/state";
import { Tape } from "../../tape/Tape";

type ProveData = Schemas["ProveOut"];
type State = Schemas["JointOut"]["state"];

/** A row of a table of uses: what it is, words below its name, its tape and number; what it is about is lit while it is over. */
function UseRow(props: { parts: string[]; name: string; words: string; state: State; use: number | null | undefined }) {
  const { light } = useJob();
  return (
    <tr
      className="border-b border-dotted border-hair"
      onMouseEnter={() => light(props.parts)}
      onMouseLeave={() => light([])}
    >
      <td className="py-1.5">
        {props.name}
        <span className="block text-[13px] text-steel">{props.words}</span>
      </td>
      <td>
        <Tape state={props.state} use={props.use ?? null} width={150} />
      </td>
      <td className={`text-right font-semibold ${STATE_TEXT[props.state]}`}>
        {props.use == null ? STATE_WORD[props.state] : props.use.toFixed(2)}
      </td>
    </tr>
  );
}

/** Every member's use in the case; choosing one opens its diagrams. */
export function Members({ data, onMember }: { data: ProveData; onMember: (member: string) => void }) {
  const { units, light } = useJob();
  return (
    <table className="w-full text-[14px]">
      <caption className="sr-only">Members in this case</caption>
      <tbody>
        {data.members.map((row) => (
          <tr
            key={row.member}
            className="border-b border-dotted border-hair"
            onMouseEnter={() => light([row.member])}
            onMouseLeave={() => light([])}
          >
            <td className="py-1">
              <button
                type="button"
                className="min-h-9 text-left"
                onClick={() => onMember(row.member)}
                onFocus={() => light([row.member])}
                onBlur={() => light([])}
              >
                <span className="text-chalk underline">{called(row.member)}</span>
                <span className="block text-[13px] text-steel">
                  {row.section}, at {withUnit(row.at, units.length)}
                  {data.case !== row.case && `, ${row.case.toLowerCase()}`}
                </span>
              </button>
            </td>
            <td>
              <Tape state={row.state} use={row.use} width={150} />
            </td>
            <td className={`text-right font-semibold ${STATE_TEXT[row.state]}`}>{row.use.toFixed(2)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Every joint in the case drawn, by the framing system's own fastener. */
export function Joints({ data }: { data: ProveData }) {
  if (data.joints.length === 0) return <p className="text-steel">No joints are checked in this framing system.</p>;
  const rows = [...data.joints].sort((a, b) => (b.use ?? 99) - (a.use ?? 99));
  return (
    <>
      <p className="text-[13px] text-steel">
        {data.system}, {data.drawn.toLowerCase()}.{" "}
        {data.relies && "With hinged joints this frame would fold: it relies on its brackets."}
      </p>
      <table className="w-full text-[14px]">
        <caption className="sr-only">Joints in this case</caption>
        <tbody>
          {rows.map((row) => (
            <UseRow
              key={row.rib + row.side}
              parts={[row.rib, row.rail]}
              name={`${called(row.rib)}, ${row.side}`}
              words={row.text}
              state={row.state}
              use={row.use}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}

/** Every panel's hardest place, and in what it is worked there. */
export function Panels({ data }: { data: ProveData }) {
  const { units } = useJob();
  return (
    <table className="w-full text-[14px]">
      <caption className="sr-only">Panels in this case</caption>
      <tbody>
        {data.panels.map((row) => (
          <UseRow
            key={row.part}
            parts={[row.part]}
            name={row.name}
            words={[
              `${row.sheet}, ${row.governs}, at ${row.at.map((mm) => withUnit(mm, units.length)).join(", ")}`,
              ...(data.case === row.case ? [] : [row.case.toLowerCase()]),
            ].join(", ")}
            state={row.state}
            use={row.use}
          />
        ))}
      </tbody>
    </table>
  );
}

/** Every edge where panels meet: how it is held and what it takes in the case drawn. */
export function Edges({ data }: { data: ProveData }) {
  const { units } = useJob();
  const line = (perMm: number) => `${showForce(Math.abs(perMm) * 100, units.mass)} on ${withUnit(100, units.length)}`;
  return (
    <table className="w-full text-[14px]">
      <caption className="sr-only">Edges in this case</caption>
      <tbody>
        {data.edges.map((row) => (
          <UseRow
            key={row.face + row.edge}
            parts={[row.face, row.edge]}
            name={row.name}
            words={`${row.way}; ${line(row.across)} across, ${line(row.apart)} ${row.apart > 0 ? "apart" : "together"}`}
            state={row.state}
            use={row.use}
          />
        ))}
      </tbody>
    </table>
  );
}

/** What rollers, rails and keepers push with. */
export function Supports({ data }: { data: ProveData }) {
  const { units } = useJob();
  return (
    <table className="w-full text-[14px]">
      <caption className="sr-only">What the supports push with</caption>
      <tbody>
        {data.reactions.map((row) => (
          <tr key={row.name} className="border-b border-dotted border-hair">
            <td className="py-1.5">{row.name}</td>
            <td className="text-right font-medium whitespace-nowrap">
              {row.newton > 0.5 ? showForce(row.newton, units.mass) : "free"}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
