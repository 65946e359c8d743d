import type { Schemas } from "../api/client";
import { useJob } from "../job/context";
import { WorkingLine } from "../job/WorkingSheet";
import { STATE_TEXT, STATE_WORD } from "../tape/state";
import { Tape } from "../tape/Tape";

/** What the record has found, each with its arithmetic: it stands apart from what the design alone answers for. */
export function RecordFindings({ findings }: { findings: readonly Schemas["Finding"][] }) {
  const { light } = useJob();
  if (findings.length === 0) return null;
  return (
    <ul aria-label="What the record says" className="mb-5 border-t border-ink">
      {findings.map((f) => (
        <li
          key={f.id}
          className="border-b border-hair py-2"
          onMouseEnter={() => light(f.parts)}
          onMouseLeave={() => light([])}
        >
          <p className="flex items-baseline justify-between gap-2">
            <span className="font-medium">{f.title}</span>
            <span className={`font-semibold ${STATE_TEXT[f.state]}`}>
              {f.use == null ? STATE_WORD[f.state] : f.use.toFixed(2)}
            </span>
          </p>
          {f.use != null && <Tape state={f.state} use={f.use} />}
          <p className="text-[14px] text-steel">{f.sentence}</p>
          {(f.working ?? []).length > 0 && (
            <details className="text-[13px] text-steel">
              <summary className="min-h-8 cursor-pointer py-1">Its working</summary>
              {(f.working ?? []).map((line, n) => (
                <WorkingLine key={n} line={line} />
              ))}
              <p>{f.basis}</p>
            </details>
          )}
        </li>
      ))}
    </ul>
  );
}
