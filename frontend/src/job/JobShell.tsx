import { useCallback, useMemo, useState } from "react";
import { Link, Outlet, useLocation, useNavigate, useParams } from "react-router";

import { Refused } from "../api/client";
import { BladeBar } from "../tape/BladeBar";
import { PLACES } from "../tape/places";
import { STATE_WORD } from "../tape/state";
import { Button } from "../ui/Button";
import { useNight } from "../ui/night";
import { type JobContext, JobContextValue, type SceneName } from "./context";
import { Find } from "./Find";
import { useKeys } from "./keys";
import { KeysHelp } from "./KeysHelp";
import { createLit } from "./lit";
import { useRefining, useReport } from "./queries";
import { useDesign } from "./useDesign";

/** The build that was taken in hand, the first where it is gone or none was. */
function inHand(builds: readonly { id?: string }[], wanted: string): string {
  return (builds.find((build) => build.id === wanted) ?? builds[0])?.id ?? "";
}

/** Everything as it is driven. */
const HOME = { travels: {}, scene: "driving" as SceneName };

const NONE: ReadonlySet<string> = new Set();

const SINGLE = "ergostrut.single-keys";

/** Everything around the nine places: the blade, saves, keys, conflicts, the live region. */
export function JobShell() {
  const params = useParams();
  const jobId = Number(params["job"]);
  const current = useLocation().pathname.split("/")[3] ?? "frame";
  const navigate = useNavigate();
  const { query, change, move, busy, conflict, reload, takeMine, offline } = useDesign(jobId);
  const saved = query.data;
  const [wanted, takeInHand] = useState("");
  const hand = inHand(saved?.design.builds ?? [], wanted);
  const report = useReport(jobId, saved?.version, hand);
  const shown = report.data;
  // an answer to the version before says nothing of this one
  const before = report.isPlaceholderData;
  const checking = before ? "everything" : (shown?.ahead ?? "");
  const pale = useMemo(
    () => (before ? new Set(shown?.report.findings.map(({ id }) => id)) : (shown?.pale ?? NONE)),
    [before, shown],
  );
  useRefining(jobId, saved?.version, shown?.report.coarse ?? false);
  const [lit] = useState(createLit);
  const [message, setMessage] = useState("");
  const [stands, setStands] = useState<{ travels: Readonly<Record<string, number>>; scene: SceneName }>(HOME);
  const setTravels = useCallback(
    (travels: Readonly<Record<string, number>>, scene?: SceneName) =>
      setStands((before) => ({ travels, scene: scene ?? before.scene })),
    [],
  );
  const [finding, setFinding] = useState(false);
  const [help, setHelp] = useState(false);
  const [single, setSingle] = useState(() => localStorage.getItem(SINGLE) !== "off");
  const [night, flipNight] = useNight();
  const units = useMemo(
    () => ({ length: saved?.design.units?.length ?? "in", mass: saved?.design.units?.mass ?? "lb" }) as const,
    [saved?.design.units?.length, saved?.design.units?.mass],
  );
  const flip = useCallback(() => {
    const next = units.length === "in" ? "mm" : "in";
    void change([{ path: "/units/length", value: next, op: "set" }], `lengths in ${next}`);
  }, [change, units.length]);
  const flipMass = () => {
    const next = units.mass === "lb" ? "kg" : "lb";
    void change([{ path: "/units/mass", value: next, op: "set" }], `masses in ${next}`);
  };
  const actions = useMemo(
    () => ({
      place: (n: number) => {
        const place = PLACES[n - 1];
        if (place) void navigate(`/job/${jobId}/${place.key}`);
      },
      flip,
      undo: () => move("undo"),
      redo: () => move("redo"),
      find: () => setFinding(true),
      help: () => setHelp(true),
    }),
    [navigate, jobId, flip, move],
  );
  useKeys(actions, single);
  const worst = checking ? undefined : shown?.report.findings[0];
  const value = useMemo<JobContext | null>(
    () =>
      saved
        ? {
            jobId,
            version: saved.version,
            design: saved.design,
            report: shown?.report,
            pale,
            checking,
            units,
            change,
            lit,
            light: lit.light,
            say: setMessage,
            travels: stands.travels,
            setTravels,
            scene: stands.scene,
            hand,
            takeInHand,
          }
        : null,
    [saved, jobId, shown, pale, checking, units, change, lit, stands, setTravels, hand],
  );
  if (query.isError) {
    return (
      <main className="mx-auto max-w-xl p-8">
        <h1 className="text-[28px]">This job cannot be opened</h1>
        <p className="my-3" role="alert">
          {query.error.message}
        </p>
        <p className="flex flex-wrap gap-6">
          {query.error instanceof Refused && query.error.status === 422 && (
            <a className="text-chalk underline" href={`/api/jobs/${jobId}/export`} download>
              Save its file as it is stored
            </a>
          )}
          <Link className="text-chalk underline" to="/">
            Back to the yard
          </Link>
        </p>
      </main>
    );
  }
  if (!value || !saved) return <p className="p-8 text-steel">Opening the job…</p>;
  return (
    <JobContextValue.Provider value={value}>
      <div className="flex h-full flex-col">
        <BladeBar
          jobId={jobId}
          current={current}
          states={shown?.report.places}
          lengthUnit={units.length}
          massUnit={units.mass}
          status={busy ? "saving…" : checking ? "checking…" : `R${saved.revision} saved`}
          canUndo={saved.can_undo}
          canRedo={saved.can_redo}
          night={night}
          onUndo={actions.undo}
          onRedo={actions.redo}
          onFlip={flip}
          onFlipMass={flipMass}
          onNight={flipNight}
        />
        {offline && (
          <p role="alert" className="border-b-2 border-ink bg-offer px-4 py-2 font-medium">
            {offline}
          </p>
        )}
        {conflict && (
          <div role="alert" className="flex flex-wrap items-center gap-3 border-b-2 border-ink bg-offer px-4 py-2">
            <span className="grow">{conflict.message}</span>
            <Button onClick={() => void reload()}>Take theirs</Button>
            {conflict.kept !== null && (
              <Button onClick={() => void takeMine(conflict.kept ?? 0)}>Put mine on top</Button>
            )}
          </div>
        )}
        {report.isError && (
          <p role="alert" className="border-b-2 border-ink bg-offer px-4 py-2 font-medium">
            {report.error.message}
          </p>
        )}
        {message && (
          <div role="status" className="flex items-center gap-3 border-b border-hair bg-offer px-4 py-1.5">
            <span className="grow">{message}</span>
            <Button tone="quiet" onClick={() => setMessage("")}>
              Close
            </Button>
          </div>
        )}
        <p className="sr-only" aria-live="polite">
          {worst ? `Worst finding: ${worst.title}, ${STATE_WORD[worst.state]}` : ""}
        </p>
        <main className="min-h-0 flex-1 overflow-auto">
          <Outlet />
        </main>
      </div>
      <Find open={finding} onClose={() => setFinding(false)} />
      <KeysHelp
        open={help}
        single={single}
        onSingle={(on) => {
          setSingle(on);
          localStorage.setItem(SINGLE, on ? "on" : "off");
        }}
        onClose={() => setHelp(false)}
      />
    </JobContextValue.Provider>
  );
}
