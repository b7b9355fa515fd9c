/** The record of one rig: what happened, a complaint against its own figures, the next visit, and taking it out. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";

import { api, type Refusal } from "../api/client";
import type { Carried, Causes, Field, Pick, RigEvent, RigRecord } from "../api/types";
import { useSession } from "../app/session";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { useQueue } from "../bay/queue";
import { PickField } from "../catalogue/PickField";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { useFields } from "../rig/context";
import { useRecord } from "../rig/draft";
import { SwingWhatIf } from "./SwingWhatIf";

export function RecordPage() {
  const { id } = useParams();
  const record = useRecord(id);
  const fields = useFields();
  if (!record.data || !fields.data) return <Notice>{record.error?.message ?? fields.error?.message ?? "Opening the record…"}</Notice>;
  const rig = record.data;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap" }}>
        <Slab>
          {rig.customer}, the record
        </Slab>
        <span>
          {rig.vehicle_name} {rig.vehicle_plate && `(${rig.vehicle_plate})`} with {rig.trailer_name} {rig.trailer_plate && `(${rig.trailer_plate})`}
        </span>
        <Box sx={{ flex: 1 }} />
        <Link href={`/api/rigs/${rig.id}/record.jsonl`} download color="inherit">Take out, JSON lines</Link>
        <Link href={`/api/rigs/${rig.id}/record.csv`} download color="inherit">Take out, CSV</Link>
        <Link component={RouterLink} to={`/rigs/${rig.id}/handover`} color="inherit">Hand-over</Link>
        <Link component={RouterLink} to={`/rigs/${rig.id}/meet`} color="inherit">The plan</Link>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) minmax(0, 1fr)", "@media (max-width: 900px)": { gridTemplateColumns: "minmax(0, 1fr)" }, gap: 3, mt: 1 }}>
        <Timeline rig={rig} />
        <Box sx={{ display: "grid", gap: 2.5, alignContent: "start" }}>
          <Complaint rig={rig} fields={fields.data} />
          <TowedSince rig={rig} />
          <NextVisit rig={rig} />
        </Box>
      </Box>
    </Box>
  );
}

const MARKS: Record<RigEvent["kind"], string> = { readings: "read", trial: "trial", override: "override", signed: "signed", card: "card", sheet: "sheet", visit: "visit", complaint: "complaint", arrival: "from elsewhere", job: "job", parts: "parts" };

function Timeline({ rig }: { rig: RigRecord }) {
  const told = useQuery({
    queryKey: ["timeline", rig.id, rig.version],
    queryFn: () => api.settled<RigEvent[]>(api.client.GET("/api/rigs/{id}/timeline/", { params: { path: { id: rig.id } } })),
    staleTime: 0,
  });
  return (
    <Panel title="What happened" note="newest first; nothing is ever overwritten">
      {told.isError && <Box role="alert">{told.error.message}</Box>}
      <Box component="ol" sx={{ listStyle: "none", m: 0, p: 0 }} aria-label="Timeline">
        {told.data?.map((one, i) => (
          <Box component="li" key={i} sx={{ display: "grid", gridTemplateColumns: "96px 78px 1fr", gap: 1, py: 0.6, borderBottom: `1px solid ${hairline}` }}>
            <Box component="span" sx={{ color: inkSoft }}>{new Date(one.at).toLocaleString("en", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit", hour12: false })}</Box>
            <Box component="span" sx={{ border: "1px solid", px: 0.5, justifySelf: "start", alignSelf: "start", fontSize: "0.85rem", fontWeight: one.kind === "override" || one.kind === "card" ? 600 : 400 }}>{MARKS[one.kind]}</Box>
            <span>
              <b>{one.says}</b>, by {one.by}
              {one.rig !== null && (
                <>
                  {" "}
                  <Link component={RouterLink} to={`/rigs/${one.rig}/record`} color="inherit">see that visit</Link>
                </>
              )}
              {one.details.map((detail) => (
                <Box key={detail} sx={{ color: inkSoft }}>{detail}</Box>
              ))}
            </span>
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

function Complaint({ rig, fields }: { rig: RigRecord; fields: Record<string, Field> }) {
  const { read, system } = useUnits();
  const queries = useQueryClient();
  const queue = useQueue(rig.id);
  const symptoms = fields["complaints.*.symptom"]?.choices ?? [];
  const [symptom, setSymptom] = useState("");
  const [said, setSaid] = useState("");
  const causes = useQuery({
    queryKey: ["causes", rig.id, rig.version, symptom],
    queryFn: () => api.settled<Causes>(api.client.GET("/api/rigs/{id}/causes/{symptom}/", { params: { path: { id: rig.id, symptom: symptom as "sway" } } })),
    enabled: symptom !== "",
  });
  const known = Object.keys(rig.entries).filter((path) => /^complaints\.[^.]+\.symptom$/.test(path));

  function keep() {
    const key = `complaints.c_${known.length + queue.parcels.length + 1}`;
    queue.write({ [`${key}.symptom`]: { is: symptom, from: "measured", system }, ...(said.trim() ? { [`${key}.said`]: { is: said.trim(), from: "measured", system } } : {}) }, rig.entries);
    setSaid("");
    setTimeout(() => void queries.invalidateQueries({ queryKey: ["timeline", rig.id] }), 800);
  }

  const first = causes.data?.causes[0];
  return (
    <Panel title="A complaint" note="against this rig's own record">
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "end" }}>
        <Box>
          <label htmlFor="symptom">What is wrong</label>
          <NativeSelect id="symptom" value={symptom} onChange={(event) => setSymptom(event.target.value)} sx={{ display: "block", minWidth: 300 }}>
            <option value="">choose what the customer says</option>
            {symptoms.map((one) => (
              <option key={one.value} value={one.value}>{one.word}</option>
            ))}
          </NativeSelect>
        </Box>
        <TextField label="In the customer's words" value={said} onChange={(event) => setSaid(event.target.value)} slotProps={{ htmlInput: { maxLength: 120 } }} sx={{ flex: 1, minWidth: 180 }} />
        <Button onClick={keep} disabled={!symptom}>Write it down</Button>
      </Box>
      {causes.isError && <Box role="alert" sx={{ color: pencil }}>{causes.error.message}</Box>}
      {first && (
        <Box sx={{ mt: 1 }}>
          <Box data-first sx={{ border: "2px solid", p: 1 }}>
            Measure first: <b>{first.measure}</b>
          </Box>
          <Box component="ol" aria-label="Likely causes" sx={{ m: 0, mt: 0.5, p: 0, listStyle: "none" }}>
            {causes.data?.causes.map((one, i) => (
              <Box component="li" key={one.name} sx={{ display: "grid", gridTemplateColumns: "26px 24px 1fr", py: 0.5, borderBottom: `1px solid ${hairline}` }}>
                <span>{i + 1}</span>
                <StateMark state={one.standing === "speaks for it" ? "refused" : one.standing === "not known" ? "unknown" : "good"} />
                <span>
                  <b>{one.name}</b>, {one.standing}. {read(one.says)} {i > 0 && one.measure}
                </span>
              </Box>
            ))}
          </Box>
          {causes.data?.what_if && <SwingWhatIf rig={rig.id} version={rig.version} />}
        </Box>
      )}
    </Panel>
  );
}

/** How far it was towed since it was handed over: an inspection is due by distance too, and is then proposed on the day. */
function TowedSince({ rig }: { rig: RigRecord }) {
  const { system } = useUnits();
  const queue = useQueue(rig.id);
  const queries = useQueryClient();
  const known = rig.entries["handover.towed"];
  const waits = queue.parcels.length > 0;
  const waited = useRef(false);
  // Once it is written the record has another revision of it: the next figure is typed over that one.
  useEffect(() => {
    if (waited.current && !waits) void queries.invalidateQueries({ queryKey: ["rig", String(rig.id)] });
    waited.current = waits;
  }, [waits, queries, rig.id]);
  const [text, setText] = useState(known?.is ?? "");
  if (rig.signatures.every((one) => one.station !== "handover" || one.state === "open")) return null;
  const write = () => queue.write({ "handover.towed": text.trim() ? { is: text.trim(), from: "assumed", system } : null }, rig.entries);
  return (
    <Panel title="Towed since it was handed over" note="an inspection is due after 10 000 km, or a year">
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "end" }}>
        <TextField label="How far" value={text} onChange={(event) => setText(event.target.value)} placeholder={system === "us" ? "mi" : "km"} slotProps={{ htmlInput: { maxLength: 40 } }} sx={{ width: 140 }} />
        <Button onClick={write} disabled={text.trim() === (known?.is ?? "")}>Keep how far</Button>
        {known && <Box sx={{ color: inkSoft }}>{known.is}, by {known.by}</Box>}
      </Box>
      {queue.parcels.filter((one) => one.problem && "handover.towed" in one.entries).map((one) => (
        <Box key={one.key} role="alert" sx={{ color: pencil, fontWeight: 600 }}>
          {one.problem} <Button onClick={() => queue.drop(one.key)}>Read</Button>
        </Box>
      ))}
    </Panel>
  );
}

