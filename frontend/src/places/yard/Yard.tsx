import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Dialog, DropdownMenu } from "radix-ui";
import { useState } from "react";
import { Link, useNavigate } from "react-router";

import { api, type Schemas, take } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { Chip } from "../../tape/Tape";
import { PLACES } from "../../tape/places";
import { Button } from "../../ui/Button";
import { FileButton } from "../../ui/FileButton";
import { useNight } from "../../ui/night";
import { useShopLog } from "./ShopLog";

type CardData = Schemas["Card"];
const NO_UNITS = { length: "in", mass: "kg" } as const;

function JobCard({ card, onCopy, onDelete }: { card: CardData; onCopy: () => void; onDelete: () => void }) {
  const counts = (["over", "unknown", "tight", "holds"] as const)
    .filter((state) => card.counts[state])
    .map((state) => `${card.counts[state]} ${state === "holds" ? "hold" : state}`);
  return (
    <li className="flex flex-col border border-hair bg-card">
      <Link to={`/job/${card.id}/frame`} className="block p-4 pb-2 hover:bg-offer">
        <h2 className="text-[22px] leading-tight">{card.name}</h2>
        <p className="text-[14px] text-steel">{card.host}</p>
        <div className="pointer-events-none my-1 h-44" aria-hidden>
          {card.outline && (
            <Drawing
              view={{
                ...card.outline,
                items: card.outline.items.filter((item) => !("axis" in item) && !("align" in item)),
              }}
              units={NO_UNITS}
              title="outline"
            />
          )}
        </div>
        <p className={card.error ? "font-medium break-words" : "text-[14px]"}>
          {card.error
            ? `This job cannot be read. ${card.error}`
            : card.checked
              ? counts.join(", ") || "nothing to check yet"
              : "Being checked…"}
        </p>
        <div className="mt-2 flex flex-wrap gap-x-2.5 gap-y-1">
          {card.checked &&
            PLACES.map((place) => (
              <span key={place.key} className="flex items-center gap-1 text-[13px] text-steel">
                {place.name} <Chip state={card.places[place.key]} />
              </span>
            ))}
        </div>
      </Link>
      <div className="flex items-center justify-between border-t border-hair px-2 py-1 text-[14px] text-steel">
        <span className="px-2">
          {card.changed_by}
          {card.sample && ", sample"}
        </span>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger
            className="h-11 rounded px-3 text-chalk hover:bg-offer"
            aria-label={`More for ${card.name}`}
          >
            More
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="z-30 min-w-44 border border-ink bg-card p-1 shadow-lg" align="end">
              <DropdownMenu.Item
                className="flex h-11 items-center px-3 outline-none data-[highlighted]:bg-offer"
                onSelect={onCopy}
              >
                Copy
              </DropdownMenu.Item>
              <DropdownMenu.Item asChild>
                <a
                  className="flex h-11 items-center px-3 outline-none data-[highlighted]:bg-offer"
                  href={`/api/jobs/${card.id}/export`}
                  download
                >
                  Export the job file
                </a>
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className="flex h-11 items-center px-3 outline-none data-[highlighted]:bg-offer"
                onSelect={onDelete}
              >
                Delete…
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
    </li>
  );
}

interface NewJobProps {
  templates: Schemas["TemplateOut"][];
  families: Schemas["FamilyOut"][];
  onClose: () => void;
}

