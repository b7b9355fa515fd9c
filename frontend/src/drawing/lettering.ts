/** Words on a drawing: what would lie over another is not drawn. All in px. */
export interface Lettered<What> {
  what: What;
  /** the words, where they stand, and which end of them stands there */
  text: string;
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
  /** these are drawn before the others */
  first?: boolean;
}

const WIDE = 7.1; // of a letter at 13.5 px, at the most
const HIGH = 14;

/** Those that can be read, in the order given; the ones that must be seen take their place first. */
export function readable<What>(words: Lettered<What>[], wide: number): Lettered<What>[] {
  const taken: { from: number; to: number; y: number }[] = [];
  const kept = new Set<Lettered<What>>();
  for (const one of [...words].sort((a, b) => Number(b.first ?? false) - Number(a.first ?? false))) {
    const long = one.text.length * WIDE;
    const from = one.x - { start: 0, middle: long / 2, end: long }[one.anchor];
    const to = from + long;
    if (from < 0 || to > wide || taken.some((other) => Math.abs(other.y - one.y) < HIGH && from < other.to && to > other.from)) continue;
    taken.push({ from, to, y: one.y });
    kept.add(one);
  }
  return words.filter((one) => kept.has(one));
}
