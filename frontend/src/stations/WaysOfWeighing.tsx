/** The ways of weighing, each with its readings, its instrument and what it makes of them. */
import Box from "@mui/material/Box";
import { useState, type ReactNode } from "react";

import { hairline, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { BeamDiagram } from "../drawing/BeamDiagram";
import { TakeIt } from "../instruments/TakeIt";
import { AsideNote } from "../parts/AsideNote";
import { FigureInput, Problem } from "../parts/EntryField";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";
import { Fields } from "./Fields";

const at = (names: string) => names.split(" ").map((name) => `weighing.${name}`);

export function WaysOfWeighing() {
  return (
    <Panel title="Readings" note="trailer level, loaded; several ways may stand at once">
      <Way way="tongue_scale" name="Tongue scale" paths={at("tongue_scale tongue_scale_mark tongue_scale_with tongue_scale_late")} />
      <Way way="gauge" name="Gauge ball mount" paths={at("gauge gauge_mark gauge_with gauge_late")}>
        A gauge with coarse marks cannot tell fine differences; write its smallest mark.
      </Way>
      <Way way="beam" name="Beam and bathroom scale" paths={at("beam_reading beam_tare beam_pivot_to_scale beam_pivot_to_coupler beam_mark beam_with beam_late")}>
        <Beam />
      </Way>
      <Way way="jack" name="Scale under the jack" paths={[...at("jack_reading"), "trailer.jack_position", "trailer.ball_to_axle", ...at("jack_mark jack_with jack_late")]}>
        The jack stands nearer the axles than the coupler and carries more: TW = T · (L − j) / L.
      </Way>
      <Way way="gross" name="The whole trailer, on a weighbridge" paths={["trailer.gross_weight", ...at("bridge_mark bridge_with bridge_late"), "trailer.unladen_weight", "trailer.brochure_tongue"]} />
      <Way way="bridge" name="The same weighbridge, axle by axle, one to three passes" paths={at("bridge_front_alone bridge_rear_alone bridge_front_bare bridge_rear_bare bridge_trailer_bare bridge_front_bars bridge_rear_bars bridge_trailer_bars")} own={<Bridge />} />
      <Way way="squat" name="Squat of the rear springs" paths={[...at("squat_before squat_after"), "vehicle.rear_rate", "vehicle.auto_levelling", ...at("squat_with")]}>
        Weak, a cross-check. Auto-levelling off; air springs as the handbook says.
      </Way>
    </Panel>
  );
}

interface Props {
  way: string;
  name: string;
  paths: string[];
  children?: ReactNode;
  own?: ReactNode;
}

/** One way, folded until it has a reading. */
function Way({ way, name, paths, children, own }: Props) {
  const { draft } = useRig();
  const weights = useSection("weights");
  const { read } = useUnits();
  const written = paths.some((path) => path.startsWith("weighing.") && draft.entries[path]) || way === "tongue_scale" || way === "gross";
  const [open, setOpen] = useState(written);
  const found = weights.ways.find((one) => one.key === way);
  const troubled = paths.some((path) => draft.problems[path]);
  return (
    <Box component="details" data-reading={way} open={open || troubled} onToggle={(event) => setOpen(event.currentTarget.open)} sx={{ borderBottom: `1px solid ${hairline}`, pb: 0.5 }}>
      <Box component="summary" sx={{ cursor: "pointer", fontWeight: 600, py: 0.4 }}>
        {name}{" "}
        {found?.figure.text && (
          <Box component="span" sx={{ fontWeight: 400 }}>
            {read(found.figure.text)} {found.figure.spread && `± ${read(found.figure.spread)}`}, {found.became}
          </Box>
        )}
      </Box>
      {own ?? <Fields paths={paths} />}
      {open && !own && draft.record && <TakeIt record={draft.record} paths={paths} />}
      {children && <Box sx={{ fontSize: "0.88rem", color: inkSoft, mt: 0.25 }}>{children}</Box>}
    </Box>
  );
}

function Beam() {
  const { draft } = useRig();
  const told = (name: string, otherwise: string) => {
    const known = draft.live?.read[`weighing.${name}`];
    return known ?? otherwise;
  };
  const lengths = draft.live?.lengths ?? {};
  return (
    <BeamDiagram
      d={lengths["weighing.beam_pivot_to_coupler"] ?? null}
      D={lengths["weighing.beam_pivot_to_scale"] ?? null}
      words={{
        d: told("beam_pivot_to_coupler", "d, pivot to coupler"),
        D: told("beam_pivot_to_scale", "D, pivot to scale"),
        reading: told("beam_reading", "R"),
        tongue: "tongue on the beam, jack up",
      }}
    />
  );
}

const COUPLED = [
  ["2 coupled, no bars", "bare"],
  ["3 bars on", "bars"],
] as const;
const PLACES = ["foremost", "second", "third"];

/** The trailer's axles one by one, where it has several and somebody drove them onto the scale so. */
function EachAxle() {
  const { draft, assessment } = useRig();
  const count = assessment.elevation.axle_count;
  if (count < 2) return null;
  const places = PLACES.slice(0, count);
  const path = (way: string, index: number) => `weighing.bridge_axle_${index + 1}_${way}`;
  const problems = COUPLED.flatMap(([, way]) => places.flatMap((_, index) => draft.problems[path(way, index)] ?? []));
  return (
    <Box sx={{ mt: 0.5 }}>
      <Table cells={{ p: 0.25, borderBottom: 0 }} heads={{ fontWeight: 400, fontSize: "0.85rem", whiteSpace: "nowrap" }}>
        <thead>
          <tr>
            <th scope="col">Trailer's axles apart</th>
            {places.map((place) => (
              <th key={place} scope="col">
                {place}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {COUPLED.map(([name, way]) => (
            <tr key={way}>
              <th scope="row">{name}</th>
              {places.map((place, index) => (
                <td key={place}>
                  <FigureInput path={path(way, index)} label={`Pass ${name}: ${place} trailer axle`} problemId="axles-problem" />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      {COUPLED.flatMap(([name, way]) => places.map((place, index) => <AsideNote key={path(way, index)} path={path(way, index)} label={`${name}: ${place} trailer axle`} />))}
      {problems.length > 0 && <Problem id="axles-problem">{problems.join(" ")}</Problem>}
    </Box>
  );
}

const PASSES = [
  ["1 alone", "bridge_front_alone", "bridge_rear_alone", null],
  ["2 coupled, no bars", "bridge_front_bare", "bridge_rear_bare", "bridge_trailer_bare"],
  ["3 bars on", "bridge_front_bars", "bridge_rear_bars", "bridge_trailer_bars"],
] as const;
const AXLES = ["front axle", "rear axle", "trailer axles"];
/** each pass walked through with the indicator: what is on the deck, one group after the other */
const WALKED = [
  { pass: "Pass 1, the vehicle alone", way: "alone", groups: ["front", "rear"] },
  { pass: "Pass 2, coupled, no bars", way: "bare", groups: ["front", "rear", "trailer"] },
  { pass: "Pass 3, bars on", way: "bars", groups: ["front", "rear", "trailer"] },
] as const;
const ON_DECK = { front: "Front axle on the deck", rear: "Rear axle on the deck", trailer: "Trailer's axles on the deck" };

/** The passes as the ticket has them: a line a pass, a column an axle group. */
function Bridge() {
  const { draft } = useRig();
  const { record } = draft;
  const { read } = useUnits();
  const { bridge } = useSection("weights");
  const problems = PASSES.flatMap(([, ...names]) => names.flatMap((name) => (name ? (draft.problems[`weighing.${name}`] ?? []) : [])));
  return (
    <Box>
      <Table cells={{ p: 0.25, borderBottom: 0 }} heads={{ fontWeight: 400, fontSize: "0.85rem", whiteSpace: "nowrap" }}>
        <thead>
          <tr>
            <th scope="col">Pass</th>
            {AXLES.map((axle) => (
              <th key={axle} scope="col">
                {axle}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {PASSES.map(([name, ...paths]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              {paths.map((path, index) => (
                <td key={AXLES[index]}>{path && <FigureInput path={`weighing.${path}`} label={`Pass ${name}: ${AXLES[index]}`} problemId="bridge-problem" />}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      {PASSES.flatMap(([name, ...paths]) => paths.map((path, index) => path && <AsideNote key={path} path={`weighing.${path}`} label={`${name}: ${AXLES[index]}`} />))}
      <EachAxle />
      {problems.length > 0 && <Problem id="bridge-problem">{problems.join(" ")}</Problem>}
      {bridge.repeat && <Problem>{read(bridge.repeat)}</Problem>}
      {bridge.closes && (
        <Box sx={{ fontSize: "0.88rem" }}>
          Passes 2 and 3 close: {read(bridge.apart_text)} apart, {read(bridge.tolerance_text)} allowed.
        </Box>
      )}
      {record &&
        WALKED.map(({ pass, way, groups }) => (
          <TakeIt key={way} record={record} paths={groups.map((group) => `weighing.bridge_${group}_${way}`)} steps={Object.fromEntries(groups.map((group) => [`weighing.bridge_${group}_${way}`, ON_DECK[group]]))} says={`${pass}: drive it through with the indicator`} />
        ))}
    </Box>
  );
}
