import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";

import { api, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page } from "../../job/Page";
import { useCut } from "../../job/queries";
import { showMass, withUnit } from "../../quantity/format";
import { Button } from "../../ui/Button";
import { Group, NumberField, TextField } from "../../ui/fields";

type BarGroup = Schemas["BarGroup"];

function Bars({ group, kerf, trim }: { group: BarGroup; kerf: number; trim: number }) {
  const { units } = useJob();
  const longest = Math.max(...group.plan.bars.map((bar) => bar.stock), 1);
  return (
    <section className="mb-4">
      <h3 className="text-[18px]">
        {group.label}: {group.count} {group.count === 1 ? "bar" : "bars"}
        <span className="ml-2 font-sans text-[14px] font-normal text-steel">
          {group.plan.proven ? "proven least cost" : `within ${(group.plan.gap * 100).toFixed(1)} % of least cost`}
        </span>
      </h3>
      {group.plan.bars.map((bar, i) => {
        const starts = bar.pieces.map(
          (_, k) => trim + bar.pieces.slice(0, k).reduce((sum, piece) => sum + Number(piece[1]) + kerf, 0),
        );
        return (
          <svg
            key={i}
            viewBox={`0 0 ${longest} 190`}
            className="my-1 block h-[42px] w-full"
            preserveAspectRatio="none"
            role="img"
            aria-label={`Bar ${i + 1}: ${bar.pieces.map((piece) => piece[0]).join(", ")}`}
          >
            <rect
              x={0}
              y={10}
              width={bar.stock}
              height={170}
              fill="var(--card)"
              stroke="var(--steel)"
              strokeWidth={1}
              vectorEffect="non-scaling-stroke"
              strokeDasharray="4 3"
            />
            {bar.pieces.map((piece, k) => (
              <rect
                key={k}
                x={starts[k]}
                y={10}
                width={Number(piece[1])}
                height={170}
                fill="var(--member)"
                stroke="var(--ink)"
                strokeWidth={1.4}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </svg>
        );
      })}
      <ol className="text-[14px] text-steel">
        {group.plan.bars.map((bar, i) => (
          <li key={i}>
            {withUnit(bar.stock, units.length)} bar:{" "}
            {bar.pieces.map((piece) => `${piece[0]} ${withUnit(Number(piece[1]), units.length)}`).join(" | ")},{" "}
            {withUnit(bar.left, units.length)} left
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Marks are given to parts for good when somebody says so: before that they follow the list. */
function Marks({ jobId, fresh, any }: { jobId: number; fresh: boolean; any: boolean }) {
  const client = useQueryClient();
  const issue = useMutation({
    mutationFn: () => take(api.POST("/api/jobs/{job}/cut/issue", { params: { path: { job: jobId } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["job", jobId] }),
  });
  return (
    <div className="mb-4 flex flex-wrap items-center gap-3 text-[14px] text-steel">
      <span>
        {any ? "Marks are issued: they stay with their parts." : "Marks follow the list until they are issued."}
        {any && fresh && " New parts have none yet."}
      </span>
      {fresh && (
        <Button disabled={issue.isPending} onClick={() => issue.mutate()}>
          Issue the marks
        </Button>
      )}
      {issue.isError && (
        <span role="alert" className="font-medium text-ink">
          {issue.error.message}
        </span>
      )}
    </div>
  );
}

/** 7 Cut: what to cut from what, what to buy. */
export function Cut() {
  const { jobId, version, units, design, light } = useJob();
  const cut = useCut(jobId, version);
  const data = cut.data;
  const L = (mm: number) => withUnit(mm, units.length);
  const currency = data?.currency ?? "$";
  return (
    <Page
      left={
        <>
          <Group title="Shop">
            <NumberField label="Saw kerf" path="/shop/kerf_mm" unit="mm" />
            <NumberField label="Bar end trim" path="/shop/trim_mm" unit="mm" />
            <TextField label="Currency" path="/shop/currency" />
          </Group>
          <Group title="Hardware">
            <table className="w-full text-[14px]">
              <tbody>
                {(data?.hardware ?? []).map((row) => (
                  <tr key={row.part} className="border-b border-dotted border-hair">
                    <td className="py-1">{row.label}</td>
                    <td className="text-right font-medium whitespace-nowrap">
                      {row.count}
                      {row.spare > 0 && <span className="text-steel"> + {row.spare}</span>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="text-[13px] text-steel">+ spares. Prices are typical until you give your own.</p>
          </Group>
        </>
      }
      right={<Findings places={["cut"]} title="Stock" />}
    >
      <div className="p-4">
        <div className="mb-3 flex flex-wrap items-center gap-4">
          <h1 className="grow text-[24px]">Cut list</h1>
          <p>{data ? `${showMass(data.kg, units.mass)}, ${currency} ${data.price.toFixed(0)}` : ""}</p>
          <a
            className="inline-flex h-11 items-center gap-2 rounded border border-ink bg-card px-3 font-medium hover:bg-offer"
            href={`/api/jobs/${jobId}/cut.csv`}
            download
          >
            <Download size={17} /> Download as CSV
          </a>
        </div>
        <table className="mb-6 w-full [&_td]:pr-3 [&_th]:pr-3">
          <thead>
            <tr className="border-b border-ink text-left text-[14px] text-steel">
              <th className="py-1 font-normal">Mark</th>
              <th className="font-normal">No.</th>
              <th className="font-normal">What</th>
              <th className="font-normal">From</th>
              <th className="text-right font-normal">Length</th>
              <th className="pl-4 font-normal">Ends</th>
              <th className="text-right font-normal">Each</th>
              <th className="text-right font-normal">Price</th>
            </tr>
          </thead>
          <tbody>
            {(data?.pieces ?? []).map(({ piece, count, issued }) => (
              <tr
                key={piece.mark}
                className="border-b border-dotted border-hair"
                onMouseEnter={() => light(piece.parts)}
                onMouseLeave={() => light([])}
              >
                <td className="py-1.5 text-[17px] font-semibold">{issued ?? piece.mark}</td>
                <td>{count}</td>
                <td>{piece.role}</td>
                <td className="min-w-[7.5rem] text-[14px]">{piece.stock_label}</td>
                <td className="text-right font-semibold whitespace-nowrap">
                  {L(piece.length)}
                  {piece.width != null && ` × ${L(piece.width)}`}
                </td>
                <td className="min-w-[6rem] pl-4 text-[14px] text-steel">{piece.ends}</td>
                <td className="text-right whitespace-nowrap">{showMass(piece.kg, units.mass)}</td>
                <td className="text-right whitespace-nowrap">
                  {currency} {(piece.price * count).toFixed(0)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {data && <Marks jobId={jobId} fresh={data.pieces.some((row) => !row.issued)} any={data.issued} />}
        <h2 className="mb-1 text-[21px]">Bars to buy</h2>
        {(data?.bars ?? []).map((group) => (
          <Bars key={group.stock} group={group} kerf={design.shop?.kerf_mm ?? 2} trim={design.shop?.trim_mm ?? 5} />
        ))}
        <h2 className="mb-1 text-[21px]">Sheets to buy</h2>
        {(data?.sheets ?? []).map((sheet) => (
          <div key={sheet.stock} className="mb-4 flex flex-wrap items-end gap-4">
            <svg
              viewBox={`0 0 ${sheet.size[0]} ${sheet.size[1]}`}
              className="h-36 w-72 border border-steel bg-card"
              role="img"
              aria-label={`${sheet.label} with ${sheet.cuts.map((one) => one[0]).join(", ")}`}
            >
              {sheet.cuts.slice(0, 1).map((one) => (
                <g key={one[0]}>
                  <rect
                    x={0}
                    y={0}
                    width={Number(one[1])}
                    height={Number(one[2])}
                    fill="var(--deck)"
                    stroke="var(--ink)"
                    strokeWidth={8}
                  />
                  <text
                    x={Number(one[1]) / 2}
                    y={Number(one[2]) / 2}
                    fontSize={130}
                    textAnchor="middle"
                    fill="var(--ink)"
                  >
                    {one[0]}
                  </text>
                </g>
              ))}
            </svg>
            <p>
              {sheet.count} × {sheet.label}, {L(sheet.size[0])} × {L(sheet.size[1])}, {currency}{" "}
              {sheet.price.toFixed(0)}
            </p>
          </div>
        ))}
      </div>
    </Page>
  );
}
