import type { Schemas } from "../api/client";
import { TravelSlider } from "../ui/TravelSlider";
import { type SceneName, useJob } from "./context";

type Motion = Schemas["MotionOut"];

/** From how many motions on they are folded away under their number. */
const MANY = 2;
const SCENES = ["driving", "parked", "night"] as const satisfies readonly SceneName[];

/** Where everything stands in a scene: at the first position that names it, else home. */
function arranged(motions: readonly Motion[], scene: (typeof SCENES)[number]): Record<string, number> {
  return Object.fromEntries(
    motions.map((motion) => [
      motion.id,
      motion.positions.find((position) => position.scenes.includes(scene))?.travel ?? 0,
    ]),
  );
}

/** Everything that moves, each with a slider or an angle and its named positions, and all of it by scene; kept from place to place. */
export function Motions({ motions, drivable }: { motions: readonly Motion[]; drivable?: boolean }) {
  const { units, travels, setTravels, design, scene: now } = useJob();
  const moved = (design.carry?.things ?? []).some((thing) => thing.parked != null || thing.night != null);
  if (motions.length === 0 && !moved) return null;
  const several = new Set(motions.map((motion) => motion.build)).size > 1;
  const to = (motion: Motion, mm: number) => setTravels({ ...travels, [motion.id]: mm });
  const so = (scene: SceneName) =>
    scene === now && Object.entries(arranged(motions, scene)).every(([id, at]) => (travels[id] ?? 0) === at);
  const each = (
    <>
      {motions.map((motion) => {
        const build = design.builds?.find((one) => one.id === motion.build)?.label ?? "";
        return (
          <div key={motion.id} className="flex flex-wrap items-center gap-x-2" data-motion={motion.id}>
            <TravelSlider
              label={several ? `${motion.label} (${build.toLowerCase()})` : motion.label}
              reach={motion.reach}
              travel={Math.min(travels[motion.id] ?? 0, motion.reach)}
              unit={motion.unit === "deg" ? "deg" : units.length}
              onChange={(mm) => to(motion, mm)}
            />
            {motion.positions.map((position) => (
              <button
                key={position.name}
                type="button"
                className="min-h-11 px-1 text-[14px] text-chalk underline"
                onClick={() => to(motion, position.travel)}
              >
                {position.name}
              </button>
            ))}
          </div>
        );
      })}
    </>
  );
  return (
    <div className="flex flex-wrap items-center gap-x-5">
      {motions.length > MANY ? (
        <details className="w-full">
          <summary className="min-h-9 cursor-pointer py-1">{motions.length} things move</summary>
          <div className="flex flex-wrap items-center gap-x-5">{each}</div>
        </details>
      ) : (
        each
      )}
      {(motions.length > 1 || moved) && (
        <div className="flex items-center gap-x-2" role="group" aria-label="Everything">
          <span className="text-steel">Everything</span>
          {SCENES.map((scene) => (
            <button
              key={scene}
              type="button"
              aria-pressed={so(scene)}
              className={`min-h-11 px-1 text-[14px] text-chalk underline ${so(scene) ? "font-semibold" : ""}`}
              onClick={() => setTravels(arranged(motions, scene), scene)}
            >
              {scene}
            </button>
          ))}
        </div>
      )}
      {drivable !== undefined && (
        <span className="text-[14px] text-steel">
          {drivable ? "may be driven so: all road cases" : "parked only: standing and slope"}
        </span>
      )}
    </div>
  );
}
