/** The hand-over: the drill done with the customer, the tests, what still hinders, and the card for the glovebox. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { api, type Refusal } from "../api/client";
import type { DrillStep, Entry, Field, HandOver, HitchDrawing } from "../api/types";
import { useSession } from "../app/session";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { overlaid, useQueue } from "../bay/queue";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { HitchCloseUp } from "../drawing/HitchDrawing";
import { Findings } from "../parts/Findings";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { HookUpStrip } from "./HookUpStrip";
import { useFields } from "../rig/context";
import { day } from "../app/dates";

type Write = (entries: Record<string, Entry | null>) => void;
type Entries = Record<string, Entry | null>;

export function HandOverPage() {
  const id = Number(useParams().id);
  const fields = useFields();
  const told = useQuery({
    queryKey: ["handover", id],
    queryFn: () => api.settled<HandOver>(api.client.GET("/api/rigs/{id}/handover/", { params: { path: { id } } })),
    staleTime: 0,
  });
  if (!told.data || !fields.data) return <Notice>{told.error?.message ?? fields.error?.message ?? "Opening the hand-over…"}</Notice>;
  return <Open told={told.data} fields={fields.data} />;
}

function Open({ told, fields }: { told: HandOver; fields: Record<string, Field> }) {
  const { system } = useUnits();
  const queue = useQueue(told.rig.id);
  const entries = overlaid(told.rig.entries, queue.parcels);
  const write: Write = (more) => queue.write(more, told.rig.entries);
  const stuck = queue.parcels.find((one) => one.problem);
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap" }}>
        <Slab>
          {told.rig.customer}, hand-over
        </Slab>
        <span>
          {told.rig.vehicle_name} with {told.rig.trailer_name}
        </span>
        <Box sx={{ flex: 1 }} />
        <Link component={RouterLink} to={`/rigs/${told.rig.id}/bay`} color="inherit">The bay</Link>
        <Link component={RouterLink} to={`/rigs/${told.rig.id}/hitch`} color="inherit">The plan</Link>
        <Link component={RouterLink} to={`/rigs/${told.rig.id}/record`} color="inherit">The record</Link>
      </Box>
      <Box sx={{ minHeight: 26, fontWeight: 600 }} role="status" aria-label="What is sent">
        {queue.parcels.length > 0 && `${queue.parcels.length} not yet sent. ${stuck?.problem ?? ""} `}
        {stuck && <Button onClick={() => queue.drop(stuck.key)}>Drop it</Button>}
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1.15fr) minmax(0, 1fr)", "@media (max-width: 900px)": { gridTemplateColumns: "minmax(0, 1fr)" }, gap: 3, mt: 1 }}>
        <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
          <Drill title="Coupling, with the customer" steps={told.steps.filter((one) => one.part === "coupling")} hitch={told.hitch} entries={entries} write={write} system={system} />
          <Drill title="Uncoupling" steps={told.steps.filter((one) => one.part === "uncoupling")} hitch={told.hitch} entries={entries} write={write} system={system} />
        </Box>
        <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
          {/* (what hinders grows and shrinks with each answer: it stands below, so that nothing moves under a finger) */}
          <Tests entries={entries} fields={fields} write={write} system={system} />
          <SignCard told={told} waiting={queue.parcels.length > 0} />
          <HookUpStrip told={told} />
          <CardAsItStands told={told} />
        </Box>
      </Box>
    </Box>
  );
}

function Drill({ title, steps, hitch, entries, write, system }: { title: string; steps: DrillStep[]; hitch: HitchDrawing; entries: Entries; write: Write; system: "us" | "metric" }) {
  const { read } = useUnits();
  const done = steps.filter((one) => entries[`drill.${one.key}.done`]?.is === "yes").length;
  return (
    <Panel title={title} note={`${done} of ${steps.length} done`}>
      <Box component="ol" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {steps.map((step, index) => {
          const path = `drill.${step.key}.done`;
          const ticked = entries[path]?.is === "yes";
          return (
            <Box component="li" key={step.key} sx={{ borderBottom: `1px solid ${hairline}` }}>
              <Box component="label" sx={{ display: "grid", gridTemplateColumns: "46px 26px 1fr auto", alignItems: "center", minHeight: 48, cursor: "pointer", py: 0.25 }}>
                <Checkbox
                  checked={ticked}
                  onChange={() => write({ [path]: { is: ticked ? "no" : "yes", from: "measured", system } })}
                  color="default"
                />
                <Box component="span" sx={{ color: inkSoft }}>{index + 1}</Box>
                <span>
                  <b>{read(step.does)}</b> {step.why}
                  {step.caution && (
                    <Box component="span" sx={{ display: "block", fontWeight: 600 }}>
                      <StateMark state="caution" size={14} /> {step.caution}
                    </Box>
                  )}
                </span>
                <HitchCloseUp drawn={hitch} hold={step.hold} around={230} />
              </Box>
            </Box>
          );
        })}
      </Box>
    </Panel>
  );
}

const TESTS = ["handover.brake_test", "handover.breakaway_test", "handover.test_drive", "handover.retorqued"];

