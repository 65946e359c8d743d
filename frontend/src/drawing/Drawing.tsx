import type React from "react";
import { useEffect, useId, useMemo, useRef, useState } from "react";

import type { View } from "../api/client";
import { useLit } from "../job/context";
import { called } from "../job/words";
import { showForce, showLength, type Units } from "../quantity/format";
import type { Box } from "./apart";
import { shaftOf, SLANT, type Spot, spotsOf } from "./forces";
import {
  type Arrow,
  type Dimension,
  dimensionLine,
  isArrow,
  isCircle,
  isDimension,
  isPath,
  type Label,
  type Path,
  project,
  type Projection,
  tagSpots,
  tagWidth,
} from "./layout";
import { labelSpots, type Stood } from "./words";

interface Props {
  view: View;
  units: Units;
  title: string;
  selected?: string;
  /** A dimension was chosen: open its field. */
  onField?: (field: string) => void;
  onPart?: (part: string) => void;
  /** Things can be dragged: called with the part and the move in mm when dropped. */
  onMove?: (part: string, du: number, dv: number) => void;
}

const STROKE: Record<string, { stroke: string; width: number; fill?: string; dash?: string }> = {
  host: { stroke: "var(--steel)", width: 2 },
  "host-faint": { stroke: "var(--hair)", width: 1.5 },
  ghost: { stroke: "var(--steel)", width: 1.5, dash: "6 4" },
  member: { stroke: "var(--ink)", width: 1.6, fill: "var(--member)" },
  "member-far": { stroke: "var(--steel)", width: 1, fill: "var(--member)" },
  base: { stroke: "var(--ink)", width: 1.2, fill: "var(--card)" },
  deck: { stroke: "var(--ink)", width: 1.4, fill: "var(--deck)" },
  thing: { stroke: "var(--steel)", width: 1.5, fill: "var(--thing)" },
  roller: { stroke: "var(--ink)", width: 1.8, fill: "var(--card)" },
  fixing: { stroke: "var(--ink)", width: 1.8, fill: "var(--card)" },
  strap: { stroke: "var(--ink)", width: 3.2 },
  force: { stroke: "var(--ink)", width: 2 },
  load: { stroke: "var(--ink)", width: 1.6 },
  line: { stroke: "var(--ink)", width: 2 },
  swept: { stroke: "var(--ink)", width: 1.2, dash: "2 3" },
  ground: { stroke: "var(--hair)", width: 1 },
  cut: { stroke: "var(--ink)", width: 2, fill: "var(--cut)" },
  bent: { stroke: "var(--chalk)", width: 2.5 },
};
const PLAIN: { stroke: string; width: number; fill?: string; dash?: string } = { stroke: "var(--ink)", width: 1.5 };

