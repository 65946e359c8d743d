import type { Schemas } from "../../api/client";

export type Scene = Schemas["Scene"];
export type Prism = Schemas["Prism"];
export type Vec = readonly [number, number, number];

/** Host axes (x rearward, y right, z up, mm) to the scene's (x rearward, y up, z to the left, m), so that the view keeps its handedness. */
export function toScene(at: readonly number[]): [number, number, number] {
  return [(at[0] ?? 0) / 1000, (at[2] ?? 0) / 1000, 0 - (at[1] ?? 0) / 1000];
}

function signedArea(loop: readonly (readonly number[])[]): number {
  let total = 0;
  loop.forEach((p, i) => {
    const q = loop[(i + 1) % loop.length] ?? p;
    total += (p[0] ?? 0) * (q[1] ?? 0) - (q[0] ?? 0) * (p[1] ?? 0);
  });
  return total / 2;
}

/** Solid outlines of a section with the holes that lie in each; points in metres. */
export function outlines(loops: Prism["loops"]): { outer: [number, number][]; holes: [number, number][][] }[] {
  const scaled = loops.map((loop) => loop.map((p) => [p[0] / 1000, p[1] / 1000] as [number, number]));
  const solids = scaled.filter((loop) => signedArea(loop) > 0);
  const holes = scaled.filter((loop) => signedArea(loop) <= 0);
  return solids.map((outer) => ({ outer, holes: solids.length === 1 ? holes : [] }));
}

/** Length of a prism in metres and the columns of the turn from (section y, section z, along) to the scene. */
export function placing(prism: Pick<Prism, "a" | "b" | "y" | "z">): { length: number; columns: [Vec, Vec, Vec] } {
  const a = toScene(prism.a);
  const b = toScene(prism.b);
  const run: Vec = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const length = Math.hypot(...run);
  const unit = (v: readonly number[]): Vec => {
    const [x, y, z] = toScene(v);
    const size = Math.hypot(x, y, z) || 1;
    return [x / size, y / size, z / size];
  };
  return { length, columns: [unit(prism.y), unit(prism.z), [run[0] / length, run[1] / length, run[2] / length]] };
}

/** Middle of a scene and a distance that shows all of it. */
export function framing(box: Scene["box"]): { target: [number, number, number]; distance: number } {
  const lo = toScene(box[0]);
  const hi = toScene(box[1]);
  const target: [number, number, number] = [(lo[0] + hi[0]) / 2, (lo[1] + hi[1]) / 2, (lo[2] + hi[2]) / 2];
  return { target, distance: Math.hypot(hi[0] - lo[0], hi[1] - lo[1], hi[2] - lo[2]) };
}
