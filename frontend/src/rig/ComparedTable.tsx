/** The same rig judged or built otherwise: each other way in a row, what differs marked. */
import Box from "@mui/material/Box";

import type { Compared } from "../api/types";
import { inkSoft, pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { Table } from "../parts/Table";
import { Worded } from "../words/Worded";

const ALWAYS = ["verdict", "ball", "hole", "kit"];

export function ComparedTable({ compared, now }: { compared: Compared; now: string }) {
  const { read } = useUnits();
  const shown = Object.keys(compared.names).filter((key) => ALWAYS.includes(key) || compared.others.some((one) => one.differs.includes(key)));
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table sx={{ minWidth: 760 }}>
        <thead>
          <tr>
            <th scope="col">Under</th>
            {shown.map((key) => (
              <th scope="col" key={key}>
                <Worded>{compared.names[key] ?? ""}</Worded>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <Box component="tr" sx={{ bgcolor: wash }}>
            <th scope="row">{now}</th>
            {shown.map((key) => (
              <td key={key}>{read(compared.now[key])}</td>
            ))}
          </Box>
          {compared.others.map((one) => (
            <tr key={one.key} data-compared={one.key} title={read(one.says)}>
              <Box component="th" scope="row" sx={{ fontWeight: "400 !important" }}>
                <Box component="span" sx={{ color: inkSoft, fontSize: "0.82rem" }}>
                  {one.question}{" "}
                </Box>
                {one.name}
                {one.overruled && <Box sx={{ color: inkSoft, fontSize: "0.82rem" }}>no change: the {one.overruled} decides</Box>}
              </Box>
              {shown.map((key) => {
                const differs = one.differs.includes(key);
                return (
                  <Box component="td" key={key} sx={{ fontWeight: differs ? 600 : 400, color: differs ? pencil : inkSoft }}>
                    {differs ? `≠ ${read(one.facts[key])}` : "the same"}
                  </Box>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}
