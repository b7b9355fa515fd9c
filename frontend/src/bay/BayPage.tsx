/** The bay, for a tablet in portrait: the line of the work, one screen at a time, and what still waits on this device. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Link from "@mui/material/Link";
import { Link as RouterLink, useNavigate, useParams, useSearchParams } from "react-router";

import type { Bay, BaySection } from "../api/types";
import { useBayLook } from "../app/scheme";
import { useSession } from "../app/session";
import { hairline, ink, paper, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { HitchCloseUp } from "../drawing/HitchDrawing";
import { Notice } from "../parts/Notice";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { CoachScreen } from "./CoachScreen";
import { BayContext, useBayPage } from "./context";
import { ScreenAndHand } from "./ScreenAndHand";
import { TARGETS } from "./targets";
import { JobBar } from "../day/JobBar";
import { YardPane } from "../practice/YardPane";
import { BigButton } from "./Keypad";
import { allSent, overlaid, useQueue, type Queue } from "./queue";
import { Waiting } from "./Waiting";
import { QuestionScreen } from "./QuestionScreen";
import { ResultScreen } from "./ResultScreen";
import { TorqueScreen } from "./TorqueScreen";
import { trialsOf, withTrial } from "./trials";
import { useBay } from "./useBay";

export function BayPage() {
  const id = Number(useParams().id);
  const bay = useBay(id);
  const queue = useQueue(id);
  if (!bay.data) return <Notice>{bay.error ? bay.error.message : "Opening the bay…"}</Notice>;
  return <OpenBay told={bay.data} queue={queue} old={bay.old} />;
}

/** A section with what waits on this device counted as answered. */
function stateOf(section: BaySection, entries: Record<string, { is: string } | null>): BaySection["state"] {
  if (section.kind !== "questions") return section.state;
  const wanted = section.questions.filter((one) => !one.optional);
  const done = wanted.filter((one) => entries[one.path]?.is).length;
  return done === wanted.length ? "complete" : done ? "part done" : "open";
}

function OpenBay({ told, queue, old }: { told: Bay; queue: Queue; old: boolean }) {
  useBayLook();
  const params = useParams();
  const go = useNavigate();
  const session = useSession();
  const { rig, bay: fit } = told;
  const entries = overlaid(rig.entries, queue.parcels);
  const [search] = useSearchParams();
  const shown = withTrial(fit, entries, search.get("trial"));
  const sections = shown.sections.map((one) => ({ ...one, state: stateOf(one, entries) }));
  const here = sections.find((one) => one.key === params.section) ?? sections.find((one) => one.state !== "complete" && one.kind !== "tools" && one.kind !== "steps") ?? sections[0];
  if (!here) return null;
  const visit = (key: string, at: { path?: string; trial?: string } = {}) => {
    const asked = new URLSearchParams(Object.entries(at));
    void go(`/rigs/${rig.id}/bay/${key}${asked.size ? `?${asked}` : ""}`, { replace: true });
  };
  /** To the question that a reading answers. */
  const typeAgain = (path: string) => {
    const trial = /^trials\.([^.]+)\./.exec(path)?.[1];
    if (trial) return visit("c", { path, trial });
    const section = sections.find((one) => one.questions.some((asked) => asked.path === path));
    visit(section?.key ?? (path.startsWith("torque.") ? (sections.find((one) => one.joints.some((joint) => path.startsWith(`torque.${joint}`)))?.key ?? "torque") : here.key), { path });
  };
  const next = sections[sections.indexOf(here) + 1];
  const page = {
    rig: rig.id,
    entries,
    record: rig,
    hitch: fit.hitch,
    pending: queue.parcels.length > 0,
    waiting: new Set(queue.parcels.flatMap((one) => Object.keys(one.entries))),
    may: rig.practice || Boolean(session.data?.may.includes("fit")),
    write: (more: typeof entries) => queue.write(more, rig.entries),
    visit,
    trial: shown.trial,
    trials: trialsOf(fit, entries),
  };
  return (
    <BayContext.Provider value={page}>
      <Box sx={{ display: "flex", flexDirection: "column", flex: 1, minHeight: 0, overflow: "auto", ...TARGETS }}>
        <Box component="section" aria-label="The rig" sx={{ display: "flex", columnGap: 2, alignItems: "baseline", px: 2, pt: 1, flexWrap: "wrap", fontSize: "1.05rem" }}>
          <Slab>
            {rig.customer}, in the bay
          </Slab>
          <Box sx={{ flex: 1 }} />
          <Link component={RouterLink} to={`/rigs/${rig.id}/hitch`} color="inherit">
            The plan
          </Link>
          <Link component={RouterLink} to={`/rigs/${rig.id}/handover`} color="inherit">
            Hand-over
          </Link>
          <Box sx={{ flexBasis: "100%", display: "flex", gap: 2, flexWrap: "wrap", alignItems: "baseline" }}>
            <Box sx={{ flex: 1 }}>
              {rig.vehicle_name} with {rig.trailer_name}
            </Box>
            <ScreenAndHand />
          </Box>
        </Box>
        {!rig.practice && <JobBar rig={rig.id} />}
        {rig.practice && <YardPane rig={rig.id} first={() => allSent(rig.id)} />}
        <Box component="section" aria-label="What waits here">
          <Waiting queue={queue} old={old} typeAgain={typeAgain} />
        </Box>
        <Box component="nav" aria-label="The bay's work" sx={{ display: "flex", flexWrap: "wrap", px: 2, py: 0.75, gap: 0.5, borderBottom: `2px solid ${ink}` }}>
          {sections.map((one) => (
            <ButtonBase
              key={one.key}
              onClick={() => visit(one.key)}
              aria-current={one === here ? "step" : undefined}
              sx={{ px: 1.25, minHeight: 52, gap: 0.75, fontSize: "1.05rem", fontWeight: 600, fontFamily: "inherit", border: `1.5px solid ${one === here ? ink : hairline}`, bgcolor: one === here ? ink : "background.paper", color: one === here ? paper : ink }}
            >
              {one.kind !== "tools" && one.kind !== "steps" && one.kind !== "result" && <Mark state={one.state} ground={one === here ? paper : ink} />}
              {one.name}
            </ButtonBase>
          ))}
        </Box>
        <Box component="main" sx={{ px: 2, py: 1.25 }}>
          <Unsafe of={here} />
          {here.kind === "questions" && <QuestionScreen key={here.key + here.name + (search.get("path") ?? "")} begin={search.get("path")} fit={fit} section={here} after={() => next && visit(next.key)} />}
          {here.kind === "tools" && <Tools told={told} />}
          {here.kind === "coach" && <CoachScreen fit={fit} />}
          {here.kind === "torque" && <TorqueScreen key={here.key} fit={fit} section={here} />}
          {here.kind === "steps" && <Steps section={here} />}
          {here.kind === "result" && <ResultScreen told={told} />}
          {here.kind !== "questions" && next && (
            <Box sx={{ mt: 2 }}>
              <BigButton press={() => visit(next.key)}>On to: {next.name}</BigButton>
            </Box>
          )}
        </Box>
      </Box>
    </BayContext.Provider>
  );
}

