/** One rig on one page: the elevation across the top, the verdict, the line of stations, the station's work. */
import Box from "@mui/material/Box";
import { useCallback, useEffect, useMemo, useRef, useState, type ReactElement } from "react";
import { useNavigate, useParams } from "react-router";

import { useQueryClient } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Figure, RigRecord, WhatIfAsk } from "../api/types";
import { useKeys } from "../app/keys";
import { useSession } from "../app/session";
import { useUnits } from "../app/units";
import { CustomerView } from "../customer/CustomerView";
import { DrawingStrip } from "../drawing/DrawingStrip";
import { Notice } from "../parts/Notice";
import { HATCH, OLDER } from "../parts/OldMark";
import { WorkingContext } from "../parts/working";
import { Desk } from "../stations/Desk";
import { Height } from "../stations/Height";
import { Hitch } from "../stations/Hitch";
import { Load } from "../stations/Load";
import { Meet } from "../stations/Meet";
import { Ratings } from "../stations/Ratings";
import { CUSTOMER, DESK, PAGES, STATION_OF_PART, STATIONS, stationOf, type StationKey } from "../stations/stations";
import { Weigh } from "../stations/Weigh";
import { Conflict } from "./Conflict";
import { labelAt, RigContext, useFields, useLoadKinds } from "./context";
import { useDraft, useRecord } from "./draft";
import { useLoadHandling } from "./loadHandling";
import { Mismatches } from "./Mismatches";
import { ProvisionalLine } from "./ProvisionalLine";
import { RigDrawing } from "./RigDrawing";
import { YardPane } from "../practice/YardPane";
import { RigHead } from "./RigHead";
import { ShownState, type Shown } from "./ShownState";
import { SignBar } from "./SignBar";
import { Stage } from "./Stage";
import { StationLine } from "./StationLine";
import { VerdictLine } from "./VerdictLine";

const ROOMS: Record<Exclude<StationKey, typeof CUSTOMER.key>, () => ReactElement> = { desk: Desk, meet: Meet, load: Load, weigh: Weigh, ratings: Ratings, height: Height, hitch: Hitch };

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
  const station = ([DESK, CUSTOMER, ...STATIONS].find((one) => one.key === params.station) ?? STATIONS[0]).key;
  const { read } = useUnits();
  const work = useRef<HTMLElement>(null);
  const [exaggerate, setExaggerate] = useState(false);
  const fields = useFields();
  // on a practice rig one pair of hands does everybody's work
  const described = useMemo(() => fields.data && (record?.practice ? Object.fromEntries(Object.entries(fields.data).map(([path, one]) => [path, { ...one, may_write: true }])) : fields.data), [record?.practice, fields.data]);
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
    h: () => document.querySelector<HTMLElement>("[data-customer]")?.focus(),
    c: () => visit(station === CUSTOMER.key ? "ratings" : CUSTOMER.key),
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

  const alarms = useMemo(() => new Set(notes?.alarms), [notes]);
  const callouts = (notes?.callouts ?? []).map((one) => ({ ...one, text: read(one.text) }));
  const spans = (notes?.spans ?? []).map((one) => ({ ...one, text: read(one.text) }));
  const { asked: question } = draft;
  const askWorking = useCallback(
    (at: string) => (question ? api.settled<Figure>(api.client.POST("/api/working/", { body: { ...question, at } })) : Promise.reject(new Error("Nothing is worked out yet."))),
    [question],
  );

  const handling = useLoadHandling(draft);

  if (!described || !kinds.data || !newest) {
    const error = fields.error ?? kinds.error ?? draft.liveError;
    return <Notice>{error ? error.message : "Working it out…"}</Notice>;
  }
  if (station === CUSTOMER.key) {
    const names = [draft.names.customer, [draft.names.vehicle_name, draft.names.trailer_name].filter(Boolean).join(" with ")].filter(Boolean).join(": ");
    return own?.customer ? <CustomerView told={own.customer} names={names || "Your rig"} elevation={newest.elevation} pose={newest.elevation.coupled} older={draft.headIsOlder} back={() => visit("ratings")} /> : <Notice>{draft.liveError?.message ?? "Working it out…"}</Notice>;
  }
  const Room = ROOMS[station];
  const asked = draft.live?.what_if?.pose ?? null;
  // At the Height station one may look at each state; elsewhere the rig is drawn as it will stand.
  const pose = station !== "height" ? newest.elevation.coupled : asked && shown === "coupled" ? asked : newest.elevation[shown];

  return (
    <RigContext.Provider value={{ draft, fields: described, kinds: kinds.data, assessment: own ?? newest, whatIf, askWhatIf, goTo, may: session.data?.may ?? [] }}>
      {record?.practice && <YardPane rig={record.id} first={draft.saveFirst} />}
      <RigHead showCustomer={() => visit(CUSTOMER.key)} />
      <Stage
        station={station}
        work={work}
        hatch={draft.age ? { backgroundImage: HATCH } : undefined}
        drawing={
          station !== DESK.key && !record?.practice && (
            <RigDrawing
              since={draft.age?.since ?? null}
              elevation={newest.elevation}
              pose={pose}
              exaggerate={exaggerate}
              callouts={callouts}
              spans={spans}
              alarms={alarms}
              handling={station === "load" ? handling : undefined}
              title="The rig in side elevation, to scale"
              pick={(part) => visit(STATION_OF_PART[part] ?? "meet")}
            >
              {station === "height" && <ShownState shown={shown} show={setShown} asked={asked !== null} bars={own?.heights?.weight_distributing ?? false} />}
            </RigDrawing>
          )
        }
        strip={<DrawingStrip elevation={newest.elevation} pose={pose} alarms={alarms} callouts={callouts} spans={spans} note={draft.age ? `Drawn as of ${draft.age.since}.` : ""} />}
        verdict={
          // over whatever is read stays over: a refusal stands before any first answer
          station === DESK.key && own?.desk && newest.verdict.state !== "refused" && !draft.age ? (
            <ProvisionalLine told={own.desk} older={draft.headIsOlder} open={() => visit("meet")} />
          ) : (
            <>
              <VerdictLine assessment={newest} older={draft.headIsOlder} age={draft.age} aside={Object.keys(draft.aside).map((path) => labelAt(described, path))} visit={visit} goTo={goTo} />
              <Mismatches mismatches={newest.mismatches} draft={draft} goTo={goTo} />
            </>
          )
        }
        line={<StationLine station={station} assessment={newest} signatures={record?.signatures ?? []} saved={record !== null} old={draft.age !== null} visit={visit} />}
      >
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
      </Stage>
      {draft.theirs && record && <Conflict mine={draft} before={record} theirs={draft.theirs} />}
    </RigContext.Provider>
  );
}
