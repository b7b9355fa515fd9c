/** What is written of a bolt that was tightened as its sheet asks. */
import type { Entry, Fastener, Reach, UnitSystem } from "../api/types";
import type { useUnits } from "../app/units";

export interface Bench {
  system: UnitSystem;
  read: ReturnType<typeof useUnits>["read"];
  /** the best wrench for its joint */
  best: Reach | null;
}

/** Its torque with the best wrench, or its feel. */
export function tightened(bolt: Fastener, late: boolean, { system, read, best }: Bench): Record<string, Entry> {
  const extension: Record<string, string> = best?.extension ? { extension: read(best.extension) } : {};
  const texts: Record<string, string> =
    bolt.by === "torque"
      ? {
          reached: bolt.target_exact ? read(bolt.target_exact) : "",
          // tightened anew by hand: whatever wrench it was taken from before is not this one
          ...(late ? { late: "no" } : {}),
          ...(best ? { wrench: best.wrench, method: best.extension ? "extension" : "wrench", ...extension } : {}),
        }
      : { tight: "yes" };
  return entries(bolt, texts, system);
}

/** The same, with the turn that its handbook wants at once, and its witness mark. */
export function tightenedAndMarked(bolt: Fastener, late: boolean, bench: Bench): Record<string, Entry> {
  return { ...tightened(bolt, late, bench), ...entries(bolt, { ...(bolt.turn ? { turned: "yes" } : {}), marked: "yes" }, bench.system) };
}

function entries(bolt: Fastener, texts: Record<string, string>, system: UnitSystem): Record<string, Entry> {
  return Object.fromEntries(Object.entries(texts).map(([field, is]) => [`torque.${bolt.key}.${field}`, { is, from: "measured", system }]));
}
