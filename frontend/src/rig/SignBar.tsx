/** The station's sign-off: who put their name to it, what has changed since, and signing it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { RigRecord, Signature } from "../api/types";
import { day } from "../app/dates";
import { pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { SignMark } from "../parts/SignMark";
import { STATIONS } from "../stations/stations";
import { Worded } from "../words/Worded";
import { useRig } from "./context";

export type SignedKey = (typeof STATIONS)[number]["key"];

export function SignBar({ station }: { station: SignedKey }) {
  const { draft } = useRig();
  const { read } = useUnits();
  const queries = useQueryClient();
  const record = draft.record;
  const sign = useMutation<RigRecord, Refusal, RigRecord>({
    mutationFn: (rig) =>
      api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/sign/", { params: { path: { id: rig.id } }, body: { station, version: rig.version } })),
    onSuccess: (written) => {
      queries.setQueryData(["rig", String(written.id)], written);
      void queries.invalidateQueries({ queryKey: ["floor"] });
    },
  });
  if (!record) return null;
  const signature = record.signatures.find((one) => one.station === station);
  if (!signature) return null;
  const name = STATIONS.find((one) => one.key === station)?.name;
  return (
    <Box component="footer" aria-label={`Sign-off of ${name}`} data-signature={signature.state} sx={{ mt: 2, pt: 1, borderTop: "2px solid", display: "flex", gap: 2, alignItems: "flex-start", flexWrap: "wrap" }}>
      <Box sx={{ flex: 1, minWidth: 300 }}>
        <SignMark state={signature.state} /> <SignedWords signature={signature} />
        {signature.changes.map((change) => (
          <Box key={change.path} sx={{ pl: 3 }}>
            {change.name}: {change.before || "blank"} → <b>{change.after || (change.why ? `set aside, ${read(change.why)}` : "blank")}</b>
            {change.by && `, by ${change.by}`}
            {change.at && `, ${day(change.at)}`}
          </Box>
        ))}
        {draft.dirty && <Box>Save first: what is signed is what is saved.</Box>}
        {sign.isError && (
          <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>
            {sign.error.message}
          </Box>
        )}
      </Box>
      {signature.may_sign && <Button onClick={() => sign.mutate(record)} disabled={draft.dirty || sign.isPending}>
        {signature.state === "open" ? `Sign off ${name}` : `Sign ${name} again`}
      </Button>}
    </Box>
  );
}

function SignedWords({ signature }: { signature: Signature }) {
  if (signature.state === "open") return <>Not signed off yet.</>;
  const along = signature.brought_from ? `, as brought in from ${signature.brought_from}` : "";
  const who = `${signature.by ?? ""}, ${signature.at ? day(signature.at) : ""}${along}`;
  return signature.state === "signed" ? <>Signed off by {who}; what it stood on has not changed.</> : <b>
      <Worded>{`Stale: signed off by ${who}, and since then:`}</Worded>
    </b>;
}
