/** The trade's words that a card explains: one sentence each. */
export const WORDS = {
  school: "A school is one maker's or house's rule for the same question; several are taught, and Stathmos says which is in force and whose it is.",
  share: "The share is how much of the trailer's whole weight rests on the ball: too little and it sways, too much and it presses the vehicle's tail down.",
  restoration: "Restoration is how much of the load that coupling took off the front axle the spring bars bring back.",
  settle: "To settle is to sink on the springs: the vehicle's tail goes down as the tongue's weight comes on, and the ball with it.",
  offset: "The offset is how much higher than the level coupler the ball is set, so that it comes down to it when the vehicle settles.",
  reserve: "The reserve is the part of a rating that the house keeps free, so that a full tank or a heavy bag passes no rating.",
  stale: "Stale is a signature whose figures have changed since: it must be looked at, and signed again.",
  equaliser: "An equaliser is the rocking link between two leaf springs: it gives each axle the same load, however the trailer stands.",
  damping: "Damping says how fast a swing dies: at 0.05 each is a quarter less than the one before, and below nought it grows by itself.",
} as const;

export type WordKey = keyof typeof WORDS;

/** As they stand in sentences, in whatever form. */
const FORMS: [RegExp, WordKey][] = [
  [/^schools?$/i, "school"],
  [/^shares?$/i, "share"],
  [/^restorations?$/i, "restoration"],
  [/^(settle|settles|settled|settling)$/i, "settle"],
  [/^offsets?$/i, "offset"],
  [/^reserves?$/i, "reserve"],
  [/^stale$/i, "stale"],
  [/^equalisers?$/i, "equaliser"],
  [/^damping$/i, "damping"],
];

export function wordOf(text: string): WordKey | undefined {
  return FORMS.find(([form]) => form.test(text))?.[1];
}

/** A text cut at its words, so that each can be pressed. */
export function cut(text: string): string[] {
  return text.split(/\b(schools?|shares?|restorations?|settle[sd]?|settling|offsets?|reserves?|stale|equalisers?|damping)\b/i);
}
