/** Another vehicle, or another trailer: what becomes of rise and hole, and whether the hitch there is can serve. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";

import type { Pick } from "../api/types";
import { pencil } from "../app/theme";
import { PickField } from "../catalogue/PickField";
import { Panel } from "../parts/Rows";
import { another, WORD, type What } from "./another";
import { ComparedTable } from "./ComparedTable";
import { useRig } from "./context";
import { useCompared } from "./useCompared";

export function Swap() {
  const { draft } = useRig();
  const [refused, setRefused] = useState("");
  const [chosen, choose] = useState<{ what: What; pick: Pick } | null>(null);
  const compared = useCompared(chosen && (chosen.what === "vehicle" ? { vehicle: chosen.pick.name } : { trailer: chosen.pick.name }));

  async function put() {
    if (!chosen || !draft.record) return;
    const { what, pick } = chosen;
    try {
      const there = await another(draft.record.id, what, pick.name, "", pick.entries, draft.typedPaths);
      draft.setMany(there.entries, `${pick.name} as the ${WORD[what]}`, there.names);
      setRefused("");
      choose(null);
    } catch (error) {
      setRefused((error as Error).message);
    }
  }

  return (
    <Panel title="Another vehicle, another trailer" note="can the shank there is serve? a trailer not weighed is taken at its GVWR with the school's upper share">
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", my: 1 }}>
        {(["vehicle", "trailer"] as const).map((what) => (
          <PickField key={what} kind={`${what}s`} label={`Another ${WORD[what]}`} value={chosen?.what === what ? chosen.pick : null} choose={(pick) => choose(pick && { what, pick })} />
        ))}
      </Box>
      {chosen && compared.isError && <Box role="alert">{compared.error.message}</Box>}
      {chosen && compared.data && <ComparedTable compared={compared.data} now="as it is" />}
      {chosen && draft.record && (
        <Box sx={{ mt: 1, display: "flex", gap: 1.5, alignItems: "center" }}>
          <Button onClick={() => void put()}>Put {chosen.pick.name} there</Button>
          What was read of {draft.names[`${chosen.what}_name`] || "the one that stands there"} is set aside, and comes back with it.
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
