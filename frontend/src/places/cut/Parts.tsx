import type { Schemas } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";

interface Props {
  drawn: readonly Schemas["PartDrawn"][];
  rows: readonly Schemas["PieceOut"][];
}

/** Panels that are more than a rectangle, each with its sizes and what is taken out of it by number. */
export function Parts({ drawn, rows }: Props) {
  const { units } = useJob();
  if (drawn.length === 0)
    return <p className="text-steel">Every piece is cut square: the list says all there is to know of it.</p>;
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(min(280px,100%),1fr))] gap-5">
      {drawn.map((part) => {
        const row = rows.find((one) => one.piece.mark === part.mark);
        return (
          <figure key={part.mark} className="min-w-0">
            <h3 className="text-[18px]">
              {row?.issued ?? part.mark}
              <span className="ml-2 font-sans text-[14px] font-normal text-steel">
                {row && `${row.count} of ${row.piece.stock_label}, ${row.piece.role}; `}
                {part.notes.join("; ")}
              </span>
            </h3>
            <div className="h-[270px]">
              <Drawing view={part.view} units={units} title={`Part ${part.mark}`} />
            </div>
            <figcaption>
              <ol className="list-decimal pl-6 text-[14px] text-steel">
                {part.outs.map((out, n) => (
                  <li key={n}>{out}</li>
                ))}
              </ol>
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}
