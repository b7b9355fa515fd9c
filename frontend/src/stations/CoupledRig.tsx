/** The coupled rig before the parts meet: uncoupled, no bars, bars on; each figure with how well it is known. */
import Box from "@mui/material/Box";

import type { CoupledState, Figure } from "../api/types";
import { inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { HeadUnseen } from "../parts/HeadUnseen";
import { FigureText } from "../parts/FigureText";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useSection } from "../rig/context";

type FigureName = Exclude<keyof CoupledState, "key" | "name">;

export const STATE_ROWS: [FigureName, string][] = [
  ["front_drop", "Front arch, down +"],
  ["rear_drop", "Rear arch, down +"],
  ["ball_height", "Top of ball"],
  ["rail", "Rail front above rear"],
  ["front", "Front axle"],
  ["rear", "Rear axle"],
  ["trailer_axles", "Trailer axles"],
  ["restoration", "Front load given back"],
  ["bar_each", "Each spring bar"],
  ["on_ball", "On the ball itself"],
];

export function CoupledRig() {
  const { states, settings } = useSection("heights");
  const note = settings ? (settings.source === "model" ? "bars as springs, one solve" : "bars taken as set to the school's aim") : "weight-carrying";
  return (
    <Panel title="The coupled rig, before the parts meet" note={note}>
      <Table cells={{ py: 0.3, pr: 1, textAlign: "right" }} sx={{ "& th:first-of-type": { textAlign: "left", fontWeight: 400 } }}>
        <thead>
          <tr>
            <HeadUnseen>Figure</HeadUnseen>
            {states.map((state) => (
              <th scope="col" key={state.key}>
                {state.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {STATE_ROWS.map(([name, word]) => (
            <tr key={name} data-state-row={name}>
              <th scope="row">{word}</th>
              {states.map((state) => (
                <td key={state.key}>
                  <WithSpread name={`${word}, ${state.name}`} figure={state[name]} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}

function WithSpread({ name, figure }: { name: string; figure: Figure | null }) {
  const { read } = useUnits();
  if (!figure) return null;
  return (
    <>
      <FigureText name={name} figure={figure} />
      {figure.spread && (
        <Box component="span" sx={{ color: inkSoft, ml: 0.5, whiteSpace: "nowrap", fontSize: "0.82rem" }}>
          ± {read(figure.spread)}
        </Box>
      )}
    </>
  );
}