/** Hatching by state: tight slanted, over crossed. Shape first, colour second. */
function Hatches({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-tight`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" x2="0" y1="0" y2="7" stroke="var(--tight)" strokeWidth="3" />
      </pattern>
      <pattern id={`${id}-over`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7M0 0H7" stroke="var(--over)" strokeWidth="3.5" />
      </pattern>
      <pattern id={`${id}-unknown`} width="8" height="8" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="1.2" fill="var(--steel)" />
      </pattern>
    </defs>
  );
}

function useSize(): [React.RefObject<HTMLDivElement | null>, { width: number; height: number }] {
  const ref = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 640, height: 420 });
  useEffect(() => {
    const box = ref.current;
    if (!box) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  return [ref, size];
}

/** Draws the core's primitives: mm scaled to fit, text and arrow heads at page size. */
export function Drawing({ view, units, title, selected, onField, onPart, onMove }: Props) {
  const [ref, size] = useSize();
  const id = useId().replace(/:/g, "");
  const p = useMemo(() => project(view, size.width, size.height), [view, size]);
  const words = useMemo(() => wordsOf(view, p, units), [view, p, units]);
  const [drag, setDrag] = useState<{ part: string; x: number; y: number; dx: number; dy: number } | null>(null);
  const shift = (part: string) => (drag && part && drag.part === part ? `translate(${drag.dx} ${drag.dy})` : undefined);
  const grab = (part: string) => (event: React.PointerEvent) => {
    onPart?.(part);
    if (!onMove || !part.startsWith("thing/")) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ part, x: event.clientX, y: event.clientY, dx: 0, dy: 0 });
  };
  const stops = useMemo(() => (onPart ? firstOf(view) : NO_STOPS), [view, onPart]);
  const [stop, setStop] = useState("");
  const current = stops.has(stop) ? stop : [...stops.keys()][0];
  /** A part as one stop of the drawing: Tab comes to one, arrows go on, Enter chooses. */
  const chooser = (part: string, label: string) => ({
    role: "button",
    tabIndex: part === current ? 0 : -1,
    "aria-label": label,
    "data-stop": part,
    onFocus: () => setStop(part),
    onKeyDown: (event: React.KeyboardEvent<SVGGElement>) => {
      if (event.key === "Enter" || event.key === " ") {
        event.preventDefault();
        onPart?.(part);
        return;
      }
      const step = STEPS[event.key];
      if (!step) return;
      event.preventDefault();
      event.stopPropagation();
      const names = [...stops.keys()];
      const next = names[(names.indexOf(part) + step + names.length) % names.length];
      event.currentTarget.ownerSVGElement
        ?.querySelector<SVGGElement>(`[data-stop="${CSS.escape(next ?? "")}"]`)
        ?.focus();
    },
  });
  const drop = () => {
    if (drag && onMove && (Math.abs(drag.dx) > 3 || Math.abs(drag.dy) > 3))
      onMove(drag.part, drag.dx / p.scale, -drag.dy / p.scale);
    setDrag(null);
  };
  return (
    <div ref={ref} className="h-full min-h-0 w-full overflow-hidden">
      <svg
        width={size.width}
        height={size.height}
        role="group"
        aria-label={title}
        onPointerMove={(event) => drag && setDrag({ ...drag, dx: event.clientX - drag.x, dy: event.clientY - drag.y })}
        onPointerUp={drop}
        onPointerCancel={() => setDrag(null)}
      >
        <Hatches id={id} />
        {view.items.map((item, i) => {
          if (isPath(item) || isCircle(item)) {
            const style = STROKE[item.role] ?? PLAIN;
            const part = item.part ?? "";
            const reach = part !== "" && stops.get(part) === i;
            const common = {
              fill: style.fill ?? "none",
              stroke: style.stroke,
              strokeWidth: style.width,
              strokeDasharray: style.dash,
              strokeLinejoin: "round" as const,
            };
            const hatch =
              item.state === "tight" || item.state === "over" || item.state === "unknown"
                ? `url(#${id}-${item.state})`
                : null;
            const shape = (extra: React.SVGProps<SVGPathElement & SVGCircleElement>) =>
              isCircle(item) ? (
                <circle cx={p.x(item.at[0])} cy={p.y(item.at[1])} r={Math.max(item.r * p.scale, 2.5)} {...extra} />
              ) : (
                <path d={outlines(item, p)} fillRule="evenodd" {...extra} />
              );
            return (
              <g
                key={i}
                transform={shift(part)}
                onPointerDown={part ? grab(part) : undefined}
                className={`${part && (onPart || onMove) ? "cursor-pointer" : ""} ${part.startsWith("thing/") && onMove ? "touch-none" : ""}`}
                data-part={part || undefined}
                {...(reach ? chooser(part, item.title || called(part)) : {})}
              >
                {item.title && <title>{item.title}</title>}
                {part !== "" && (
                  <Glow part={part} selected={selected === part}>
                    {shape({ fill: "none", stroke: "#f0be2b", strokeWidth: style.width + 7, strokeLinejoin: "round" })}
                  </Glow>
                )}
                {shape(common)}
                {hatch &&
                  shape({ fill: item.role === "swept" || item.role === "cut" ? "none" : hatch, stroke: "none" })}
              </g>
            );
          }
          return null;
        })}
        {[...words.labels].map(([item, at], i) => (
          <Words key={i} item={item} at={at} transform={shift(item.part ?? "")} />
        ))}
        {[...words.forces].map(([item, spot], i) => (
          <Force key={i} item={item} p={p} units={units} spot={spot} />
        ))}
        {view.items.map((item, i) =>
          isDimension(item) ? (
            <Tag
              key={i}
              item={item}
              p={p}
              units={units}
              at={words.tags.get(item)}
              onField={onField}
              selected={selected}
            />
          ) : null,
        )}
      </svg>
    </div>
  );
}