function Tests({ entries, fields, write, system }: { entries: Entries; fields: Record<string, Field>; write: Write; system: "us" | "metric" }) {
  const put = (path: string, is: string) => write({ [path]: is ? { is, from: "measured", system } : null });
  return (
    <Panel title="Tests">
      <Box sx={{ display: "grid", gap: 1 }}>
        {TESTS.map((path) => {
          const field = fields[path];
          return (
            field && (
              <Box key={path} role="group" aria-label={field.label}>
                <Box sx={{ fontWeight: 600 }}>
                  {field.label} <Box component="span" sx={{ fontWeight: 400, color: inkSoft }}>{field.read_at}</Box>
                </Box>
                <Box sx={{ display: "flex", gap: 0.75, flexWrap: "wrap" }}>
                  {field.choices.map((choice) => (
                    <Button key={choice.value} variant={entries[path]?.is === choice.value ? "contained" : "outlined"} aria-pressed={entries[path]?.is === choice.value} onClick={() => put(path, choice.value)} sx={{ minHeight: 42 }}>
                      {choice.word}
                    </Button>
                  ))}
                </Box>
              </Box>
            )
          );
        })}
        <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", mt: 0.5 }}>
          <Typed path="handover.brake_gain" label="Brake controller set to" entries={entries} put={put} />
          <Typed path="handover.a_year" label={`Towed in a year, ${system === "us" ? "mi" : "km"}`} entries={entries} put={put} />
        </Box>
      </Box>
    </Panel>
  );
}

function Typed({ path, label, entries, put }: { path: string; label: string; entries: Entries; put: (path: string, is: string) => void }) {
  const now = entries[path]?.is ?? "";
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      label={label}
      value={typed ?? now}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => {
        if (typed !== null && typed.trim() !== now) put(path, typed.trim());
        setTyped(null);
      }}
      sx={{ width: 210 }}
    />
  );
}

function SignCard({ told, waiting }: { told: HandOver; waiting: boolean }) {
  const session = useSession();
  const queries = useQueryClient();
  const { system } = useUnits();
  const hand = useMutation<HandOver, Refusal>({
    mutationFn: () => api.settled<HandOver>(api.client.POST("/api/rigs/{id}/handover/", { params: { path: { id: told.rig.id } }, body: { version: told.rig.version } })),
    onSuccess: (written) => {
      queries.setQueryData(["handover", told.rig.id], written);
      void queries.invalidateQueries({ queryKey: ["floor"] });
      queries.removeQueries({ queryKey: ["rig", String(told.rig.id)] });
    },
  });
  const signature = told.rig.signatures.find((one) => one.station === "handover");
  const latest = told.cards[0];
  const current = latest && signature?.state === "signed";
  return (
    <Panel title="Hand over" note={told.hindrances.length ? `${told.hindrances.length} in the way` : "nothing in the way"}>
      {told.hindrances.length > 0 && <Findings findings={told.hindrances.slice(0, 8)} />}
      {told.hindrances.length > 8 && <Box sx={{ pl: 4 }}>and {told.hindrances.length - 8} more</Box>}
      {told.hindrances.length === 0 && !current && <Box><StateMark state="good" /> Nothing is over and nothing is unknown.</Box>}
      {latest && (
        <Box data-card={latest.number} sx={{ my: 1, border: "1.5px solid", p: 1 }}>
          <b>Card {latest.number}</b>, by {latest.by}, {day(latest.at)}; inspection by {latest.inspect_by}.
          {!current && <Box sx={{ fontWeight: 600, color: pencil }}>Something changed since: this card is void until it is handed over again.</Box>}
          <Box sx={{ display: "flex", gap: 2, mt: 0.5 }}>
            {told.cards.map((one) => (
              <Link key={one.number} href={`/api/rigs/${told.rig.id}/cards/${one.number}.pdf?units=${system}`} target="_blank" rel="noreferrer" color="inherit" sx={{ fontWeight: 600 }}>
                Card {one.number}, PDF to print
              </Link>
            ))}
            <Link href={`/api/rigs/${told.rig.id}/cards/${latest.number}.pdf?units=${system}&page=phone`} target="_blank" rel="noreferrer" color="inherit" sx={{ fontWeight: 600 }}>
              How to hook up, PDF for the phone
            </Link>
          </Box>
        </Box>
      )}
      {session.data?.may.includes("hand_over") && !current && !told.rig.practice && (
        <Button variant="contained" onClick={() => hand.mutate()} disabled={waiting || hand.isPending} sx={{ minHeight: 44, px: 3, mt: 0.5 }}>
          Sign, hand over and make the card
        </Button>
      )}
      {hand.isError && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600, mt: 0.5 }}>
          {hand.error.message}
        </Box>
      )}
    </Panel>
  );
}

function CardAsItStands({ told }: { told: HandOver }) {
  const { read } = useUnits();
  return (
    <Panel title="The card as it would be made now">
      <Box sx={{ border: `1px solid ${hairline}`, bgcolor: "background.paper", p: 1.25 }}>
        <Box sx={{ height: 90 }}>
          <ElevationDrawing elevation={told.elevation} title="The rig, to scale" mini />
        </Box>
        {told.card.map((block) => (
          <Box key={block.heading} sx={{ mt: 0.75 }}>
            <Slab size="inherit" component="div" sx={{ borderBottom: "1px solid" }}>{block.heading}</Slab>
            {block.lines.map((line, i) => (
              <Box key={i} sx={{ display: "grid", gridTemplateColumns: line.name ? "42% 1fr" : "1fr", columnGap: 1 }}>
                {line.name && <span>{line.name}</span>}
                <Box component="span" sx={{ fontWeight: line.name ? 600 : 400 }}>{read(line.says)}</Box>
              </Box>
            ))}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
