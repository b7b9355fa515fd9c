/** What the drawing says at each station: the measurements that the station uses, and the parts in trouble. */
import type { Assessment, Both, Figure, Live } from "../api/types";
import type { Callout, Span } from "../drawing/ElevationDrawing";
import type { StationKey } from "../stations/stations";

interface Notes {
  callouts: Callout[];
  spans: Span[];
  alarms: Set<string>;
  guessed: string;
}

type Read = (both: Both | null | undefined) => string;

export function drawingNotes(assessment: Assessment, asRead: Live["read"], station: StationKey, read: Read): Notes {
  const { elevation: e, weights, heights, planned } = assessment;
  const worded = (name: string, figure: Figure) => `${name} ${figure.text ? read(figure.text) : "unknown"}`;
  const link = (key: string) => planned.links.find((one) => one.key === key);
  const over = planned.links.filter((one) => one.state === "over");
  const alarms = new Set(over.map((one) => one.part));
  if (assessment.findings.some((found) => found.subject === "ball" && found.state === "refused")) alarms.add("ball");
  if (weights.share_state === "light") alarms.add("coupler");

  const load = (at: Callout["at"], name: string, key: string): Callout[] => {
    const found = link(key);
    return found?.demand ? [{ at, kind: "load", text: worded(name, found.demand), alarm: found.state === "over" }] : [];
  };
  const height = (at: Callout["at"], name: string, figure: Figure): Callout[] => (figure.text ? [{ at, kind: "height", text: worded(name, figure) }] : []);
  const spans: Span[] = [];
  let callouts: Callout[] = [];

  if (station === "meet") {
    const span = (from: number, to: number, path: string, name: string) => {
      spans.push({ from, to, text: `${name} ${asRead[path] ? read(asRead[path]) : "not known"}` });
    };
    span(0, e.wheelbase, "vehicle.wheelbase", "wheelbase");
    span(e.wheelbase, e.ball_x, "vehicle.overhang", "overhang");
    span(e.ball_x, e.trailer_axle_x, "trailer.ball_to_axle", "ball to axles");
  } else if (station === "weigh") {
    callouts = [{ at: "ball", kind: "load", text: worded("tongue", weights.tongue), alarm: weights.share_state === "light" }, { at: "trailer_axles", kind: "load", text: worded("whole trailer", weights.gross) }];
  } else if (station === "ratings" || station === "load") {
    callouts = [...load("front_axle", "front", "front_gawr"), ...load("rear_axle", "rear", "rear_gawr"), ...load("trailer_axles", "trailer axles", "trailer_axles")];
    callouts.push({ at: "ball", kind: "load", text: worded("tongue", weights.tongue) });
  } else if (station === "height") {
    callouts = [...height("receiver", "receiver", heights.receiver), ...height("ball", "ball, uncoupled", heights.ball_standing), ...height("coupler", "level coupler", heights.coupler)];
  } else {
    callouts = [{ at: "ball", kind: "load", text: worded("hitch load", weights.hitch_load) }];
  }
  const guessed = e.assumed.length ? "Drawn at typical lengths where none is written" : "";
  return { callouts, spans, alarms, guessed };
}
