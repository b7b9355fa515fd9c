/** Lengths as the keypad writes them, in mm and back to be read: what a tablet out of reach needs to tell an unlikely mark. */
const MM_PER_IN = 25.4;
const SIXTEENTHS = 16;

/** “37 3/4 in” or “955 mm” in mm; null for what the keypad does not write. */
export function inMm(text: string): number | null {
  const metric = /^(\d+(?:\.\d+)?)\s*mm$/.exec(text.trim());
  if (metric) return Number(metric[1]);
  const found = /^(\d+)?(?:[\s-]*(\d+)\/(\d+))?\s*(?:in)?$/.exec(text.trim());
  if (!found || (found[1] === undefined && found[2] === undefined)) return null;
  return (Number(found[1] ?? 0) + (found[2] ? Number(found[2]) / Number(found[3]) : 0)) * MM_PER_IN;
}

/** A difference to be read, in the units on screen. */
export function apart(mm: number, system: "us" | "metric"): string {
  if (system === "metric") return `${Math.round(mm)} mm`;
  const parts = Math.round((mm / MM_PER_IN) * SIXTEENTHS);
  const whole = Math.floor(parts / SIXTEENTHS);
  let [over, under] = [parts % SIXTEENTHS, SIXTEENTHS];
  while (over && over % 2 === 0) [over, under] = [over / 2, under / 2];
  return `${[whole || (over ? "" : "0"), over ? `${over}/${under}` : ""].filter(Boolean).join(" ")} in`;
}
