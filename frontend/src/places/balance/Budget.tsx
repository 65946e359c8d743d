import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { showMass } from "../../quantity/format";
import { stateOf, STATE_TEXT } from "../../tape/state";
import { Tape } from "../../tape/Tape";

/** How the payload goes, step by step as the design grows, each step a tape of what is then spent. */
export function Budget({ budget }: { budget: Schemas["BudgetOut"] }) {
  const { units } = useJob();
  const kg = (mass: number) => showMass(mass, units.mass);
  const goal = budget.goal ?? null;
  return (
    <table className="mt-4 w-full max-w-3xl text-[14px]">
      <caption className="text-left font-head text-[18px] font-semibold">
        Payload, {kg(budget.payload)}, as it goes
      </caption>
      <thead>
        <tr className="border-b border-ink text-left text-steel">
          <th className="py-1 font-normal">With</th>
          <th className="text-right font-normal">Mass</th>
          <th className="px-3 text-right font-normal">Left</th>
          <th className="font-normal">Spent</th>
        </tr>
      </thead>
      <tbody>
        {budget.rows.map((row) => {
          const use = budget.payload > 0 ? (budget.payload - row.left) / budget.payload : 2;
          const state = stateOf(use);
          return (
            <tr key={row.name} className="border-b border-dotted border-hair">
              <th scope="row" className="py-1 text-left font-normal">
                {row.name}
              </th>
              <td className="text-right font-medium">{kg(row.kg)}</td>
              <td className={`px-3 text-right font-medium ${row.left < 0 ? STATE_TEXT.over : ""}`}>
                {row.left < 0 ? `${kg(-row.left)} too much` : kg(row.left)}
              </td>
              <td>
                <Tape state={state} use={use} width={170} />
              </td>
            </tr>
          );
        })}
        {goal !== null && (
          <tr>
            <th scope="row" className="py-1 text-left font-normal">
              your goal for all builds, {kg(goal)}
            </th>
            <td className="text-right font-medium">{kg(budget.builds)}</td>
            <td className="px-3 text-right font-medium">
              {budget.builds > goal ? `${kg(budget.builds - goal)} too much` : kg(goal - budget.builds)}
            </td>
            <td>
              <Tape state={stateOf(budget.builds / goal)} use={budget.builds / goal} width={170} />
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
