import { Moon, Redo2, Sun, Undo2 } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { Link, NavLink, useNavigate } from "react-router";

import type { State } from "../api/client";
import { Chip } from "./Tape";
import { PLACES } from "./places";

interface Props {
  jobId: number;
  current: string;
  states: Record<string, State | null> | undefined;
  lengthUnit: string;
  massUnit: string;
  status: string;
  canUndo: boolean;
  canRedo: boolean;
  night: boolean;
  onUndo: () => void;
  onRedo: () => void;
  onFlip: () => void;
  onFlipMass: () => void;
  onNight: () => void;
}

function Ticks() {
  return (
    <svg className="pointer-events-none absolute inset-x-0 top-0 h-3 w-full" aria-hidden>
      <defs>
        <pattern id="blade-ticks" width="105" height="12" patternUnits="userSpaceOnUse">
          {Array.from({ length: 10 }, (_, i) => (
            <line
              key={i}
              x1={i * 10.5 + 1}
              x2={i * 10.5 + 1}
              y1={0}
              y2={i === 0 ? 12 : i === 5 ? 8 : 4}
              stroke="#1b2530"
              strokeWidth={i === 0 ? 2 : 1}
            />
          ))}
        </pattern>
      </defs>
      <rect width="100%" height="12" fill="url(#blade-ticks)" />
    </svg>
  );
}

const TOOL =
  "flex h-11 min-w-9 items-center justify-center rounded px-1.5 font-medium whitespace-nowrap hover:bg-black/10 disabled:opacity-35";

/** The band across the top: a tape measure whose nine numbers are the nine places. */
export function BladeBar(props: Props) {
  const navigate = useNavigate();
  const here = PLACES.find((place) => place.key === props.current);
  return (
    <header className="relative z-10 flex h-[46px] shrink-0 items-end border-b-2 border-[#1b2530] bg-tape text-onTape">
      <Ticks />
      <Link to="/" className="flex h-11 items-center px-3 text-[21px] font-semibold max-[1180px]:text-[17px]">
        <span className="max-[560px]:hidden">Ergostrut</span>
        <span className="min-[561px]:hidden">Yard</span>
      </Link>
      <nav aria-label="Places" className="hidden h-full flex-1 items-end min-[900px]:flex">
        {PLACES.map((place) => (
          <NavLink
            key={place.key}
            to={`/job/${props.jobId}/${place.key}`}
            className={({ isActive }) =>
              `mb-0.5 flex h-[38px] min-w-0 flex-1 items-center justify-between gap-1 rounded px-1.5 font-head text-[16px] font-semibold ${
                isActive ? "bg-[#1b2530] text-[#f5f3ec]" : "hover:bg-black/10"
              }`
            }
          >
            <span className="truncate">
              <span className="mr-1 text-[13px] font-normal">{place.number}</span>
              {place.name}
            </span>
            <Chip state={props.states?.[place.key]} />
          </NavLink>
        ))}
      </nav>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="mb-0.5 flex h-10 min-w-0 flex-1 items-center gap-2 px-2 font-head text-[18px] font-semibold whitespace-nowrap min-[900px]:hidden">
          {here ? `${here.number} ${here.name}` : "Places"} <Chip state={here ? props.states?.[here.key] : null} /> ▾
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="z-30 min-w-52 border border-ink bg-card p-1 text-ink shadow-lg">
            {PLACES.map((place) => (
              <DropdownMenu.Item
                key={place.key}
                className="flex h-11 items-center justify-between gap-4 px-3 outline-none data-[highlighted]:bg-offer"
                onSelect={() => navigate(`/job/${props.jobId}/${place.key}`)}
              >
                {place.number} {place.name} <Chip state={props.states?.[place.key]} />
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <div className="flex items-end pr-1 text-[13px]">
        <button type="button" className={TOOL} onClick={props.onFlip} title="Change length units (u)">
          {props.lengthUnit} ⇄ {props.lengthUnit === "in" ? "mm" : "in"}
        </button>
        <button
          type="button"
          className={`${TOOL} max-[560px]:hidden`}
          onClick={props.onFlipMass}
          title="Change mass units"
        >
          {props.massUnit} ⇄ {props.massUnit === "lb" ? "kg" : "lb"}
        </button>
        <button
          type="button"
          className={TOOL}
          onClick={props.onUndo}
          disabled={!props.canUndo}
          aria-label="Undo"
          title="Undo (Ctrl+Z)"
        >
          <Undo2 size={18} />
        </button>
        <button
          type="button"
          className={TOOL}
          onClick={props.onRedo}
          disabled={!props.canRedo}
          aria-label="Redo"
          title="Redo (Ctrl+Shift+Z)"
        >
          <Redo2 size={18} />
        </button>
        <button
          type="button"
          className={`${TOOL} max-[560px]:hidden`}
          onClick={props.onNight}
          aria-label={props.night ? "Day colours" : "Night colours"}
        >
          {props.night ? <Sun size={17} /> : <Moon size={17} />}
        </button>
        <span className="flex h-11 items-center px-1.5 font-medium whitespace-nowrap" role="status">
          {props.status}
        </span>
      </div>
    </header>
  );
}
