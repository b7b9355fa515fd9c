/** Another vehicle, or another trailer: what becomes of rise and hole, and whether the hitch there is can serve. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import { useState } from "react";

import { pencil } from "../app/theme";
import { Panel } from "../parts/Rows";
import { another } from "./another";
import { ComparedTable } from "./ComparedTable";
import { useRig } from "./context";
import { useCompared } from "./useCompared";

export function Swap() {
  const { catalogue, draft } = useRig();
  const [refused, setRefused] = useState("");
  const [chosen, choose] = useState("");
  const [kind, name] = [chosen.slice(0, chosen.indexOf(":")), chosen.slice(chosen.indexOf(":") + 1)];
  const compared = useCompared(name ? (kind === "vehicle" ? { vehicle: name } : { trailer: name }) : null);

  async function put() {
    const what = kind === "vehicle" ? "vehicle" : "trailer";
    const found = catalogue[`${what}s`].find((one) => one.name === name);
    if (!found || !draft.record) return;
    try {
      const there = await another(draft.record.id, what, name, "", found.entries, draft.typedPaths);
      draft.setMany(there.entries, `${name} as the ${what === "vehicle" ? "tow vehicle" : "trailer"}`, there.names);
      setRefused("");
      choose("");
    } catch (error) {
      setRefused((error as Error).message);
    }
  }

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
      {name && draft.record && (
        <Box sx={{ mt: 1, display: "flex", gap: 1.5, alignItems: "center" }}>
          <Button onClick={() => void put()}>Put {name} there</Button>
          What was read of {draft.names[kind === "vehicle" ? "vehicle_name" : "trailer_name"] || "the one that stands there"} is set aside, and comes back with it.
          {refused && (
            <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>
              {refused}
            </Box>
          )}
        </Box>
      )}
    </Panel>
  );
}
