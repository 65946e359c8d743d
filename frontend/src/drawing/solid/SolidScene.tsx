import { Canvas, type ThreeEvent, useFrame, useThree } from "@react-three/fiber";
import { useEffect, useMemo, useRef } from "react";
import * as THREE from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";

import type { State } from "../../api/client";
import { framing, outlines, placing, type Scene, toScene } from "./geometry";

interface Props {
  scene: Scene;
  title: string;
  lit: ReadonlySet<string>;
  /** The member whose local axes are drawn. */
  chosen?: string;
  onPart?: (part: string) => void;
}

const YELLOW = "#f0be2b";
const PAINT: Record<string, { day: string; night: string; opacity?: number }> = {
  member: { day: "#d3dfea", night: "#3c4f63" },
  base: { day: "#ece9df", night: "#2c3743" },
  deck: { day: "#d9b98a", night: "#6b5636", opacity: 0.6 },
  thing: { day: "#e6e3d6", night: "#3a3f42", opacity: 0.92 },
  host: { day: "#cfd3cf", night: "#2a323a", opacity: 0.75 },
  "host-faint": { day: "#d9dad4", night: "#242c34", opacity: 0.45 },
};
const dark = () => document.documentElement.dataset["night"] === "on";
const colour = (name: string, fallback: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim() || fallback;

/** Slanted lines for tight, crossed for over, dots for unknown: the same shapes as on the flat drawings. */
function hatch(state: State, base: string): THREE.CanvasTexture | null {
  if (state !== "tight" && state !== "over" && state !== "unknown") return null;
  const size = 64;
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = size;
  const pen = canvas.getContext("2d");
  if (!pen) return null;
  pen.fillStyle = base;
  pen.fillRect(0, 0, size, size);
  pen.lineWidth = 12;
  pen.strokeStyle = colour(`--${state}`, "#5e6b78");
  const slant = (turn: 1 | -1) => {
    for (let i = -1; i <= 1; i++) {
      pen.beginPath();
      pen.moveTo(i * size, turn > 0 ? 0 : size);
      pen.lineTo((i + 1) * size, turn > 0 ? size : 0);
      pen.stroke();
    }
  };
  if (state === "unknown") {
    pen.fillStyle = colour("--steel", "#5e6b78");
    pen.beginPath();
    pen.arc(size / 2, size / 2, 9, 0, 7);
    pen.fill();
  } else {
    slant(1);
    if (state === "over") slant(-1);
  }
  const texture = new THREE.CanvasTexture(canvas);
  texture.wrapS = texture.wrapT = THREE.RepeatWrapping;
  texture.repeat.set(25, 25);
  return texture;
}

function useMaterial(role: string, state: State | null | undefined, lit: boolean): THREE.MeshLambertMaterial {
  const material = useMemo(() => {
    const paint = PAINT[role] ?? { day: "#d3dfea", night: "#3c4f63" };
    const base = lit ? YELLOW : dark() ? paint.night : paint.day;
    const map = state && !lit ? hatch(state, base) : null;
    const opacity = lit ? 0.9 : (paint.opacity ?? 1);
    return new THREE.MeshLambertMaterial({
      color: map ? "#ffffff" : base,
      map,
      transparent: opacity < 1,
      opacity,
      depthWrite: opacity >= 1,
      side: THREE.DoubleSide,
    });
  }, [role, state, lit]);
  useEffect(
    () => () => {
      material.map?.dispose();
      material.dispose();
    },
    [material],
  );
  return material;
}

interface SolidProps {
  geometry: THREE.BufferGeometry;
  matrix?: THREE.Matrix4;
  role: string;
  state?: State | null;
  part: string;
  lit: boolean;
  onPart?: (part: string) => void;
}

/** A body with its edges drawn. */
function Solid({ geometry, matrix, role, state, part, lit, onPart }: SolidProps) {
  const material = useMaterial(role, state, lit);
  const edges = useMemo(() => new THREE.EdgesGeometry(geometry, 35), [geometry]);
  useEffect(
    () => () => {
      geometry.dispose();
      edges.dispose();
    },
    [geometry, edges],
  );
  const faint = role === "host-faint" || role === "host";
  const choose = (event: ThreeEvent<MouseEvent>) => {
    if (!part || !onPart) return;
    event.stopPropagation();
    onPart(part);
  };
  return (
    <group matrix={matrix ?? new THREE.Matrix4()} matrixAutoUpdate={false}>
      <mesh geometry={geometry} material={material} onClick={choose} />
      <lineSegments geometry={edges}>
        <lineBasicMaterial color={faint ? colour("--hair", "#c9ccc6") : colour("--ink", "#1b2530")} />
      </lineSegments>
    </group>
  );
}

function Bar({
  prism,
  lit,
  onPart,
}: {
  prism: Scene["prisms"][number];
  lit: boolean;
  onPart?: (part: string) => void;
}) {
  const { geometry, matrix } = useMemo(() => {
    const { length, columns } = placing(prism);
    const shapes = outlines(prism.loops).map(({ outer, holes }) => {
      const shape = new THREE.Shape(outer.map(([x, y]) => new THREE.Vector2(x, y)));
      shape.holes = holes.map((hole) => new THREE.Path(hole.map(([x, y]) => new THREE.Vector2(x, y))));
      return shape;
    });
    const body = new THREE.ExtrudeGeometry(shapes, { depth: length, bevelEnabled: false });
    const [u, v, w] = columns.map((c) => new THREE.Vector3(...c)) as [THREE.Vector3, THREE.Vector3, THREE.Vector3];
    const turn = new THREE.Matrix4().makeBasis(u, v, w).setPosition(...toScene(prism.a));
    return { geometry: body, matrix: turn };
  }, [prism]);
  return (
    <Solid
      geometry={geometry}
      matrix={matrix}
      role={prism.role}
      state={prism.state}
      part={prism.part}
      lit={lit}
      onPart={onPart}
    />
  );
}

function Box({
  block,
  lit,
  onPart,
}: {
  block: Scene["blocks"][number];
  lit: boolean;
  onPart?: (part: string) => void;
}) {
  const { geometry, matrix } = useMemo(() => {
    const lo = toScene(block.lo);
    const hi = toScene(block.hi);
    const size = lo.map((v, i) => Math.max(Math.abs((hi[i] ?? 0) - v), 0.001)) as [number, number, number];
    const middle = lo.map((v, i) => (v + (hi[i] ?? 0)) / 2) as [number, number, number];
    return { geometry: new THREE.BoxGeometry(...size), matrix: new THREE.Matrix4().setPosition(...middle) };
  }, [block]);
  return (
    <Solid
      geometry={geometry}
      matrix={matrix}
      role={block.role}
      state={block.state}
      part={block.part}
      lit={lit}
      onPart={onPart}
    />
  );
}

function Roller({ wheel, lit }: { wheel: Scene["wheels"][number]; lit: boolean }) {
  const { geometry, matrix } = useMemo(() => {
    const body = new THREE.CylinderGeometry(wheel.d / 2000, wheel.d / 2000, wheel.width / 1000, 28);
    const turn = new THREE.Matrix4().makeRotationX(Math.PI / 2).setPosition(...toScene(wheel.at));
    return { geometry: body, matrix: turn };
  }, [wheel]);
  return <Solid geometry={geometry} matrix={matrix} role="base" state={wheel.state} part={wheel.part} lit={lit} />;
}

/** Bent in chalk, buckled in ink. */
function Strand({ strand }: { strand: Scene["strands"][number] }) {
  const tube = useMemo(() => {
    const points = strand.points.map((p) => new THREE.Vector3(...toScene(p)));
    return new THREE.TubeGeometry(new THREE.CatmullRomCurve3(points), 24, 0.006, 6);
  }, [strand]);
  useEffect(() => () => tube.dispose(), [tube]);
  return (
    <mesh geometry={tube}>
      <meshBasicMaterial color={strand.role === "bent" ? colour("--chalk", "#1d5c9e") : colour("--ink", "#1b2530")} />
    </mesh>
  );
}

function Arrow({
  at,
  toward,
  length,
  name,
}: {
  at: THREE.Vector3;
  toward: THREE.Vector3;
  length: number;
  name?: string;
}) {
  const ink = colour("--ink", "#1b2530");
  const arrow = useMemo(
    () => new THREE.ArrowHelper(toward.clone().normalize(), at, length, ink, 0.045, 0.03),
    [at, toward, length, ink],
  );
  const label = useMemo(() => {
    if (!name) return null;
    const canvas = document.createElement("canvas");
    canvas.width = canvas.height = 64;
    const pen = canvas.getContext("2d");
    if (!pen) return null;
    pen.font = "600 52px Barlow, sans-serif";
    pen.textAlign = "center";
    pen.textBaseline = "middle";
    pen.lineWidth = 10;
    pen.strokeStyle = colour("--paper", "#f5f3ec");
    pen.strokeText(name, 32, 34);
    pen.fillStyle = ink;
    pen.fillText(name, 32, 34);
    return new THREE.CanvasTexture(canvas);
  }, [name, ink]);
  useEffect(() => () => arrow.dispose(), [arrow]);
  const end = at.clone().addScaledVector(toward.clone().normalize(), length + 0.05);
  return (
    <>
      <primitive object={arrow} />
      {label && (
        <sprite position={end} scale={[0.09, 0.09, 1]}>
          <spriteMaterial map={label} depthTest={false} />
        </sprite>
      )}
    </>
  );
}

/** The rule of local axes, drawn on the chosen member: x from end a to b, z as near up as it can be, y = z cross x. */
function Axes({ prism }: { prism: Scene["prisms"][number] }) {
  const rows = useMemo(() => {
    const a = new THREE.Vector3(...toScene(prism.a));
    const b = new THREE.Vector3(...toScene(prism.b));
    const { columns } = placing(prism);
    const [y, z, x] = columns.map((c) => new THREE.Vector3(...c)) as [THREE.Vector3, THREE.Vector3, THREE.Vector3];
    const at = a.clone().lerp(b, 0.25);
    return [
      { at, toward: x, name: "x" },
      { at, toward: y, name: "y" },
      { at, toward: z, name: "z" },
    ];
  }, [prism]);
  return (
    <>
      {rows.map((row) => (
        <Arrow key={row.name} {...row} length={0.22} />
      ))}
    </>
  );
}

/** Turn with the pointer, one finger or the arrow keys; roll to come closer. */
function Turning({ scene }: { scene: Scene }) {
  const { camera, gl, invalidate } = useThree();
  const controls = useRef<OrbitControls | null>(null);
  // until somebody turns it, the view keeps all of the scene in sight
  const handled = useRef(false);
  const key = JSON.stringify(scene.box);
  const { target, distance } = useMemo(() => framing(JSON.parse(key) as Scene["box"]), [key]);
  useEffect(() => {
    const orbit = new OrbitControls(camera, gl.domElement);
    orbit.enableDamping = false;
    orbit.addEventListener("change", () => invalidate());
    orbit.addEventListener("start", () => {
      handled.current = true;
    });
    controls.current = orbit;
    return () => orbit.dispose();
  }, [camera, gl, invalidate]);
  useEffect(() => {
    if (handled.current || !controls.current) return;
    camera.position.set(target[0] + distance * 0.85, target[1] + distance * 0.7, target[2] + distance * 1.05);
    controls.current.target.set(...target);
    controls.current.update();
    invalidate();
  }, [camera, target, distance, invalidate]);
  useEffect(() => {
    const box = gl.domElement.closest<HTMLElement>("[data-testid=solid]");
    const turn = (event: KeyboardEvent) => {
      const step: Record<string, [number, number]> = {
        ArrowLeft: [-0.12, 0],
        ArrowRight: [0.12, 0],
        ArrowUp: [0, -0.12],
        ArrowDown: [0, 0.12],
      };
      const move = step[event.key];
      const zoom = event.key === "+" || event.key === "=" ? 0.9 : event.key === "-" ? 1.1 : 1;
      if ((!move && zoom === 1) || !controls.current) return;
      event.preventDefault();
      handled.current = true;
      const arm = camera.position.clone().sub(controls.current.target);
      const ball = new THREE.Spherical().setFromVector3(arm);
      ball.theta += move?.[0] ?? 0;
      ball.phi = Math.min(Math.max(ball.phi + (move?.[1] ?? 0), 0.1), Math.PI - 0.1);
      ball.radius *= zoom;
      camera.position.copy(controls.current.target).add(new THREE.Vector3().setFromSpherical(ball));
      controls.current.update();
      invalidate();
    };
    box?.addEventListener("keydown", turn);
    return () => box?.removeEventListener("keydown", turn);
  }, [camera, gl, invalidate]);
  useFrame(() => controls.current?.update());
  return null;
}

/** The build in three dimensions, with states as on the flat drawings. */
export default function SolidScene({ scene, title, lit, chosen, onPart }: Props) {
  const most = Math.max(1, ...scene.pulls.map((p) => p.newton));
  const axes = scene.prisms.find((p) => p.part === chosen);
  return (
    <div
      className="relative min-h-[340px] w-full flex-1 [&>div]:!absolute [&>div]:inset-0"
      role="group"
      aria-label={`${title}. Arrow keys turn it, plus and minus come closer and go back.`}
      tabIndex={0}
      data-testid="solid"
    >
      <Canvas
        frameloop="demand"
        camera={{ fov: 32, near: 0.05, far: 60 }}
        gl={{ antialias: true, preserveDrawingBuffer: true }}
      >
        <ambientLight intensity={1.9} />
        <directionalLight position={[4, 8, 3]} intensity={1.5} />
        <directionalLight position={[-5, 3, -4]} intensity={0.6} />
        {scene.blocks.map((block, i) => (
          <Box key={`${block.part}${i}`} block={block} lit={lit.has(block.part)} onPart={onPart} />
        ))}
        {scene.prisms.map((prism) => (
          <Bar key={prism.part} prism={prism} lit={lit.has(prism.part)} onPart={onPart} />
        ))}
        {scene.wheels.map((wheel, i) => (
          <Roller key={`${wheel.part}${i}`} wheel={wheel} lit={lit.has(wheel.part)} />
        ))}
        {scene.strands.map((strand, i) => (
          <Strand key={`${strand.part}${i}`} strand={strand} />
        ))}
        {scene.pulls.map((pull) => {
          const toward = new THREE.Vector3(...toScene(pull.toward)).normalize();
          const length = 0.12 + 0.3 * (pull.newton / most);
          const tail = new THREE.Vector3(...toScene(pull.at)).addScaledVector(toward, -length);
          return <Arrow key={pull.title} at={tail} toward={toward} length={length} />;
        })}
        {axes && <Axes prism={axes} />}
        <Turning scene={scene} />
      </Canvas>
    </div>
  );
}
