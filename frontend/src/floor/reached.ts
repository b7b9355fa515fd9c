/** How far a rig can have come: its word in the filter, and on the strip once it is past the desk. */
import type { Strip } from "../api/types";

interface Reached {
  word: string;
  past?: string;
  /** the station whose signature says that it is so still */
  station?: string;
}

export const REACHED: Record<Strip["reached"], Reached> = {
  opened: { word: "nothing signed yet" },
  meet: { word: "Meet signed" },
  load: { word: "Load signed" },
  weigh: { word: "Weigh signed" },
  ratings: { word: "Ratings signed" },
  height: { word: "Height signed" },
  hitch: { word: "Hitch signed" },
  in_bay: { word: "in the bay", past: "in the bay" },
  bay: { word: "fitted", past: "fitted", station: "bay" },
  handover: { word: "handed over", past: "handed over", station: "handover" },
};
