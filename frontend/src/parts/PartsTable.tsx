/** A parts list: quantities, prices, and what follows from the build. */
import Box from "@mui/material/Box";

import type { PartsList } from "../api/types";
import { inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { Table } from "./Table";

export function PartsTable({ parts }: { parts: PartsList }) {
  const { read } = useUnits();
  return (
    <Table data-parts>
      <thead>
        <tr>
          <th scope="col">Qty</th>
          <th scope="col">Part</th>
          <th scope="col">Why</th>
          <th scope="col">State</th>
          <Box component="th" scope="col" sx={{ textAlign: "right !important" }}>
            Amount
          </Box>
        </tr>
      </thead>
      <tbody>
        {parts.lines.map((line) => (
          <tr key={line.name + line.what}>
            <td>{line.quantity}</td>
            <td>
              <b>{line.name}</b>
              <Box sx={{ color: inkSoft, fontSize: "0.85rem" }}>{line.what}</Box>
            </td>
            <td>{read(line.why)}</td>
            <Box component="td" sx={{ whiteSpace: "nowrap" }}>
              {line.state}
            </Box>
            <Box component="td" sx={{ textAlign: "right !important", whiteSpace: "nowrap" }}>
              {line.state === "on the vehicle" ? "there" : (line.amount ?? "no price")}
            </Box>
          </tr>
        ))}
        <Box component="tr" sx={{ fontWeight: 600 }}>
          <td />
          <Box component="td" colSpan={3}>
            To buy
            {parts.unpriced > 0 && `, ${parts.unpriced} without a price left out`}
          </Box>
          <Box component="td" sx={{ textAlign: "right !important" }}>
            {parts.total}
          </Box>
        </Box>
      </tbody>
    </Table>
  );
}
