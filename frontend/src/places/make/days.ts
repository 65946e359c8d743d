const at = (day: string) => new Date(`${day}T12:00`);

/** “Mon 4 May”. */
export const long = (day: string | null | undefined) =>
  day ? at(day).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" }) : "no day";
export const weekday = (day: string) => at(day).toLocaleDateString("en-GB", { weekday: "short" });
/** “4/5”: day and month. */
export const dated = (day: string) => at(day).toLocaleDateString("en-GB", { day: "numeric", month: "numeric" });
