/** The torque sheet: every nut and bolt in order, what this bay's wrenches can do, the extension reckoned, the witness mark. */
import Box from "@mui/material/Box";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Fragment, useState } from "react";

import { api, type Refusal } from "../api/client";
import type { BaySection, Entry, Fastener, Fit, Reach } from "../api/types";
import { day } from "../app/dates";
import { hairline, inkSoft, pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { TakeIt } from "../instruments/TakeIt";
import { Slab } from "../parts/Slab";
import { HitchCloseUp } from "../drawing/HitchDrawing";
import { StateMark } from "../parts/StateMark";
import { BigButton } from "./Keypad";
import { useBayPage } from "./context";
import { tightened, tightenedAndMarked } from "./tightened";

export function TorqueScreen({ fit, section }: { fit: Fit; section: BaySection }) {
  const bolts = fit.torque.filter((one) => section.joints.includes(one.joint));
  const served = fit.served.filter((one) => section.joints.includes(one.joint));
  return (
    <Box sx={{ display: "grid", gap: 1.5 }}>
      <Box sx={{ fontSize: "1.15rem" }}>
        In this order, in even alternating turns. Paint a witness mark on each; never trust the last fitter&apos;s torque.
      </Box>
      {section.joints.map((joint) => {
        const own = served.find((one) => one.joint === joint);
        const best = own?.best ?? null;
        return (
          <Fragment key={joint}>
            <JointAt bolt={bolts.find((one) => one.joint === joint)} />
            <AtOnce bolts={bolts.filter((one) => one.joint === joint)} best={best} />
            {bolts
              .filter((one) => one.joint === joint)
              .map((bolt) => (
                <Bolt key={bolt.key} bolt={bolt} best={best} wrenches={own?.reaches.map((one) => one.wrench) ?? []} methods={fit.methods} />
              ))}
          </Fragment>
        );
      })}
      {fit.kept.length > 0 && (
        <Box component="ul" aria-label="Grease and noise" sx={{ m: 0, pl: 3, fontSize: "1.15rem", borderTop: `1px solid ${hairline}`, pt: 1 }}>
          {fit.kept.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Box>
      )}
      {served.length > 0 && <Extension served={served} />}
    </Box>
  );
}

/** Where a joint is on the hitch, and how several of it are drawn tight. */
function JointAt({ bolt }: { bolt: Fastener | undefined }) {
  const { hitch, record } = useBayPage();
  if (!bolt || record.practice) return null;
  return (
    <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", fontSize: "1.15rem", borderTop: `1px solid ${hairline}`, pt: 1 }}>
      <HitchCloseUp drawn={hitch} hold={bolt.hold} around={150} />
      <span>
        <b>{bolt.of}</b>
        {bolt.evenly && `, ${bolt.evenly}`}
      </span>
    </Box>
  );
}

/** Every bolt of one joint as its sheet asks, by one press; one that was done otherwise has its own. */
function AtOnce({ bolts, best }: { bolts: Fastener[]; best: Reach | null }) {
  const { entries, write, may } = useBayPage();
  const { read, system } = useUnits();
  const first = bolts[0];
  const begun = bolts.some((one) => ["reached", "tight", "marked", "turned"].some((field) => entries[`torque.${one.key}.${field}`]?.is));
  if (!first || !may || begun || bolts.some((one) => one.by === "torque" && !one.target_exact)) return null;
  const late = (one: Fastener) => entries[`torque.${one.key}.late`]?.is === "yes";
  const tight = first.by === "torque" && first.target_exact ? `to ${read(first.target_exact)}` : first.feel.toLowerCase();
  return (
    <BigButton strong press={() => write(Object.assign({}, ...bolts.map((one) => tightenedAndMarked(one, late(one), { system, read, best }))) as Record<string, Entry>)}>
      {first.of}
      {bolts.length > 1 && (bolts.length === 2 ? ", both" : `, all ${bolts.length}`)} done: {tight}
      {first.turn && `, then ${first.turn}`}, marked
    </BigButton>
  );
}

function Bolt({ bolt, best, wrenches, methods }: { bolt: Fastener; best: Reach | null; wrenches: string[]; methods: Fit["methods"] }) {
  const { entries, record, write, may } = useBayPage();
  const { read, system } = useUnits();
  const queries = useQueryClient();
  const place = `torque.${bolt.key}`;
  const put = (field: string, is: string): [string, Entry] => [`${place}.${field}`, { is, from: "measured", system }];
  const reached = entries[`${place}.reached`]?.is;
  const turned = entries[`${place}.turned`]?.is === "yes";
  const later = entries[`${place}.turned_later`]?.is === "yes";
  const tight = entries[`${place}.tight`]?.is === "yes";
  const marked = entries[`${place}.marked`]?.is === "yes";
  const target = bolt.target_exact ? read(bolt.target_exact) : "";
  const [other, setOther] = useState<string | null>(null);
  return (
    <Box component="section" aria-label={bolt.name} data-state={bolt.state} sx={{ borderTop: `1px solid ${hairline}`, pt: 1 }}>
      <Box sx={{ display: "flex", gap: 1, alignItems: "baseline", flexWrap: "wrap" }}>
        <StateMark state={bolt.state} size={20} />
        <Slab component="div">{bolt.name}</Slab>
        {bolt.wanted.us && (
          <Box sx={{ fontSize: "1.15rem" }}>
            {bolt.wanted.us}
            {bolt.least && bolt.most && <Box component="span" sx={{ color: inkSoft }}> ({bolt.least.metric === bolt.most.metric ? bolt.least.metric : `${bolt.least.metric} to ${bolt.most.metric}`})</Box>}
          </Box>
        )}
        {bolt.across && <Box sx={{ color: inkSoft, fontSize: "1.1rem" }}>socket {read(bolt.across)}{bolt.bolt_across && `, the bolt's head ${read(bolt.bolt_across)}`}</Box>}
      </Box>
      <Box sx={{ fontSize: "1.1rem" }}>
        {read(bolt.says)} <Who of={record.entries[`${place}.marked`] ?? record.entries[`${place}.reached`]} /> {best && <>Wrench “{best.wrench}”: {read(best.says)}</>}
      </Box>
      {["reached", "tight", "marked", "turned", "turned_later"].map((field) => {
        const aside = entries[`${place}.${field}`]?.is ? undefined : record.aside[`${place}.${field}`];
        return aside ? (
          <Box key={field} data-aside={`${place}.${field}`} sx={{ fontSize: "1.1rem", bgcolor: wash, px: 1, py: 0.25, mt: 0.5 }}>
            <s>{field === "reached" ? aside.is : field === "marked" ? "witness mark painted" : field === "tight" ? "tightened by feel" : "turned"}</s> {aside.by}, {day(aside.at)}: set aside, {read(aside.why)}.
          </Box>
        ) : null;
      })}
      {may && bolt.found && !reached && (
        <Box role="group" aria-label={`${bolt.name}: witness mark, as found`} sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1, mt: 0.75 }}>
          <BigButton current={bolt.witness === "whole"} press={() => write(Object.fromEntries([put("witness", "whole")]))}>
            Mark in line
          </BigButton>
          <BigButton current={bolt.witness === "moved"} press={() => write(Object.fromEntries([put("witness", "moved")]))}>
            Mark broken or moved
          </BigButton>
        </Box>
      )}
      {may && bolt.by === "torque" && <TakeIt record={record} paths={[`${place}.reached`]} says="Take it from the wrench" taken={() => void queries.invalidateQueries({ queryKey: ["bay", record.id] })} />}
      {may && (bolt.target_exact ?? bolt.by !== "torque") && (
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(210px, 100%), 1fr))", gap: 1, mt: 0.75 }}>
          {bolt.by === "torque" ? (
            <BigButton
              current={Boolean(reached)}
              press={() =>
                write(tightened(bolt, entries[`${place}.late`]?.is === "yes", { system, read, best }))
              }
            >
              {reached ? `Tightened to ${reached}` : `Tighten to ${target}`}
            </BigButton>
          ) : (
            <BigButton current={tight} press={() => write(Object.fromEntries([put("tight", tight ? "no" : "yes")]))}>
              {tight ? `${bolt.feel}: done` : bolt.feel}
            </BigButton>
          )}
          {bolt.turn && (
            <BigButton current={turned} press={() => write(Object.fromEntries([put("turned", turned ? "no" : "yes")]))}>
              {turned ? `Turned ${bolt.turn}` : `Then ${bolt.turn}`}
            </BigButton>
          )}
          {bolt.later && (
            <BigButton current={later} press={() => write(Object.fromEntries([put("turned_later", later ? "no" : "yes")]))}>
              {later ? "Turned once more" : `Then ${bolt.later}`}
            </BigButton>
          )}
          <BigButton current={marked} press={() => write(Object.fromEntries([put("marked", marked ? "no" : "yes")]))}>
            {marked ? "Witness mark painted" : "Paint the witness mark"}
          </BigButton>
          {bolt.by === "torque" && <BigButton press={() => setOther(other === null ? (reached ?? "") : null)}>Another torque or wrench</BigButton>}
        </Box>
      )}
      {other !== null && <ByHand bolt={bolt} begin={other} wrenches={wrenches} methods={methods} put={put} done={() => setOther(null)} />}
    </Box>
  );
}

