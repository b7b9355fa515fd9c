/** What the bay comes to: what stands in the way, the loads from the tape, the plan beside what was measured, the signature. */
import Box from "@mui/material/Box";
import { useMutation, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { Bay, RigRecord } from "../api/types";
import { pencil } from "../app/theme";
import { useSession } from "../app/session";
import { useUnits } from "../app/units";
import { Findings } from "../parts/Findings";
import { Panel, Row, Rows } from "../parts/Rows";
import { SignMark } from "../parts/SignMark";
import { StateMark } from "../parts/StateMark";
import { day } from "../app/dates";
import { BigButton } from "./Keypad";
import { useBayPage } from "./context";

export function ResultScreen({ told }: { told: Bay }) {
  const { read } = useUnits();
  const { bay: fit, rig } = told;
  return (
    <Box sx={{ display: "grid", gap: 2, fontSize: "1.05rem" }}>
      <Panel title="In the way" note={fit.findings.length ? "worst first" : ""}>
        {fit.findings.length ? <Findings findings={fit.findings} /> : <Box sx={{ fontSize: "1.15rem" }}><StateMark state="good" /> Nothing is over and nothing is unknown in the bay.</Box>}
      </Panel>
      <Panel title="From tape to loads" note="± is twice the standard uncertainty">
        <Rows>
          <Row name="Front rises on coupling" figure={fit.states.rise} spread />
          <Row name="Rear drops on coupling" figure={fit.states.drop} spread />
          <Row name="Front spring rate" figure={fit.rates.front} spread />
          <Row name="Rear spring rate" figure={fit.rates.rear} spread />
          {fit.bars && (
            <>
              <Row name="Restored, by tape" figure={fit.restoration.tape} spread />
              <Row name="Restored, by weighbridge" figure={fit.restoration.bridge} spread />
              <Row name="Restored, by the gauge under the ball" figure={fit.restoration.gauge} spread />
              <Row name="Restored, all together" figure={fit.restoration.together} strong spread />
              <Row name={`Front axle, ${fit.loaded}`} figure={fit.loads?.front ?? null} spread />
              <Row name={`Rear axle, ${fit.loaded}`} figure={fit.loads?.rear ?? null} spread />
              <Row name={`Trailer axles, ${fit.loaded}`} figure={fit.loads?.trailer_axles ?? null} spread />
              {fit.axles.length > 1 && fit.axles.map((one) => <Row key={one.name} name={`${one.name}${one.worse ? ", if no equaliser joins the springs" : ""}`} figure={one.load} spread />)}
              <Row name="Each bar pulls" figure={fit.loads?.bar_each ?? null} spread />
              <Row name="Rail front less rail rear" figure={fit.attitude} spread />
            </>
          )}
        </Rows>
        {fit.rates.noise.length > 0 && <Box sx={{ mt: 0.5, fontWeight: 600 }}>The {fit.rates.noise.join(" and ")} moved less than the tape can tell: the rate is not known from it.</Box>}
      </Panel>
      <Panel title="The plan beside what was measured">
        {fit.beside.map((one) => (
          <Box key={one.key} sx={{ display: "grid", gridTemplateColumns: "24px 1fr 110px 110px", gap: 1, py: 0.4 }}>
            <StateMark state={one.state} />
            <span>
              <b>{one.name}</b>. {read(one.says)}
            </span>
            <span>{one.planned.text ? `plan ${read(one.planned.text)}` : "no plan"}</span>
            <span>{one.measured.text ? `is ${read(one.measured.text)}` : "not measured"}</span>
          </Box>
        ))}
        {fit.refit && <Box sx={{ fontWeight: 600, color: pencil }}>{read(fit.refit)}</Box>}
      </Panel>
      <Panel title="Checks">
        {[...fit.checks, ...fit.proofs].map((one) => (
          <Box key={one.key} sx={{ display: "grid", gridTemplateColumns: "24px 1fr", gap: 1, py: 0.3 }}>
            <StateMark state={one.state} />
            <span>
              <b>{one.name}</b>: {read(one.says)} <Box component="span" sx={{ opacity: 0.8 }}>{one.why}</Box>
            </span>
          </Box>
        ))}
      </Panel>
      <SignBay rig={rig} />
    </Box>
  );
}

function SignBay({ rig }: { rig: RigRecord }) {
  const { pending } = useBayPage();
  const { read } = useUnits();
  const session = useSession();
  const queries = useQueryClient();
  const sign = useMutation<RigRecord, Refusal>({
    mutationFn: () => api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/sign/", { params: { path: { id: rig.id } }, body: { station: "bay", version: rig.version } })),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ["bay", rig.id] });
      void queries.invalidateQueries({ queryKey: ["handover", rig.id] });
      queries.removeQueries({ queryKey: ["rig", String(rig.id)] });
    },
  });
  const signature = rig.signatures.find((one) => one.station === "bay");
  if (!signature) return null;
  const may = rig.practice || session.data?.may.includes("sign_bay");
  return (
    <Box component="footer" aria-label="Sign-off of the bay" data-signature={signature.state} sx={{ borderTop: "2px solid", pt: 1 }}>
      <Box sx={{ fontSize: "1.15rem", mb: 1 }}>
        <SignMark state={signature.state} />{" "}
        {signature.state === "open" ? "The technician has not signed." : `${signature.state === "stale" ? "Stale: signed" : "Signed"} by ${signature.by ?? ""}, ${day(signature.at ?? "")}${signature.brought_from ? `, as brought in from ${signature.brought_from}` : ""}.`}
        {signature.changes.slice(0, 4).map((change) => (
          <Box key={change.path}>
            {change.name}: {change.before || "blank"} → <b>{change.after || (change.why ? `set aside, ${read(change.why)}` : "blank")}</b>
          </Box>
        ))}
      </Box>
      {may && (
        <BigButton strong press={() => sign.mutate()} disabled={pending || sign.isPending}>
          {signature.state === "open" ? "Sign the bay off" : "Sign the bay again"}
        </BigButton>
      )}
      {sign.isError && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600, fontSize: "1.15rem", mt: 1 }}>
          {sign.error.message}
        </Box>
      )}
    </Box>
  );
}
