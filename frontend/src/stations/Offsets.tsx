/** Every offset school on this rig, side by side: they disagree, and here is by how much. */
import Box from "@mui/material/Box";

import { inkSoft, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { FigureText } from "../parts/FigureText";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useSection } from "../rig/context";

export function Offsets() {
  const { offsets } = useSection("heights");
  const { read } = useUnits();
  return (
    <Panel title="Offset schools on this rig" note="ball height each wants, and how the trailer would stand in its hole by the predicted settle">
      <Table cells={{ pr: 1 }}>
        <thead>
          <tr>
            <th scope="col">School</th>
            <th scope="col">Ball</th>
            <th scope="col">Apart</th>
            <th scope="col">Rail then</th>
          </tr>
        </thead>
        <tbody>
          {offsets.map((one) => (
            <Box component="tr" key={one.key} data-offset={one.key} sx={{ bgcolor: one.in_force ? wash : undefined }}>
              <td>
                {one.name}
                <Box sx={{ color: inkSoft, fontSize: "0.82rem" }}>
                  {one.in_force ? `in force: ${one.authority}` : one.source}
                  {one.position && ` · hole ${one.position.hole}, ${one.position.orientation}`}
                </Box>
              </td>
              <td>
                <FigureText name={`Ball height, ${one.name}`} figure={one.ball} />
              </td>
              <Box component="td" sx={{ whiteSpace: "nowrap" }}>{one.in_force ? "" : one.apart.text ? read(one.apart.text) : "unknown"}</Box>
              <td>
                <FigureText name={`Rail, ${one.name}`} figure={one.rail} />
              </td>
            </Box>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}
