import type { Schemas } from "../../api/client";

export type LogField = Schemas["LogField"];

/** What is sent of the fields of a line as they were typed; the server reads lengths and masses. */
export function dataOf(fields: readonly LogField[], typed: Readonly<Record<string, string>>): Record<string, unknown> {
  const found: Record<string, unknown> = {};
  for (const field of fields) {
    const text = (typed[field.path] ?? "").trim();
    if (text === "") continue;
    if (field.kind === "tick") found[field.path] = text === "yes";
    else if (field.kind === "number" || field.kind === "whole") found[field.path] = plain(text);
    else if (field.kind === "numbers") found[field.path] = text.split(/[\s;]+/).map(plain);
    else if (field.kind === "fastenings") found[field.path] = text.split("\n");
    else found[field.path] = text;
  }
  return found;
}

/** A number as people write it; what is none goes as it is, so that the server can say so. */
function plain(text: string): number | string {
  const value = Number(text.replace(",", "."));
  return Number.isNaN(value) ? text : value;
}