/** Another torque than the one offered, and what it was put in with. */
function ByHand({ bolt, begin, wrenches, methods, put, done }: { bolt: Fastener; begin: string; wrenches: string[]; methods: Fit["methods"]; put: (field: string, is: string) => [string, Entry]; done: () => void }) {
  const { entries, write } = useBayPage();
  const { system } = useUnits();
  const at = (field: string) => entries[`torque.${bolt.key}.${field}`]?.is ?? "";
  const [typed, set] = useState({ reached: begin, wrench: at("wrench"), method: at("method") || "wrench", extension: at("extension"), multiplier: at("multiplier") });
  const counted = Boolean(bolt.by_flats && methods.find((one) => one.value === typed.method)?.counted);
  const finish = () => {
    // where the maker gives flats, those counted are as good: no wrench reads a torque then
    if (counted && !typed.reached.trim()) {
      write(Object.fromEntries([put("method", typed.method), put("turned", "yes")]));
      return done();
    }
    if (!typed.reached.trim()) return;
    const extra = typed.method === "extension" ? typed.extension.trim() : "";
    const times = typed.method === "multiplier" ? typed.multiplier.trim() : "";
    write(
      Object.fromEntries([
        put("reached", typed.reached.trim()),
        // typed by hand: whatever wrench it was taken from before is not this one
        ...(at("late") ? [put("late", "no")] : []),
        put("method", typed.method),
        ...(typed.wrench ? [put("wrench", typed.wrench)] : []),
        ...(extra || at("extension") ? [put("extension", extra)] : []),
        ...(times || at("multiplier") ? [put("multiplier", times)] : []),
      ]),
    );
    done();
  };
  const change = (field: keyof typeof typed) => (event: { target: { value: string } }) => set({ ...typed, [field]: event.target.value });
  return (
    <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); finish(); }} sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 0.75, alignItems: "center", "& select": { fontSize: "1.15rem", minHeight: 48 } }}>
      {counted && <Box sx={{ fontSize: "1.1rem" }}>{bolt.turn}, counted: without a torque.</Box>}
      <TextField label={`${bolt.name}, tightened to`} value={typed.reached} onChange={change("reached")} autoFocus />
      <NativeSelect value={typed.method} onChange={change("method")} slotProps={{ input: { "aria-label": `${bolt.name}, put in by` } }}>
        {methods.map((one) => (
          <option key={one.value} value={one.value}>{one.word}</option>
        ))}
      </NativeSelect>
      <NativeSelect value={typed.wrench} onChange={change("wrench")} slotProps={{ input: { "aria-label": `${bolt.name}, which wrench` } }}>
        <option value="">which wrench?</option>
        {wrenches.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </NativeSelect>
      {typed.method === "extension" && <TextField label={`Extension, ${system === "us" ? "in" : "mm"}`} value={typed.extension} onChange={change("extension")} sx={{ width: 150 }} />}
      {typed.method === "multiplier" && <TextField label="Multiplier, times" value={typed.multiplier} onChange={change("multiplier")} sx={{ width: 150 }} />}
      <Box sx={{ width: 220 }}>
        <BigButton press={finish}>Write it down</BigButton>
      </Box>
    </Box>
  );
}

