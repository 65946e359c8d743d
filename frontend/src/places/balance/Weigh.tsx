import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { api, reasonOf, take, type Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { showMass } from "../../quantity/format";
import { Button } from "../../ui/Button";

type Carrier = Schemas["CarrierOut"];
type Crew = Schemas["WeighingIn"]["crew"];
type Fuel = Schemas["WeighingIn"]["fuel"];
const CREWS: Crew[] = ["everybody", "the driver alone", "nobody"];
const FUELS: Fuel[] = ["full", "half", "empty"];
const SELECT = "h-11 rounded border border-steel bg-card px-2";

function today(): string {
  return new Date().toISOString().slice(0, 10);
}

/** Weigh what stands in the yard, axle by axle: the difference to what is computed counts from then on, by its name. */
export function Weigh({ carriers, engine }: { carriers: readonly Carrier[]; engine: boolean }) {
  const { jobId, version, units, design, change } = useJob();
  const client = useQueryClient();
  const id = useId();
  const [loads, setLoads] = useState<Readonly<Record<string, string>>>({});
  const [name, setName] = useState(`weighing of ${today()}`);
  const [crew, setCrew] = useState<Crew>("everybody");
  const [fuel, setFuel] = useState<Fuel>("full");
  const [laden, setLaden] = useState(true);
  const [problem, setProblem] = useState("");
  const scale = useQuery({ queryKey: ["scale"], queryFn: () => take(api.GET("/api/scale")), staleTime: 30_000 });
  const past = design.host.weights?.weighings ?? [];
  const drive = useMutation({
    mutationFn: (one: Carrier) =>
      take(api.POST("/api/scale/drive", { body: { mass: `${(one.load ?? 0).toFixed(0)} kg` } })),
    onSuccess: (reading, one) => {
      setProblem("");
      setLoads((before) => ({ ...before, [one.id]: showMass(reading.kg ?? 0, units.mass).replace(/[^0-9.]/g, "") }));
    },
    onError: (error) => setProblem(reasonOf(error)),
  });
  const enter = useMutation({
    mutationFn: () => {
      const typed = Object.entries(loads).filter(([, text]) => text.trim());
      const rows = Object.fromEntries(typed.map(([one, text]) => [one, asTyped(text, units.mass)]));
      return take(
        api.POST("/api/jobs/{job}/weighing", {
          params: { path: { job: jobId } },
          body: { version, name, loads: rows, crew, fuel, laden },
        }),
      );
    },
    onSuccess: (saved) => {
      client.setQueryData(["job", jobId, "design"], saved);
      void client.invalidateQueries({ queryKey: ["job", jobId, "log"] });
      setLoads({});
      setProblem("");
    },
    onError: (error) => setProblem(reasonOf(error)),
  });
  return (
    <section className="mt-4 max-w-3xl border-t border-hair pt-2">
      <h2 className="text-[18px]">Weigh it</h2>
      <p className="mb-2 text-[14px] text-steel">
        On a weighbridge or axle scales, with every build in it that is fitted. The difference counts on its axle from
        then on, and the ticket stands in the log.
      </p>
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          enter.mutate();
        }}
      >
        {carriers.map((one) => (
          <div key={one.id} className="flex flex-wrap items-center gap-3">
            <label htmlFor={`${id}-${one.id}`} className="w-28">
              {one.label}
            </label>
            <input
              id={`${id}-${one.id}`}
              className="h-11 w-28 rounded border border-steel bg-card px-2 text-right font-medium"
              value={loads[one.id] ?? ""}
              onChange={(event) => {
                const text = event.currentTarget.value;
                setLoads((before) => ({ ...before, [one.id]: text }));
              }}
            />
            <span className="text-steel">{units.mass}</span>
            {scale.data?.connected && one.load != null && (
              <Button onClick={() => drive.mutate(one)} disabled={drive.isPending}>
                Drive it on the scale
              </Button>
            )}
          </div>
        ))}
        <div className="flex flex-wrap items-center gap-3 text-[14px]">
          <label className="grid gap-1">
            <span className="text-steel">Called</span>
            <input
              className="h-11 w-64 rounded border border-steel bg-card px-2"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
          </label>
          {engine && (
            <>
              <label className="grid gap-1">
                <span className="text-steel">Aboard</span>
                <select className={SELECT} value={crew} onChange={(event) => setCrew(event.target.value as Crew)}>
                  {CREWS.map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
              </label>
              <label className="grid gap-1">
                <span className="text-steel">Tank</span>
                <select className={SELECT} value={fuel} onChange={(event) => setFuel(event.target.value as Fuel)}>
                  {FUELS.map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
              </label>
            </>
          )}
          <label className="flex min-h-11 items-center gap-1.5 self-end">
            <input
              type="checkbox"
              className="size-4 accent-ink"
              checked={laden}
              onChange={(event) => setLaden(event.target.checked)}
            />
            all that is carried in it
          </label>
        </div>
        {problem && (
          <p role="alert" className="font-medium">
            {problem}
          </p>
        )}
        <Button
          tone="strong"
          type="submit"
          className="justify-self-start"
          disabled={enter.isPending || !Object.values(loads).some((text) => text.trim()) || !name.trim()}
        >
          Enter the weighing
        </Button>
      </form>
      {past.length > 0 && (
        <ul className="mt-2 text-[14px]">
          {past.map((one, i) => (
            <li
              key={`${one.name}-${i}`}
              className="flex flex-wrap items-center gap-3 border-b border-dotted border-hair"
            >
              <span>
                {one.name}: {ticketOf(one)}
                {i === past.length - 1 ? ", counts" : ", superseded"}
              </span>
              <Button
                tone="quiet"
                onClick={() => {
                  const path = `/host/weights/weighings/${i}`;
                  change([{ path, op: "remove" }], `took back ${one.name}`).catch((error: unknown) =>
                    setProblem(reasonOf(error)),
                  );
                }}
              >
                take it back
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function ticketOf(one: object): string {
  const rows = Object.entries(one).filter(([key]) => ["front", "rear", "coupling", "axle", "second"].includes(key));
  return rows
    .filter(([, value]) => value != null)
    .map(([key, value]) => `${key} ${String(value)}`)
    .join(", ");
}

/** What was typed as the server reads it: a bare number is in the page's own unit. */
function asTyped(text: string, unit: "kg" | "lb"): string {
  return /^[\d./ ]+$/.test(text) ? `${text.trim()} ${unit}` : text.trim();
}
