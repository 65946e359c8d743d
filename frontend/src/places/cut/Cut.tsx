import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useSearchParams } from "react-router";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";
import { Findings } from "../../job/Findings";
import { Page } from "../../job/Page";
import { useCut } from "../../job/queries";
import { showMass } from "../../quantity/format";
import { Button } from "../../ui/Button";
import { Tabs } from "../../ui/Tabs";
import { ChoiceField, Group, NumberField, TextField } from "../../ui/fields";
import { Bars } from "./Bars";
import { Files } from "./Files";
import { Holes } from "./Holes";
import { List } from "./List";
import { Made } from "./Made";
import { Own } from "./Own";
import { Packet } from "./Packet";
import { Parts } from "./Parts";
import { Prices } from "./Prices";
import { Sheets } from "./Sheets";

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

const SHOWN = [
  { value: "list", label: "List" },
  { value: "bars", label: "Bars" },
  { value: "sheets", label: "Sheets" },
  { value: "parts", label: "Parts drawn" },
  { value: "holes", label: "Holes" },
  { value: "made", label: "Made" },
  { value: "prices", label: "Prices" },
] as const;
type Shown = (typeof SHOWN)[number]["value"];

/** 7 Cut: what to cut from what, what to buy. */
export function Cut() {
  const { jobId, version, units, design } = useJob();
  const cut = useCut(jobId, version);
  const [asked, ask] = useSearchParams();
  const shown = SHOWN.find((one) => one.value === asked.get("shown"))?.value ?? "list";
  const setShown = (value: Shown) => ask(value === "list" ? {} : { shown: value }, { replace: true });
  const data = cut.data;
  const currency = data?.currency ?? "$";
  return (
    <Page
      left={
        <>
          <Group title="Shop">
            <NumberField label="Saw kerf" path="/shop/kerf_mm" unit="mm" />
            <NumberField label="Bar end trim" path="/shop/trim_mm" unit="mm" />
            <NumberField label="Sheet edge trim" path="/shop/edge_mm" unit="mm" />
            <NumberField label="Spare screws" path="/shop/spare_percent" unit="%" />
            <TextField label="Currency" path="/shop/currency" />
            <ChoiceField
              label="Bars are cut by"
              path="/shop/sawn_by"
              options={[
                { value: "the shop", label: "us" },
                { value: "the supplier", label: "the supplier" },
              ]}
            />
            {design.shop?.sawn_by === "the supplier" && (
              <NumberField label="A cut costs" path="/shop/cut_price" unit={currency} />
            )}
            <NumberField label="Freight, an order" path="/shop/freight" unit={currency} />
            <NumberField label="Orders" path="/shop/orders" whole />
            <ChoiceField
              label="What the shop has not"
              path="/shop/buys"
              options={[
                { value: "what is missing", label: "is bought" },
                { value: "nothing", label: "is over" },
              ]}
            />
          </Group>
          <Own stocks={[...(data?.bars ?? []), ...(data?.sheets ?? [])].map((group) => group.stock)} plan={data} />
          <Group title="Hardware">
            <table className="w-full text-[14px]">
              <tbody>
                {[...(data?.hardware ?? []), ...(data?.services ?? [])].map((row) => (
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
          <Packet />
          <Files />
        </div>
        <div className="mb-4">
          <Tabs label="What is shown" value={shown} onChange={(value) => setShown(value as Shown)} options={SHOWN} />
        </div>
        {!data && shown !== "made" && shown !== "prices" && <p className="text-steel">Working out what to cut…</p>}
        {shown === "list" && (
          <>
            <List pieces={data?.pieces ?? []} currency={currency} />
            {data && <Marks jobId={jobId} fresh={data.pieces.some((row) => !row.issued)} any={data.issued} />}
          </>
        )}
        {shown === "bars" && data?.bars.length === 0 && <p className="text-steel">Nothing is cut from bars.</p>}
        {shown === "bars" &&
          (data?.bars ?? []).map((group) => {
            const drawn = data?.bars_drawn.find((one) => one.stock === group.stock);
            return drawn && <Bars key={group.stock} group={group} drawn={drawn} currency={currency} />;
          })}
        {shown === "sheets" && data?.sheets.length === 0 && <p className="text-steel">Nothing is cut from sheets.</p>}
        {shown === "sheets" &&
          (data?.sheets ?? []).map((group) => (
            <Sheets
              key={group.stock}
              group={group}
              drawn={data?.sheets_drawn.filter((one) => one.stock === group.stock) ?? []}
              currency={currency}
            />
          ))}
        {shown === "made" && <Made currency={currency} />}
        {shown === "prices" && <Prices currency={currency} />}
        {shown === "holes" && data && <Holes rows={data.drilled} />}
        {shown === "parts" && data && <Parts drawn={data.parts_drawn} rows={data.pieces} />}
      </div>
    </Page>
  );
}