/** Whose hand it was, and when. */
function Who({ of }: { of: { by: string; at: string } | undefined }) {
  if (!of) return null;
  const when = new Date(of.at).toLocaleString("en", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit", hour12: false });
  return (
    <b>
      {of.by}, {when}.
    </b>
  );
}

/** With an in-line extension the wrench is set lower than what the nut gets. */
function Extension({ served }: { served: Fit["served"] }) {
  const { rig } = useBayPage();
  const { read, system } = useUnits();
  const [joint, setJoint] = useState(served[0]?.joint ?? "");
  const wrenches = served[0]?.reaches.map((one) => one.wrench) ?? [];
  const [wrench, setWrench] = useState(wrenches[0] ?? "");
  const [extension, setExtension] = useState("");
  const ask = useMutation<Reach, Refusal>({
    mutationFn: () => api.settled<Reach>(api.client.POST("/api/rigs/{id}/extension/", { params: { path: { id: rig } }, body: { joint, wrench, extension, system } })),
  });
  const reaches = served.find((one) => one.joint === joint)?.reaches ?? [];
  return (
    <Box component="section" aria-label="Extension" sx={{ border: "1.5px solid", p: 1.5 }}>
      <Slab component="div">Wrench with an extension</Slab>
      <Box sx={{ fontSize: "1.05rem" }}>set = target · A / (A + E); A from the drive to the grip, E the extension, in line</Box>
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", mt: 1, alignItems: "center", "& select": { fontSize: "1.15rem", minHeight: 48 } }}>
        <NativeSelect value={joint} onChange={(event) => setJoint(event.target.value)} slotProps={{ input: { "aria-label": "Joint" } }}>
          {served.map((one) => (
            <option key={one.joint} value={one.joint}>{one.name}</option>
          ))}
        </NativeSelect>
        <NativeSelect value={wrench} onChange={(event) => setWrench(event.target.value)} slotProps={{ input: { "aria-label": "Torque wrench" } }}>
          {wrenches.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </NativeSelect>
        <TextField label={`Extension, ${system === "us" ? "in" : "mm"}`} value={extension} onChange={(event) => setExtension(event.target.value)} sx={{ width: 150 }} error={ask.isError} />
        <Box sx={{ width: 170 }}>
          <BigButton press={() => ask.mutate()}>Reckon</BigButton>
        </Box>
      </Box>
      {ask.data && <Box role="status" sx={{ fontSize: "1.25rem", fontWeight: 600, mt: 1 }}>{read(ask.data.says)}</Box>}
      {ask.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600, mt: 1 }}>{ask.error.message}</Box>}
      <Box sx={{ mt: 1, fontSize: "1.05rem" }}>
        {reaches.map((one) => (
          <div key={one.wrench}>
            “{one.wrench}” {one.verdict}: {read(one.says)}
          </div>
        ))}
      </Box>
    </Box>
  );
}
