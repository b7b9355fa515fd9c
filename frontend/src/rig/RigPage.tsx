/** One rig on one page: the elevation across the top, the verdict, the line of stations, the station's work. */
import Box from "@mui/material/Box";
import { useCallback, useEffect, useMemo, useRef, useState, type ReactElement } from "react";
import { useNavigate, useParams } from "react-router";

import { useQueryClient } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Figure, RigRecord, WhatIfAsk } from "../api/types";
import { useKeys } from "../app/keys";
import { useSession } from "../app/session";
import { hairline, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { Notice } from "../parts/Notice";
import { HATCH, OLDER } from "../parts/OldMark";
import { WorkingContext } from "../parts/working";
import { Desk } from "../stations/Desk";
import { Height } from "../stations/Height";
import { Hitch } from "../stations/Hitch";
import { Load } from "../stations/Load";
import { Meet } from "../stations/Meet";
import { Ratings } from "../stations/Ratings";
import { DESK, PAGES, STATION_OF_PART, STATIONS, stationOf, type StationKey } from "../stations/stations";
import { Weigh } from "../stations/Weigh";
import { Conflict } from "./Conflict";
import { labelAt, RigContext, useFields, useLoadKinds } from "./context";
import { useDraft, useRecord } from "./draft";
import { useLoadHandling } from "./loadHandling";
import { ProvisionalLine } from "./ProvisionalLine";
import { RigHead } from "./RigHead";
import { ShownState, type Shown } from "./ShownState";
import { SignBar } from "./SignBar";
import { StationLine } from "./StationLine";
import { VerdictLine } from "./VerdictLine";

const ROOMS: Record<StationKey, () => ReactElement> = { desk: Desk, meet: Meet, load: Load, weigh: Weigh, ratings: Ratings, height: Height, hitch: Hitch };

export function RigPage() {
  const { id } = useParams();
  const record = useRecord(id);
  if (id !== undefined && record.isPending) return <Notice>Opening the rig…</Notice>;
  if (record.isError) return <Notice>{record.error.message}</Notice>;
  return <OpenRig key={id ?? "new"} record={record.data ?? null} />;
}

function OpenRig({ record }: { record: RigRecord | null }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const params = useParams();
  const station = ([DESK, ...STATIONS].find((one) => one.key === params.station) ?? STATIONS[0]).key;
  const { read } = useUnits();
  const work = useRef<HTMLDivElement>(null);
  const [exaggerate, setExaggerate] = useState(false);
  const fields = useFields();
  const kinds = useLoadKinds();
  const [whatIf, askWhatIf] = useState<WhatIfAsk | null>(null);
  const [shown, setShown] = useState<Shown>("coupled");
  const session = useSession();
  const draft = useDraft(record, station, whatIf, (written) => {
    queries.setQueryData(["rig", String(written.id)], written);
    if (!record) void go(`/rigs/${written.id}/${station}`, { replace: true });
  });
  // The station's own answer; until it is there, the drawing and the verdict of the newest answer of any.
  const own = draft.live?.assessment;
  const newest = draft.head?.assessment;
  const notes = own?.notes;

  const base = record ? `/rigs/${record.id}` : "/rigs/new";
  const visit = (key: string) => void go(`${base}/${key}`, { replace: true });
  useKeys({
    "0": () => visit(DESK.key),
    ...Object.fromEntries(STATIONS.map((one, index) => [String(index + 1), () => visit(one.key)])),
    ...(record ? Object.fromEntries(PAGES.map((one, index) => [String(STATIONS.length + index + 1), () => visit(one.key)])) : {}),
    x: () => setExaggerate((was) => !was),
    v: () => newest && visit(newest.verdict.station),
    i: () => work.current?.querySelector<HTMLElement>("input, select")?.focus(),
    "ctrl+s": draft.save,
    "ctrl+z": draft.undo,
  });

  // The field is there when its station is.
  const [sought, seek] = useState("");
  useEffect(() => {
    const field = sought ? work.current?.querySelector<HTMLElement>(`[data-path="${sought}"]`) : null;
    if (!field) return;
    for (let fold = field.closest("details"); fold; fold = fold.parentElement?.closest("details") ?? null) fold.open = true;
    field.focus();
    field.scrollIntoView({ block: "center" });
    seek("");
  }, [sought, own]);
  const goTo = useCallback(
    (path: string) => {
      seek(path);
      if (!work.current?.querySelector(`[data-path="${path}"]`)) void go(`${base}/${stationOf(path)}`, { replace: true });
    },
    [go, base],
  );

  useEffect(() => {
    void work.current?.scrollTo(0, 0); // newer browsers answer with a promise, which is no clean-up
  }, [station]);

  const alarms = useMemo(() => new Set(notes?.alarms), [notes]);
  const callouts = (notes?.callouts ?? []).map((one) => ({ ...one, text: read(one.text) }));
  const spans = (notes?.spans ?? []).map((one) => ({ ...one, text: read(one.text) }));
  const { asked: question } = draft;
  const askWorking = useCallback(
    (at: string) => (question ? api.settled<Figure>(api.client.POST("/api/working/", { body: { ...question, at } })) : Promise.reject(new Error("Nothing is worked out yet."))),
    [question],
  );

  const handling = useLoadHandling(draft);

  if (!fields.data || !kinds.data || !newest) {
    const error = fields.error ?? kinds.error ?? draft.liveError;
    return <Notice>{error ? error.message : "Working it out…"}</Notice>;
  }
  const Room = ROOMS[station];
  const asked = draft.live?.what_if?.pose ?? null;
  // At the Height station one may look at each state; elsewhere the rig is drawn as it will stand.
  const pose = station !== "height" ? newest.elevation.coupled : asked && shown === "coupled" ? asked : newest.elevation[shown];

  return (
    <RigContext.Provider value={{ draft, fields: fields.data, kinds: kinds.data, assessment: own ?? newest, whatIf, askWhatIf, goTo, may: session.data?.may ?? [] }}>
      <RigHead />
      {station !== DESK.key && (
        <Box
          component="section"
          aria-label="Side elevation"
          sx={{ height: { xs: 170, md: 252 }, flex: "none", px: 1, borderBottom: `1px solid ${hairline}`, position: "relative", ...(draft.age ? { backgroundImage: HATCH, "& > svg": { opacity: 0.4 } } : {}) }}
        >
          <ElevationDrawing
            elevation={newest.elevation}
            pose={pose}
            exaggerate={exaggerate}
            callouts={callouts}
            spans={spans}
            alarms={alarms}
            handling={station === "load" ? handling : undefined}
            title="The rig in side elevation, to scale"
            pick={(part) => visit(STATION_OF_PART[part] ?? "meet")}
          />
          <Box sx={{ position: "absolute", right: 12, bottom: 6, fontSize: "0.82rem", display: "flex", gap: 0.75, alignItems: "center" }}>
            {draft.age && <b>Drawn as of {draft.age.since}.</b>}
            <svg width="30" height="8" aria-hidden="true">
              <path d="M0 4H30" stroke={inkSoft} strokeWidth="1" strokeDasharray="6 4" />
            </svg>
            uncoupled, trailer level
          </Box>
          {station === "height" && <ShownState shown={shown} show={setShown} asked={asked !== null} bars={own?.heights?.weight_distributing ?? false} />}
          {newest.elevation.assumed.length > 0 && (
            <Box sx={{ position: "absolute", right: 12, top: 4, fontSize: "0.82rem", border: "1px dashed", px: 0.75 }}>Drawn at typical lengths where none is written</Box>
          )}
        </Box>
      )}
      {/* over whatever is read stays over: a refusal stands before any first answer */}
      {station === DESK.key && own?.desk && newest.verdict.state !== "refused" && !draft.age ? (
        <ProvisionalLine told={own.desk} older={draft.headIsOlder} open={() => visit("meet")} />
      ) : (
        <VerdictLine assessment={newest} older={draft.headIsOlder} age={draft.age} aside={Object.keys(draft.aside).map((path) => labelAt(fields.data, path))} visit={visit} goTo={goTo} />
      )}
      <StationLine station={station} assessment={newest} signatures={record?.signatures ?? []} saved={record !== null} old={draft.age !== null} visit={visit} />
      <Box component="main" ref={work} sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25, "@media (max-height: 640px)": { overflow: "visible" } }}>
        {own && draft.roomIsOlder && !draft.headIsOlder && <Box role="status" sx={{ fontWeight: 600 }}>The figures here were worked out before what is typed now; the next are under way.</Box>}
        {own ? (
          <WorkingContext.Provider value={askWorking}>
            <Box data-old={draft.age !== null || undefined} sx={draft.age ? OLDER : undefined}>
              <Room />
            </Box>
          </WorkingContext.Provider>
        ) : (
          <Box>{draft.liveError ? draft.liveError.message : "Working it out…"}</Box>
        )}
        {station !== DESK.key && <SignBar key={station} station={station} />}
      </Box>
      {draft.theirs && record && <Conflict mine={draft} before={record} theirs={draft.theirs} />}
    </RigContext.Provider>
  );
}