const NO_STOPS: ReadonlyMap<string, number> = new Map();
const STEPS: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** Where each part is first drawn, in the order of the drawing. */
function firstOf(view: View): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  view.items.forEach((item, i) => {
    if ((isPath(item) || isCircle(item)) && item.part && !found.has(item.part)) found.set(item.part, i);
  });
  return found;
}

/** The light behind a part. */
function Glow({ part, selected, children }: { part: string; selected: boolean; children: React.ReactNode }) {
  const lit = useLit(useMemo(() => [part], [part]));
  return lit || selected ? children : null;
}

/** A path with its holes. */
function outlines(item: Path, p: Projection): string {
  return [item.points, ...(item.holes ?? [])].map((ring) => outline(ring, item.closed ?? false, p)).join(" ");
}

function outline(points: number[][] | [number, number][], closed: boolean, p: Projection): string {
  return (
    points.map(([u, v], k) => `${k ? "L" : "M"}${p.x(u ?? 0).toFixed(1)} ${p.y(v ?? 0).toFixed(1)}`).join(" ") +
    (closed ? " Z" : "")
  );
}

/** Where every word of a view stands: tags first, then forces, then labels, none on another where there is room. */
function wordsOf(view: View, p: Projection, units: Units) {
  const taken: Box[] = [];
  const tags = tagSpots(
    view.items.filter(isDimension).map((item) => ({ item, width: tagWidth(tagText(item, units)) })),
    p,
    taken,
  );
  const forces = spotsOf(
    view.items.filter(isArrow).map((item) => ({ item, text: `${showForce(item.newton, units.mass)} ${item.title}` })),
    p,
    taken,
  );
  return { tags, forces, labels: labelSpots(view, p, taken) };
}

/** Words stay readable on lines. */
const HALO = { stroke: "var(--paper)", strokeWidth: 3, strokeLinejoin: "round", paintOrder: "stroke" } as const;

/** px that words may be moved before a hairline leads back to what they name. */
const NEAR = 12;

function Words({ item, at, transform }: { item: Label; at: Stood; transform?: string }) {
  const { x, y, home } = at;
  const away = Math.hypot(x - home.x, y - home.y) > NEAR;
  return (
    <g
      transform={transform}
      className="pointer-events-none"
      textAnchor="middle"
      fill="var(--ink)"
      fontSize={13.5}
      {...HALO}
    >
      {away && (
        <line
          x1={home.x}
          y1={home.y}
          x2={x}
          y2={y + (Math.abs(y - home.y) < NEAR ? 0 : y > home.y ? -9 : item.second ? 20 : 9)}
          stroke="var(--steel)"
          strokeWidth={1}
        />
      )}
      <text x={x} y={item.second ? y - 2 : y + 4}>
        {item.text}
      </text>
      {item.second && (
        <text x={x} y={y + 15} fill="var(--steel)" fontSize={13}>
          {item.second}
        </text>
      )}
    </g>
  );
}

