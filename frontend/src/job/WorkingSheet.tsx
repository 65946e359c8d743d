import type { Finding, Schemas } from "../api/client";
import { marginText, otherUnits, showNumber } from "../quantity/format";
import { STATE_TEXT, STATE_WORD } from "../tape/state";
import { Tape } from "../tape/Tape";

type Line = Schemas["Line"];

/** A line of working: symbol, formula, numbers, value. */
export function WorkingLine({ line }: { line: Line }) {
  if (!line.symbol) return <p className="py-1 text-steel">{line.note}</p>;
  const value = line.value == null ? "" : `${showNumber(line.value)} ${line.unit}`.trim();
  const other = line.value == null || line.unit === undefined ? "" : otherUnits(line.value, line.unit);
  return (
    <div className="border-b border-dotted border-hair py-1.5">
      <p className="break-words">
        <span className="font-semibold">{line.symbol}</span>
        {line.formula && <span> = {line.formula}</span>}
        {line.numbers && <span className="text-steel"> = {line.numbers}</span>}
        <span className="font-medium"> = {value}</span>
        {other && <span className="text-[13px] text-steel"> ({other})</span>}
      </p>
      {line.note && <p className="text-[13px] text-steel">{line.note}</p>}
    </div>
  );
}

/** The working of one finding, line by line, with its basis. */
export function WorkingSheet({ finding }: { finding: Finding }) {
  const margin =
    finding.use == null ? "" : marginText(finding.demand, finding.limit, finding.unit ?? "", finding.minimum ?? false);
  const where = [finding.case, finding.position && `position ${finding.position}`].filter(Boolean).join(", ");
  return (
    <section aria-label={`Working of ${finding.title}`} data-testid="working">
      <h2 className="text-[21px] leading-tight">{finding.title}</h2>
      <p className={`font-semibold ${STATE_TEXT[finding.state]}`}>
        {STATE_WORD[finding.state]}
        {finding.use != null && `, ${finding.use.toFixed(2)} of the limit`}
        {margin !== "" && <span className="font-normal text-steel">, {margin}</span>}
      </p>
      <Tape state={finding.state} use={finding.use ?? null} />
      <p className="my-1">{finding.sentence}</p>
      {finding.caution && <p className="my-1 font-medium">⚠ {finding.caution}</p>}
      {where && <p className="text-[13px] text-steel">Governs: {where}</p>}
      <div className="my-2">
        {(finding.working ?? []).map((line, i) => (
          <WorkingLine key={i} line={line} />
        ))}
        {(finding.working ?? []).length === 0 && (
          <p className="text-steel">No arithmetic: this is a matter of what is there or not.</p>
        )}
      </div>
      <p className="text-[13px] text-steel">Basis: {finding.basis}.</p>
      {(finding.hangs_on ?? []).length > 0 && (
        <p className="text-[13px] text-steel">Hangs on: {(finding.hangs_on ?? []).join(", ").replaceAll("_", " ")}.</p>
      )}
    </section>
  );
}