/** How far a stretch of the work is: an open ring, half a ring, a tick; the name beside it says which. */
function Mark({ state, ground }: { state: BaySection["state"]; ground: string }) {
  return (
    <Box component="svg" viewBox="0 0 16 16" role="img" aria-label={state} sx={{ width: 17, height: 17 }}>
      {state === "complete" ? <path d="M2 8.5l4 4L14 3.5" fill="none" stroke={ground} strokeWidth="2.4" /> : <circle cx="8" cy="8" r="6" fill="none" stroke={ground} strokeWidth="1.8" />}
      {state === "part done" && <path d="M8 2a6 6 0 0 1 0 12z" fill={ground} />}
    </Box>
  );
}

/** What must be tight or pinned before the rig is loaded here, and is not. */
function Unsafe({ of }: { of: BaySection }) {
  if (!of.unsafe.length) return null;
  return (
    <Box role="note" aria-label="Before it is loaded" sx={{ border: `2px solid ${pencil}`, px: 1.5, py: 0.75, mb: 1.25, fontSize: "1.15rem" }}>
      <b>Not yet safe to load or roll:</b>
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, display: "flex", flexWrap: "wrap", columnGap: 2 }}>
        {of.unsafe.map((one) => (
          <Box component="li" key={one.name} sx={{ display: "flex", gap: 0.75, alignItems: "center" }}>
            <StateMark state={one.state} size={18} /> {one.name}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** What is done before the bars go on and while they are set, as this family has it; and how they come off again. */
function Steps({ section }: { section: BaySection }) {
  return (
    <Box sx={{ display: "grid", gap: 2 }}>
      <StepList name={section.name} steps={section.steps} />
      {section.off.length > 0 && (
        <Box component="section">
          <Box component="h3" sx={{ m: 0, mb: 0.75, fontSize: "1.2rem", borderTop: `1px solid ${hairline}`, pt: 1 }}>Off again</Box>
          <StepList name="Off again" steps={section.off} />
        </Box>
      )}
    </Box>
  );
}

function StepList({ name, steps }: { name: string; steps: BaySection["steps"] }) {
  const { hitch, record } = useBayPage();
  return (
    <Box component="ol" sx={{ m: 0, pl: 3.5, fontSize: "1.35rem", display: "grid", gap: 1.5 }} aria-label={name}>
      {steps.map((one) => (
        <li key={one.does}>
          <Box sx={{ display: "grid", gridTemplateColumns: "1fr auto", columnGap: 1.5, alignItems: "start" }}>
            <Box>
              <b>{one.does}</b>
              <Box sx={{ fontSize: "1.15rem" }}>{one.why}</Box>
              {one.caution && <Box sx={{ fontSize: "1.15rem", borderLeft: `4px solid ${pencil}`, pl: 1, fontWeight: 600 }}>{one.caution}</Box>}
            </Box>
            {!record.practice && <HitchCloseUp drawn={hitch} hold={one.hold} around={230} />}
          </Box>
        </li>
      ))}
    </Box>
  );
}

function Tools({ told }: { told: Bay }) {
  const { read } = useUnits();
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, fontSize: "1.2rem" }} aria-label="Tools to lay out">
      {told.bay.tools.map((one, i) => (
        <Box component="li" key={i} sx={{ display: "grid", gridTemplateColumns: "28px 1fr 1.2fr", gap: 1, py: 0.75, borderBottom: `1px solid ${hairline}` }}>
          <StateMark state={one.state} size={20} />
          <b>{read(one.name)}</b>
          <span>{read(one.purpose)}</span>
        </Box>
      ))}
    </Box>
  );
}
