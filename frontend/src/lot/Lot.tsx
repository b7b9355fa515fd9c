/** The lot: which trailers a vehicle tows, or which vehicles tow a trailer; the margin drawn, each with its reason. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";

import { api, type Refusal } from "../api/client";
import type { Entry, Lot as LotData, LotRow, Pick } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { PinBar } from "../beside/PinBar";
import { PinButton } from "../beside/PinButton";
import { usePins } from "../beside/pins";
import { PickField } from "../catalogue/PickField";
import { usePickOf } from "../catalogue/picks";
import { HeadUnseen } from "../parts/HeadUnseen";
import { Notice } from "../parts/Notice";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { useRecord } from "../rig/draft";
import type { Entries } from "../rig/typed";
import { another, type Put } from "../rig/another";
import { keep, recall } from "../rig/kept";
import { MarginBar } from "./MarginBar";
import { OwnVehicle } from "./OwnVehicle";
import { Reason } from "./Reason";

type Side = "trailers" | "vehicles";

interface Asked {
  /** what stands on the other side */
  picked: Pick | null;
  people: string;
  cargo: string;
  sleeps_least: string;
  length_most: string;
  price_most: string;
}

const NOTHING: Asked = { picked: null, people: "", cargo: "", sleeps_least: "", length_most: "", price_most: "" };
/** Where what is typed here stands on the rig. */
const WEIGHS = { people: "loads.front_seats.weight", cargo: "loads.bed.weight" } as const;
/** So many pairs at first; and no more than so many, which is what the server tells. */
const A_PAGE = 60;
const MOST = 600;
const MARK = { fits: "within", "not known": "unknown", "does not fit": "over" } as const;

export function Lot() {
  const { id } = useParams();
  const record = useRecord(id);
  if (record.isError) return <Notice>{record.error.message}</Notice>;
  if (id !== undefined && !record.data) return <Notice>Walking over the lot…</Notice>;
  return <OpenLot rig={record.data ?? null} />;
}

