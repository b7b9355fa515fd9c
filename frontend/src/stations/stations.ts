/** The line of stations, in the order of the work. */
export const STATIONS = [
  { key: "meet", name: "Meet", does: "labels, plate, handbook" },
  { key: "load", name: "Load", does: "what travels, and where" },
  { key: "weigh", name: "Weigh", does: "tongue and total" },
  { key: "ratings", name: "Ratings", does: "every link, and the weakest" },
  { key: "height", name: "Height", does: "level, settle, ball, hole" },
  { key: "hitch", name: "Hitch", does: "kit, shank, ball" },
] as const;

/** What stands before them: a first answer, which is no station's and is not signed. */
export const DESK = { key: "desk", name: "Desk", does: "a first answer" } as const;

/** What a customer beside the desk is shown: no station, and nothing is written there. */
export const CUSTOMER = { key: "customer", name: "Customer" } as const;

/** Where a figure is written, by the beginning of its path; the first that fits. */
const WRITTEN_AT: readonly (readonly [string, StationKey])[] = [
  ["trailer.gross_weight", "weigh"],
  ["weighing.", "weigh"],
  ["loads.", "load"],
  ["journey.", "load"],
  ["hitch.", "hitch"],
  ["vehicle.", "meet"],
  ["trailer.", "meet"],
];

export function stationOf(path: string): StationKey {
  return WRITTEN_AT.find(([begins]) => path.startsWith(begins))?.[1] ?? "meet";
}

/** What follows the desk's stations, each a page of its own. */
export const PAGES = [
  { key: "bay", name: "Bay", does: "measure, set, tighten" },
  { key: "handover", name: "Hand-over", does: "drill, tests, card" },
  { key: "record", name: "Record", does: "what happened, the next visit" },
] as const;

export type StationKey = (typeof STATIONS)[number]["key"] | typeof DESK.key | typeof CUSTOMER.key;

/** Which station a part of the drawing belongs to. */
export const STATION_OF_PART: Record<string, StationKey> = {
  vehicle: "meet",
  trailer: "load",
  front_axle: "ratings",
  rear_axle: "ratings",
  trailer_axles: "ratings",
  equipment: "ratings",
  ball: "height",
  coupler: "height",
  receiver: "height",
  shank: "hitch",
  hitch: "hitch",
};