function NewJob({ templates, families, onClose }: NewJobProps) {
  const navigate = useNavigate();
  const [name, setName] = useState("");
  const [template, setTemplate] = useState(templates[0]?.id ?? "");
  const [builds, setBuilds] = useState<readonly string[]>([]);
  const [length, setLength] = useState<"in" | "mm">("in");
  const [mass, setMass] = useState<"lb" | "kg">("lb");
  const fits = templates.find((one) => one.id === template)?.families ?? [];
  const offered = families.filter((family) => fits.includes(family.id));
  const start = useMutation({
    mutationFn: () => {
      const wanted = builds.filter((family) => fits.includes(family));
      return take(api.POST("/api/jobs", { body: { name, template, builds: wanted, units: { length, mass } } }));
    },
    onSuccess: (job) => void navigate(`/job/${job.id}/measure`),
  });
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed top-[5vh] left-1/2 z-30 max-h-[90vh] w-[min(820px,94vw)] -translate-x-1/2 overflow-y-auto border border-ink bg-card p-5 shadow-xl"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-[24px]">New job</Dialog.Title>
          <form
            className="mt-3 grid gap-4"
            onSubmit={(event) => {
              event.preventDefault();
              start.mutate();
            }}
          >
            <label className="grid gap-1">
              Name
              <input
                className="h-11 rounded border border-steel bg-paper px-3"
                value={name}
                onChange={(event) => setName(event.currentTarget.value)}
                autoFocus
              />
            </label>
            <fieldset className="grid gap-1 sm:grid-cols-2">
              <legend>Vehicle</legend>
              {templates.map((t) => (
                <label key={t.id} className="flex min-h-11 items-center gap-3 border border-hair px-3">
                  <input
                    type="radio"
                    name="template"
                    className="size-5 shrink-0 accent-[var(--chalk)]"
                    checked={template === t.id}
                    onChange={() => setTemplate(t.id)}
                  />
                  <span>
                    {t.label} <span className="block text-[13px] text-steel">{t.note}</span>
                  </span>
                </label>
              ))}
            </fieldset>
            <fieldset className="grid gap-1 sm:grid-cols-2">
              <legend>Built on it first (more on Frame)</legend>
              {offered.map((family) => (
                <label key={family.id} className="flex min-h-11 items-center gap-3 border border-hair px-3">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0 accent-[var(--chalk)]"
                    checked={builds.includes(family.id)}
                    onChange={(event) =>
                      setBuilds(
                        event.currentTarget.checked
                          ? [...builds, family.id]
                          : builds.filter((one) => one !== family.id),
                      )
                    }
                  />
                  <span>
                    {family.label} <span className="block text-[13px] text-steel">{family.words}</span>
                  </span>
                </label>
              ))}
            </fieldset>
            <div className="flex gap-6">
              <label className="flex items-center gap-2">
                Lengths in
                <select
                  className="h-11 rounded border border-steel bg-paper px-2"
                  value={length}
                  onChange={(event) => setLength(event.currentTarget.value as "in" | "mm")}
                >
                  <option>in</option>
                  <option>mm</option>
                </select>
              </label>
              <label className="flex items-center gap-2">
                Masses in
                <select
                  className="h-11 rounded border border-steel bg-paper px-2"
                  value={mass}
                  onChange={(event) => setMass(event.currentTarget.value as "lb" | "kg")}
                >
                  <option>lb</option>
                  <option>kg</option>
                </select>
              </label>
            </div>
            {start.isError && (
              <p role="alert" className="font-medium">
                {start.error.message}
              </p>
            )}
            <div className="flex justify-end gap-2">
              <Button tone="quiet" onClick={onClose}>
                Leave
              </Button>
              <Button tone="strong" type="submit" disabled={start.isPending}>
                Start the job
              </Button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Home: the jobs of the shop. */
export function Yard() {
  const client = useQueryClient();
  const navigate = useNavigate();
  useNight();
  const yard = useQuery({
    queryKey: ["yard"],
    queryFn: () => take(api.GET("/api/yard")),
    refetchOnMount: "always",
    // jobs that were never checked are, behind the page: their cards fill in
    refetchInterval: ({ state }) => (state.data?.jobs.some((job) => !job.checked && !job.error) ? 2000 : false),
  });
  const [making, setMaking] = useState(false);
  const [doomed, setDoomed] = useState<CardData | null>(null);
  const [problem, setProblem] = useState("");
  const again = () => client.invalidateQueries({ queryKey: ["yard"] });
  const copy = async (job: number) => {
    await take(api.POST("/api/jobs/{job}/copy", { params: { path: { job } } }));
    await again();
  };
  const remove = async (job: number) => {
    await take(api.DELETE("/api/jobs/{job}", { params: { path: { job } } }));
    setDoomed(null);
    await again();
  };
  const bring = async (chosen: File) => {
    try {
      const job = await take(api.POST("/api/jobs/import", { body: { text: await chosen.text() } }));
      void navigate(`/job/${job.id}/frame`);
    } catch (error) {
      setProblem(`${chosen.name}: ${error instanceof Error ? error.message : "cannot be read"}`);
    }
  };
  const due = (useShopLog().data?.due ?? []).filter((row) => row.due.over);
  return (
    <div className="min-h-full">
      <header className="flex h-[46px] items-center border-b-2 border-[#1b2530] bg-tape px-4 text-[22px] font-semibold text-onTape">
        Ergostrut
      </header>
      <main className="mx-auto max-w-[1200px] p-6">
        <div className="mb-4 flex flex-wrap items-end gap-3">
          <div className="grow">
            <h1 className="text-[32px] leading-none">Yard</h1>
            <p className="text-steel">Every job with its worst state in each place.</p>
          </div>
          <Link
            to="/stockroom"
            className="inline-flex h-11 items-center rounded border border-ink bg-card px-3 font-medium hover:bg-offer"
          >
            Stockroom
          </Link>
          <Link
            to="/log"
            className="inline-flex h-11 items-center rounded border border-ink bg-card px-3 font-medium hover:bg-offer"
          >
            Log of all jobs
          </Link>
          <FileButton label="Import a job file" name="Job file" accept=".json,application/json" onFile={bring} />
          <Button tone="strong" onClick={() => setMaking(true)}>
            New job
          </Button>
        </div>
        {problem && (
          <p role="alert" className="mb-3 border-l-4 border-tape bg-card px-3 py-2">
            {problem}
          </p>
        )}
        {due.length > 0 && (
          <ul aria-label="Due again" className="mb-4 border-l-4 border-tape bg-card px-3 py-2">
            {due.map((row) => (
              <li key={`${row.job} ${row.due.line}`}>
                <Link className="text-chalk underline" to={`/job/${row.job}/log`}>
                  {row.name}
                </Link>
                : {row.due.words}
              </li>
            ))}
          </ul>
        )}
        {yard.isPending && <p className="text-steel">Opening the yard…</p>}
        {yard.isError && (
          <p role="alert" className="font-medium">
            {yard.error.message} <Button onClick={() => void yard.refetch()}>Try again</Button>
          </p>
        )}
        {yard.data && yard.data.jobs.length === 0 && (
          <p className="border border-dashed border-steel p-8 text-center">
            No job yet. Start one from a vehicle, with the tape in your hand.
          </p>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(340px,1fr))] gap-4">
          {yard.data?.jobs.map((card) => (
            <JobCard key={card.id} card={card} onCopy={() => void copy(card.id)} onDelete={() => setDoomed(card)} />
          ))}
        </ul>
      </main>
      {making && yard.data && (
        <NewJob templates={yard.data.templates} families={yard.data?.families ?? []} onClose={() => setMaking(false)} />
      )}
      {doomed && (
        <Dialog.Root open onOpenChange={(open) => !open && setDoomed(null)}>
          <Dialog.Portal>
            <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
            <Dialog.Content className="fixed top-32 left-1/2 z-30 w-[min(460px,94vw)] -translate-x-1/2 border border-ink bg-card p-5 shadow-xl">
              <Dialog.Title className="text-[22px]">Delete {doomed.name}?</Dialog.Title>
              <Dialog.Description className="my-3">
                Its revisions and its log go too. Export the job file first if you may want it back.
              </Dialog.Description>
              <div className="flex justify-end gap-2">
                <Button onClick={() => setDoomed(null)}>Keep it</Button>
                <Button tone="strong" onClick={() => void remove(doomed.id)}>
                  Delete
                </Button>
              </div>
            </Dialog.Content>
          </Dialog.Portal>
        </Dialog.Root>
      )}
    </div>
  );
}