function OpenLot({ rig }: { rig: { id: number; customer: string; vehicle_name: string; trailer_name: string; entries: Entries } | null }) {
  const { read, system } = useUnits();
  const go = useNavigate();
  const pickOf = usePickOf();
  const [side, setSide] = useState<Side>("trailers");
  const [asked, setAsked] = useState<Asked>(NOTHING);
  const [opened, setOpened] = useState<LotRow | null>(null);
  const [notTaken, setNotTaken] = useState("");
  const [own, setOwn] = useState(false);
  const pins = usePins();
  const set = (more: Partial<Asked>) => setAsked({ ...asked, ...more });

  const entries = useMemo(() => (rig ? plain(rig.entries) : typedEntries(asked, side, system)), [rig, asked, side, system]);
  const ready = rig !== null || asked.picked !== null;
  const [most, setMost] = useState(A_PAGE);
  const body = { most, entries, rig: rig?.id ?? null, side, system, sleeps_least: asked.sleeps_least, length_most: asked.length_most, price_most: asked.price_most };
  const lot = useQuery<LotData, Refusal>({
    queryKey: ["lot", body],
    queryFn: () => api.settled<LotData>(api.client.POST("/api/lot/", { body })),
    enabled: Boolean(ready),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
  const problems: Record<string, string> = { ...lot.error?.problems };
  for (const problem of lot.data?.problems ?? []) {
    const field = Object.entries(WEIGHS).find(([, path]) => path === problem.place)?.[0];
    if (field) problems[field] = problem.says;
  }
  const rows = ready ? (lot.data?.rows ?? []) : [];
  const counted = (fits: LotRow["fits"]) => lot.data?.counts.find((one) => one.fits === fits)?.count ?? 0;
  const judged = counted("fits") + counted("not known") + counted("does not fit");

  /** The pair, taken into the rig (or a new one): its catalogue figures are written where they may be corrected. */
  async function take(row: LotRow) {
    const section = side === "trailers" ? "trailer" : "vehicle";
    const before = recall(rig?.id ?? null);
    let put: Put;
    try {
      const pick = await pickOf(side, row.name);
      if (!pick) return setNotTaken(`${row.name} is no longer in the catalogue.`);
      const typed = Object.keys(before?.typed.entries ?? {});
      put = rig
        ? await another(rig.id, section, row.name, "", pick.entries, typed)
        : {
            entries: { ...entries, ...Object.fromEntries(Object.entries(pick.entries).map(([name, entry]) => [`${section}.${name}`, entry])) },
            names: { [`${section}_name`]: row.name, [side === "trailers" ? "vehicle_name" : "trailer_name"]: asked.picked?.name ?? "" },
          };
    } catch (error) {
      setNotTaken((error as Error).message);
      return;
    }
    // What is typed and not saved on that rig stays typed.
    const written = Object.entries({ ...before?.typed.entries, ...put.entries }).filter((one): one is [string, Entry | null] => one[1] !== undefined);
    keep(rig?.id ?? null, { typed: { names: { ...before?.typed.names, ...put.names }, entries: Object.fromEntries(written) }, version: before?.version ?? null });
    void go(rig ? `/rigs/${rig.id}/meet` : "/rigs/new/meet");
  }

  const field = (name: keyof Asked, label: string, hint: string, width = 130) => (
    <TextField label={label} placeholder={hint} value={asked[name]} onChange={(event) => set({ [name]: event.target.value })} error={Boolean(problems[name])} helperText={problems[name]} slotProps={{ htmlInput: { maxLength: 40 }, inputLabel: { shrink: true } }} sx={{ width }} />
  );

  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.5 }}>
      <Box sx={{ display: "flex", gap: 2.5, alignItems: "baseline", flexWrap: "wrap", mb: 1 }}>
        <Slab>
          The lot
        </Slab>
        <Box>
          {rig ? `for ${rig.customer}: ${side === "trailers" ? rig.vehicle_name || "the vehicle as written" : rig.trailer_name || "the trailer as written"}, loaded as written` : "every trailer filled to its GVWR, with the school's upper share on the tongue"}
        </Box>
      </Box>
      {notTaken && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600, mb: 1 }}>
          Not taken. {notTaken}
        </Box>
      )}
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "flex-start", mb: 1.25 }}>
        <NativeSelect aria-label="Which way round" value={side} onChange={(event) => {
            setSide(event.target.value as Side);
            pins.clear();
            setMost(A_PAGE);
            set({ picked: null });
          }} sx={{ minWidth: 220, minHeight: 40 }}>
          <option value="trailers">Which trailers can this vehicle tow</option>
          <option value="vehicles">Which vehicles can tow this trailer</option>
        </NativeSelect>
        {!rig && side === "trailers" && (
          <label>
            <input type="checkbox" checked={own} onChange={(event) => setOwn(event.target.checked)} /> the customer&apos;s own vehicle, by its labels
          </label>
        )}
        {!rig && !own && (
          <>
            <PickField key={side} kind={side === "trailers" ? "vehicles" : "trailers"} label={side === "trailers" ? "Tow vehicle" : "Trailer"} value={asked.picked} choose={(picked) => set({ picked })} />
            {field("people", "People in front", system === "us" ? "300 lb" : "140 kg")}
            {field("cargo", "Bed or boot", system === "us" ? "0 lb" : "0 kg")}
          </>
        )}
        {side === "trailers" && !own && (
          <>
            {field("sleeps_least", "Sleeps at least", "4", 110)}
            {field("length_most", "Length at most", system === "us" ? "30 ft" : "9 m", 120)}
            {field("price_most", "Price at most", "$40,000", 120)}
          </>
        )}
      </Box>
      {own && !rig && side === "trailers" ? (
        <OwnVehicle />
      ) : (
        <>
          {lot.isError && Object.keys(problems).length === 0 && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{lot.error.message}</Box>}
          {!ready && <Box sx={{ color: inkSoft }}>Choose {side === "trailers" ? "a tow vehicle, and who rides in it" : "a trailer"}.</Box>}
          {ready && lot.isPending && <Box role="status">Walking over the lot…</Box>}
          {ready && lot.data && (
            <Box role="status" sx={{ mb: 0.5 }}>
              <b>{counted("fits")} fit</b>, {counted("not known")} not known, {counted("does not fit")} do not; {judged < lot.data.all ? `${judged} of the ${lot.data.all} in the catalogue are what is asked for` : `${lot.data.all} in the catalogue`}{rows.length < judged ? `; the first ${rows.length} shown` : ""}. The bar is the share of the weakest rating used; past the line it is over.
            </Box>
          )}
          {ready && <PinBar pins={pins} entries={entries} rig={rig?.id ?? null} asItIs={rig && rig.trailer_name && rig.vehicle_name ? (side === "trailers" ? rig.trailer_name : rig.vehicle_name) : null} />}
          <Table cells={{ py: 0.5, pr: 1.5, verticalAlign: "middle" }} heads={{ borderBottom: "2px solid" }}>
            {rows.length > 0 && (
              <thead>
                <tr>
                  <th scope="col">{side === "trailers" ? "Trailer" : "Vehicle"}</th>
                  <th scope="col">Margin</th>
                  <th scope="col">Weakest link</th>
                  <th scope="col">Fits with</th>
                  {side === "trailers" && <th scope="col">Sleeps, length, price</th>}
                  <HeadUnseen>Actions</HeadUnseen>
                </tr>
              </thead>
            )}
            <tbody>
              {rows.map((row) => (
                <tr key={row.name} data-lot={row.name} data-fits={row.fits}>
                  <td>
                    <Box sx={{ fontWeight: 600 }}>{row.name}</Box>
                    <Box sx={{ whiteSpace: "nowrap" }}>
                      <StateMark state={MARK[row.fits]} size={14} /> {row.fits}
                      {row.gvwr && side === "trailers" ? `, GVWR ${read(row.gvwr)}` : ""}
                    </Box>
                  </td>
                  <td>
                    <MarginBar used={row.used} fits={row.fits} label={`${row.name}: ${row.used_text ?? "not known"} of its weakest rating`} />
                    {row.used_text ? (row.used !== null && row.used > 1 ? `${row.used_text} of it wanted` : `${row.left_text} left`) : "not known"}
                  </td>
                  <td>
                    {row.weakest}
                    {row.over.length > 1 && <Box sx={{ color: inkSoft }}>and {row.over.length - 1} more over</Box>}
                    {row.fits === "not known" && <Box sx={{ color: inkSoft }}>not known: {row.unknown.slice(0, 2).join(", ")}{row.unknown.length > 2 ? ` and ${row.unknown.length - 2} more` : ""}</Box>}
                  </td>
                  <td>{row.fits === "does not fit" ? "" : [row.kit ?? (row.style === "weight_carrying" ? "weight-carrying" : "no kit serves"), row.shank && `${row.shank}, ${row.hole}`, row.ball].filter(Boolean).join("; ")}</td>
                  {side === "trailers" && <td>{[row.sleeps && `sleeps ${row.sleeps}`, row.length && read(row.length), row.price].filter(Boolean).join(", ")}</td>}
                  <Box component="td" sx={{ whiteSpace: "nowrap" }}>
                    <PinButton pins={pins} pin={{ kind: side === "trailers" ? "trailer" : "vehicle", name: row.name }} />{" "}
                    <Button onClick={() => setOpened(row)} sx={{ mr: 1 }}>
                      Why
                    </Button>
                    <Button onClick={() => void take(row)}>Take it</Button>
                  </Box>
                </tr>
              ))}
            </tbody>
          </Table>
          {rows.length < judged && ready && (
            <Box sx={{ mt: 1, display: "flex", gap: 1.5, alignItems: "center" }}>
              {most < MOST ? <Button onClick={() => setMost(Math.min(MOST, most + A_PAGE * 2))}>Show more</Button> : <Box sx={{ color: inkSoft }}>No more than {MOST} are shown: ask for less by what it sleeps, its length or its price.</Box>}
            </Box>
          )}
        </>
      )}
      {opened && <Reason row={opened} side={side} entries={entries} rig={rig?.id ?? null} close={() => setOpened(null)} />}
    </Box>
  );
}

function plain(entries: Entries): Entries {
  return Object.fromEntries(Object.entries(entries).map(([path, { is, from, system, datum }]) => [path, datum ? { is, from, system, datum } : { is, from, system }]));
}

/** A vehicle or a trailer of the catalogue, with who rides in it, as entries. */
function typedEntries(asked: Asked, side: Side, system: "us" | "metric"): Entries {
  const section = side === "trailers" ? "vehicle" : "trailer";
  const entries: Entries = Object.fromEntries(Object.entries(asked.picked?.entries ?? {}).map(([field, entry]) => [`${section}.${field}`, entry]));
  for (const field of ["people", "cargo"] as const) {
    if (asked[field].trim()) entries[WEIGHS[field]] = { is: asked[field], from: "assumed", system };
  }
  return entries;
}
