/** Another vehicle, or another trailer: what becomes of rise and hole, and whether the hitch there is can serve. */
import Box from "@mui/material/Box";
import NativeSelect from "@mui/material/NativeSelect";
import { useState } from "react";

import { Panel } from "../parts/Rows";
import { ComparedTable } from "./ComparedTable";
import { useRig } from "./context";
import { useCompared } from "./useCompared";

export function Swap() {
  const { catalogue } = useRig();
  const [chosen, choose] = useState("");
  const [kind, name] = [chosen.slice(0, chosen.indexOf(":")), chosen.slice(chosen.indexOf(":") + 1)];
  const compared = useCompared(name ? (kind === "vehicle" ? { vehicle: name } : { trailer: name }) : null);
  return (
    <Panel title="Another vehicle, another trailer" note="can the shank there is serve? a trailer not weighed is taken at its GVWR with the school's upper share">
      <Box component="label" sx={{ display: "flex", gap: 1.5, alignItems: "center", my: 0.5 }}>
        Swap for
        <NativeSelect value={chosen} onChange={(event) => choose(event.target.value)} sx={{ minWidth: 280 }}>
          <option value="">nothing</option>
          <optgroup label="Tow vehicles">
            {catalogue.vehicles.map((one) => (
              <option key={one.name} value={`vehicle:${one.name}`}>
                {one.name}
              </option>
            ))}
          </optgroup>
          <optgroup label="Trailers">
            {catalogue.trailers.map((one) => (
              <option key={one.name} value={`trailer:${one.name}`}>
                {one.name}
              </option>
            ))}
          </optgroup>
        </NativeSelect>
      </Box>
      {name && compared.isError && <Box role="alert">{compared.error.message}</Box>}
      {name && compared.data && <ComparedTable compared={compared.data} now="as it is" />}
    </Panel>
  );
}