function Force({ item, p, units, spot }: { item: Arrow; p: Projection; units: Units; spot: Spot }) {
  const { tip, tail } = shaftOf(item, p);
  const angle = (Math.atan2(tip.y - tail.y, tip.x - tail.x) * 180) / Math.PI;
  const quiet = item.role === "load";
  return (
    <g>
      <line x1={tail.x} y1={tail.y} x2={tip.x} y2={tip.y} stroke="var(--ink)" strokeWidth={quiet ? 1.6 : 2.4} />
      <path
        d="M0 0 L-11 -5.5 L-11 5.5 Z"
        fill="var(--ink)"
        transform={`translate(${tip.x} ${tip.y}) rotate(${angle})`}
      />
      {quiet && spot.moved > 1 && (
        <line x1={tail.x} y1={tail.y} x2={tail.x} y2={spot.y + 4} stroke="var(--steel)" strokeWidth={1} />
      )}
      {quiet ? (
        <text transform={`translate(${spot.x} ${spot.y}) rotate(${-SLANT})`} fontSize={12.5} fill="var(--ink)">
          {item.title}
        </text>
      ) : (
        <text x={spot.x} y={spot.y} textAnchor={spot.anchor} fontSize={14} fontWeight={600} fill="var(--ink)" {...HALO}>
          {showForce(item.newton, units.mass)}
          <tspan fontWeight={400}> {item.title}</tspan>
        </text>
      )}
    </g>
  );
}

function tagText(item: Dimension, units: Units): string {
  const missing = item.confidence === "missing" || item.mm === null;
  const text = missing ? "measure" : showLength(item.mm ?? 0, units.length);
  return item.confidence === "typical" ? `~ ${text}` : text;
}

function Tag({
  item,
  p,
  units,
  at,
  onField,
  selected,
}: {
  item: Dimension;
  at: { x: number; y: number } | undefined;
  p: Projection;
  units: Units;
  onField?: (field: string) => void;
  selected?: string;
}) {
  const line = dimensionLine(item, p);
  const missing = item.confidence === "missing" || item.mm === null;
  const shown = tagText(item, units);
  const middle = at ?? { x: (line.x1 + line.x2) / 2, y: (line.y1 + line.y2) / 2 };
  const w = tagWidth(shown);
  const opens = item.field !== "" && onField !== undefined;
  const chosen = item.field !== "" && selected === item.field;
  const open = () => opens && item.field && onField?.(item.field);
  const arrow = (x: number, y: number, toX: number, toY: number) => {
    const angle = (Math.atan2(toY - y, toX - x) * 180) / Math.PI;
    return <path d="M0 0 L8 -3 L8 3 Z" fill="var(--chalk)" transform={`translate(${x} ${y}) rotate(${angle})`} />;
  };
  const span = Math.hypot(line.x2 - line.x1, line.y2 - line.y1);
  return (
    <g>
      {line.from.map(([x, y], k) => (
        <line
          key={k}
          x1={x}
          y1={y}
          x2={item.axis === "h" ? x : k ? line.x2 : line.x1}
          y2={item.axis === "h" ? (k ? line.y2 : line.y1) : y}
          stroke="var(--chalk)"
          strokeWidth={0.7}
          opacity={0.55}
        />
      ))}
      <line x1={line.x1} y1={line.y1} x2={line.x2} y2={line.y2} stroke="var(--chalk)" strokeWidth={1.3} />
      {span > 22 && arrow(line.x1, line.y1, line.x2, line.y2)}
      {span > 22 && arrow(line.x2, line.y2, line.x1, line.y1)}
      <g
        role={opens ? "button" : undefined}
        tabIndex={opens ? 0 : undefined}
        aria-label={opens ? `${item.label}, ${missing ? "not measured" : `${shown} ${units.length}`}` : undefined}
        className={opens ? "cursor-pointer outline-offset-2" : undefined}
        onClick={open}
        onKeyDown={(event) => (event.key === "Enter" || event.key === " ") && open()}
      >
        <title>{item.label}</title>
        <rect
          x={middle.x - w / 2}
          y={middle.y - 12}
          width={w}
          height={24}
          rx={4}
          fill={chosen ? "#f0be2b" : "var(--paper)"}
          stroke={opens ? (missing ? "var(--steel)" : chosen ? "#1b2530" : "var(--hair)") : "none"}
          strokeDasharray={missing || item.confidence === "typical" ? "4 3" : undefined}
          strokeWidth={1.2}
        />
        <text
          x={middle.x}
          y={middle.y + 5}
          textAnchor="middle"
          fontSize={14.5}
          fontWeight={600}
          fill={chosen ? "#1b2530" : "var(--chalk)"}
        >
          {shown}
        </text>
      </g>
    </g>
  );
}
