/** Reading the document's exact quantities and showing numbers in the job's units. */

export type LengthUnit = "in" | "mm";
export type MassUnit = "lb" | "kg";
export interface Units {
  length: LengthUnit;
  mass: MassUnit;
}

const MM: Record<string, number> = { in: 25.4, ft: 304.8, mm: 1, cm: 10, m: 1000 };
const KG: Record<string, number> = { lb: 0.45359237, oz: 0.45359237 / 16, kg: 1, g: 0.001, t: 1000 };

function plainNumber(text: string): number {
  const parts = text.trim().split(/\s+/);
  return parts.reduce((sum, part) => {
    const [num, den] = part.split("/");
    return sum + (den === undefined ? Number(num) : Number(num) / Number(den));
  }, 0);
}

function read(text: string, factors: Record<string, number>): number | null {
  const match = /^(-?)([\d./ ]+?)\s*([a-z]+)$/.exec(text);
  if (!match) return null;
  const factor = factors[match[3] ?? ""];
  const value = plainNumber(match[2] ?? "");
  return factor === undefined || Number.isNaN(value) ? null : (match[1] === "-" ? -1 : 1) * value * factor;
}

/** mm of an exact length as the server writes it, such as `78 3/4 in` or `6' 9 3/8"`. */
export function readLength(text: string): number | null {
  const feet = /^(-?)(\d+)' ([\d./ ]+)"$/.exec(text);
  if (feet) return (feet[1] === "-" ? -1 : 1) * (Number(feet[2]) * 304.8 + plainNumber(feet[3] ?? "0") * 25.4);
  return read(text, MM);
}

/** kg of an exact mass as the server writes it. */
export function readMass(text: string): number | null {
  const pounds = /^(-?)(\d+) lb ([\d./ ]+) oz$/.exec(text);
  if (pounds)
    return (pounds[1] === "-" ? -1 : 1) * ((Number(pounds[2]) * 16 + plainNumber(pounds[3] ?? "0")) * (KG["oz"] ?? 0));
  return read(text, KG);
}

function mixed(sixteenths: number, denominator: number): string {
  const sign = sixteenths < 0 ? "-" : "";
  const size = Math.abs(sixteenths);
  const whole = Math.floor(size / denominator);
  let num = size % denominator;
  let den = denominator;
  while (num > 0 && num % 2 === 0) {
    num /= 2;
    den /= 2;
  }
  if (num === 0) return `${sign}${whole}`;
  return whole ? `${sign}${whole} ${num}/${den}` : `${sign}${num}/${den}`;
}

/** Half goes to the even neighbour, as the server rounds. */
function round(value: number): number {
  const low = Math.floor(value);
  const rest = value - low;
  if (Math.abs(rest - 0.5) > 1e-9) return Math.round(value);
  return low % 2 === 0 ? low : low + 1;
}

/** A length for reading, without its unit: inches to 1/`denominator`, or whole mm. */
export function showLength(mm: number, unit: LengthUnit, denominator = 16): string {
  return unit === "in" ? mixed(round((mm / 25.4) * denominator), denominator) : String(round(mm));
}

export function withUnit(mm: number, unit: LengthUnit): string {
  return unit === "mm" && Math.abs(mm) < 10 ? `${mm.toFixed(1)} mm` : `${showLength(mm, unit)} ${unit}`;
}

/** A mass for reading, with its unit. */
export function showMass(kg: number, unit: MassUnit): string {
  const value = unit === "lb" ? kg / (KG["lb"] ?? 1) : kg;
  const text = Math.abs(value) >= 100 ? value.toFixed(0) : value.toFixed(1).replace(/\.0$/, "");
  return `${text} ${unit}`;
}

/** A force for reading: lbf in pound jobs, else N or kN. */
export function showForce(newton: number, unit: MassUnit): string {
  if (unit === "lb") return `${(newton / 4.4482216152605).toFixed(0)} lbf`;
  return Math.abs(newton) < 1000 ? `${newton.toFixed(0)} N` : `${(newton / 1000).toFixed(2)} kN`;
}

/** Four significant figures. */
export function showNumber(value: number): string {
  if (value === 0) return "0";
  const size = Math.abs(value);
  if (size >= 1e7 || size < 1e-3) return value.toExponential(3);
  const digits = Math.max(0, 3 - Math.floor(Math.log10(size)));
  const text = value.toFixed(digits);
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

/** The same result in the other system, for a line of working; empty where there is none. */
export function otherUnits(value: number, unit: string): string {
  switch (unit) {
    case "MPa":
      return `${showNumber(value / 6.894757)} ksi`;
    case "N":
      return `${showNumber(value / 4.448222)} lbf`;
    case "mm":
      return `${showNumber(value / 25.4)} in`;
    case "kg":
      return `${showNumber(value / 0.45359237)} lb`;
    case "N mm":
      return `${showNumber(value / 112.98483)} lbf in`;
    default:
      return "";
  }
}

/** What is left up to a limit, or by how much it is passed; empty where there is no limit. `minimum`: more is better. */
export function marginText(
  demand: number | null | undefined,
  limit: number | null | undefined,
  unit: string,
  minimum: boolean,
): string {
  if (demand == null || limit == null) return "";
  const margin = minimum ? demand - limit : limit - demand;
  const other = otherUnits(Math.abs(margin), unit);
  // a share of the limit is no measurement: two places say all of it
  const left = unit === "of the limit" ? String(Number(Math.abs(margin).toFixed(2))) : showNumber(Math.abs(margin));
  const size = `${left} ${unit}`.trim() + (other ? ` (${other})` : "");
  return margin < 0 ? `${size} too ${minimum ? "little" : "much"}` : `${size} to spare`;
}

/** Text of a length one step up or down, in the job's units: 1/8 in or 5 mm, with `big` 1 in or 50 mm. */
export function stepLength(mm: number, unit: LengthUnit, direction: 1 | -1, big: boolean): string {
  const step = unit === "in" ? (big ? 25.4 : 25.4 / 8) : big ? 50 : 5;
  const next = mm + direction * step;
  return unit === "in" ? `${mixed(round((next / 25.4) * 1024), 1024)} in` : `${Number(next.toFixed(3))} mm`;
}
