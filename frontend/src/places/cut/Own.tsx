import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { api, reasonOf, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { Group } from "../../ui/fields";
import { useStockroom } from "../yard/Stockroom";

interface Props {
  /** What this job is cut from. */
  stocks: readonly string[];
  plan: Schemas["CutOut"] | undefined;
}

/** What the shop has of what this job is cut from: reserved here, cut first. */
export function Own({ stocks, plan }: Props) {
  const { jobId, design, version, change } = useJob();
  const client = useQueryClient();
  const room = useStockroom();
  const [problem, setProblem] = useState("");
  const reserved = design.shop?.reserved ?? [];
  const book = useMutation({
    mutationFn: () =>
      take(api.POST("/api/jobs/{job}/cut/book", { params: { path: { job: jobId } }, body: { version } })),
    onSuccess: async () => {
      setProblem("");
      await client.invalidateQueries({ queryKey: ["job", jobId] });
      await client.invalidateQueries({ queryKey: ["stockroom"] });
    },
    onError: (error) => setProblem(reasonOf(error)),
  });
  const again = () => client.invalidateQueries({ queryKey: ["stockroom"] });
  const take_ = async (row: Schemas["OnHand"], count: number) => {
    const n = reserved.findIndex((one) => one.id === row.id);
    const { id, stock, length, width } = row;
    if (n < 0) {
      await change(
        [{ op: "add", path: "/shop/reserved", value: { id, stock, length, width: width ?? null, count } }],
        `reserved ${id}`,
      );
    } else if (count > 0) {
      await change([{ op: "set", path: `/shop/reserved/${n}/count`, value: count }], `reserved ${count} of ${id}`);
    } else {
      await change([{ op: "remove", path: `/shop/reserved/${n}` }], `released ${id}`);
    }
    await again();
  };
  const rows = (room.data?.rows ?? []).filter(
    ({ row }) => stocks.includes(row.stock) || reserved.some((one) => one.id === row.id),
  );
  const used = (id: string) =>
    (plan?.bars ?? []).flatMap((group) => group.plan.bars).filter((bar) => bar.own === id).length +
    (plan?.sheets ?? []).flatMap((group) => group.plan.sheets).filter((sheet) => sheet.own === id).length;
  return (
    <Group title="From the stockroom">
      {room.data && rows.length === 0 && (
        <p className="text-[13px] text-steel">
          The shop has nothing of what this job is cut from.{" "}
          <Link to="/stockroom" className="text-chalk underline">
            Stockroom
          </Link>
        </p>
      )}
      <ul className="text-[14px]">
        {rows.map(({ row, label, free }) => {
          const mine = reserved.find((one) => one.id === row.id);
          const have = mine && !mine.booked ? (mine.count ?? 1) : 0;
          return (
            <li key={row.id} className="flex items-center gap-1 border-b border-dotted border-hair py-1">
              <span className="grow">
                {label || row.note}, {row.length}
                {row.width != null && ` × ${row.width}`}
                <span className="block text-[13px] text-steel">
                  {free < 0
                    ? `${-free} more reserved than there are`
                    : `${free} free${have > 0 ? `, ${used(row.id)} of ${have} cut from` : ""}`}
                </span>
              </span>
              <Button
                className="w-11 shrink-0 px-0"
                disabled={have === 0}
                aria-label={`One less of ${row.id}`}
                onClick={() => void take_(row, have - 1)}
              >
                −
              </Button>
              <span className="w-5 text-center font-semibold">{have}</span>
              <Button
                className="w-11 shrink-0 px-0"
                disabled={free <= 0 || Boolean(mine?.booked)}
                aria-label={`One more of ${row.id}`}
                onClick={() => void take_(row, have + 1)}
              >
                +
              </Button>
            </li>
          );
        })}
      </ul>
      {plan?.booked ? (
        <p className="py-1 text-[13px] text-steel">
          Booked as cut on {plan.booked.slice(0, 10)}: what it used is out of the stockroom, its offcuts are in. Undo
          does not take that back.
        </p>
      ) : (
        plan &&
        (plan.bars.length > 0 || plan.sheets.length > 0) && (
          <div className="pt-2">
            <Button disabled={book.isPending} onClick={() => book.mutate()}>
              All is cut: book it
            </Button>
            <p className="pt-1 text-[13px] text-steel">
              Once: takes what was used out of the stockroom and puts in every offcut worth keeping.
            </p>
          </div>
        )
      )}
      {problem && (
        <p role="alert" className="text-[14px] font-medium">
          {problem}
        </p>
      )}
    </Group>
  );
}