const VISITS: { key: Carried["new"]; name: string }[] = [
  { key: "vehicle", name: "A new tow vehicle" },
  { key: "trailer", name: "A new trailer" },
  { key: "hitch", name: "A new hitch" },
  { key: "same", name: "The same rig: inspection or another load" },
];

function NextVisit({ rig }: { rig: RigRecord }) {
  const session = useSession();
  const go = useNavigate();
  const [chosen, choose] = useState<Carried["new"] | null>(null);
  const [picked, pick] = useState<Pick | null>(null);
  const carried = useQuery({
    queryKey: ["carried", rig.id, rig.version, chosen],
    queryFn: () => api.settled<Carried>(api.client.GET("/api/rigs/{id}/again/", { params: { path: { id: rig.id }, query: { new: chosen ?? "same" } } })),
    enabled: chosen !== null,
  });
  const begin = useMutation<{ id: number }, Refusal>({
    mutationFn: () => api.settled(api.client.POST("/api/rigs/{id}/again/", { params: { path: { id: rig.id } }, body: { new: chosen ?? "same", name: picked?.name ?? "" } })),
    onSuccess: (made) => void go(`/rigs/${made.id}/meet`),
  });
  if (!session.data?.may.includes("open_rig")) return null;
  const kept = carried.data?.kept.filter((one) => !one.why) ?? [];
  const lost = carried.data?.kept.filter((one) => one.why) ?? [];
  const reasons = [...new Set(lost.map((one) => one.why))];
  return (
    <Panel title="The customer comes back" note="the next visit starts from this one; this record stays as it is">
      <Box sx={{ display: "flex", gap: 0.75, flexWrap: "wrap" }} role="group" aria-label="What is new">
        {VISITS.map((one) => (
          <Button key={one.key} variant={chosen === one.key ? "contained" : "outlined"} aria-pressed={chosen === one.key} onClick={() => { choose(one.key); pick(null); }}>
            {one.name}
          </Button>
        ))}
      </Box>
      {carried.data && (
        <Box sx={{ mt: 1, display: "grid", gap: 1 }}>
          {(chosen === "vehicle" || chosen === "trailer") && (
            <Box sx={{ mt: 0.5 }}>
              <PickField key={chosen} kind={`${chosen}s`} label="From the catalogue" hint="not in the catalogue: read it anew" value={picked} choose={pick} width={340} />
            </Box>
          )}
          <div>
            <b>{kept.length} entries carry over</b>{kept.length > 0 && `: ${kept.slice(0, 5).map((one) => one.name).join(", ")}${kept.length > 5 ? " and others" : ""}`}.
          </div>
          {carried.data.brought.length > 0 && (
            <div>
              <b>Brought along:</b> {carried.data.brought.map((one) => `${one.name} ${one.text}`).join("; ")}.
            </div>
          )}
          <Box>
            <b>{lost.length} are void</b>
            {reasons.map((why) => (
              <Box key={why}>
                {lost.filter((one) => one.why === why).length}, {why}
              </Box>
            ))}
          </Box>
          <Box>
            <Button variant="contained" onClick={() => begin.mutate()} disabled={begin.isPending}>Begin the next visit</Button>
            {begin.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{begin.error.message}</Box>}
          </Box>
        </Box>
      )}
    </Panel>
  );
}
