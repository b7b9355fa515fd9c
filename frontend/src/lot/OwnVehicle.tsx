/** The lot for a vehicle that is in no catalogue and on no saved rig: by its labels, as far as they are read. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { api, type Refusal } from "../api/client";
import type { Entry, WhichTrailers } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { PinBar } from "../beside/PinBar";
import { PinButton } from "../beside/PinButton";
import { usePins } from "../beside/pins";
import { usePickOf } from "../catalogue/picks";
import { useLater } from "../parts/later";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { labelAt, useFields } from "../rig/context";
import { keep } from "../rig/kept";
import { MarginBar } from "./MarginBar";

const LABELS = ["vehicle.gvwr", "vehicle.front_gawr", "vehicle.rear_gawr", "vehicle.payload", "vehicle.receiver_wd_tongue", "vehicle.receiver_wd_gross", "loads.front_seats.weight", "loads.bed.weight"];
const LIMITS = [
  ["sleeps_least", "Sleeps at least", "4"],
  ["length_most", "Length at most", "30 ft"],
  ["price_most", "Price at most", "$40,000"],
] as const;
const PAUSE_MS = 300;
const STATE = { fits_whatever: { mark: "within", bar: "fits", word: "OK in every case" }, hangs: { mark: "unknown", bar: "not known", word: "depends on what isn’t read yet" }, cannot: { mark: "over", bar: "does not fit", word: "over in every case" } } as const;

export function OwnVehicle() {
  const { read, system } = useUnits();
  const go = useNavigate();
  const fields = useFields().data;
  const pickOf = usePickOf();
  const pins = usePins();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [limits, setLimits] = useState<Record<string, string>>({});
  const [failed, fail] = useState("");
  const entries = Object.fromEntries(Object.entries(typed).flatMap(([path, is]): [string, Entry][] => (is.trim() ? [[path, { is, from: path.startsWith("loads.") ? "assumed" : "label", system }]] : [])));
  const body = useLater({ entries, rig: null, system, ...limits }, PAUSE_MS);
  const found = useQuery<WhichTrailers, Refusal>({
    queryKey: ["which trailers", body],
    queryFn: () => api.settled<WhichTrailers>(api.client.POST("/api/desk/trailers/", { body })),
    enabled: Object.keys(body.entries).length > 0,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  if (!fields) return null;
  const told = found.data;
  const problems: Record<string, string> = { ...found.error?.problems, ...Object.fromEntries((told?.problems ?? []).map((one) => [one.place, one.says])) };
  const count = (state: WhichTrailers["rows"][number]["state"]) => told?.counts.find((one) => one.state === state)?.count ?? 0;

  async function take(name: string) {
    try {
      const pick = await pickOf("trailers", name);
      if (!pick) return fail(`${name} is no longer in the catalogue.`);
      const trailer = Object.fromEntries(Object.entries(pick.entries).map(([field, entry]) => [`trailer.${field}`, entry]));
      keep(null, { typed: { names: { trailer_name: name }, entries: { ...entries, ...trailer } }, version: null });
      void go("/rigs/new/desk");
    } catch (error) {
      fail((error as Error).message);
    }
  }

  return (
    <Box>
      <Box sx={{ display: "flex", gap: 1.25, flexWrap: "wrap", mb: 1.25 }}>
        {LABELS.map((path) => (
          <TextField key={path} label={labelAt(fields, path)} value={typed[path] ?? ""} placeholder={system === "us" ? "lb" : "kg"} onChange={(event) => setTyped({ ...typed, [path]: event.target.value })} error={Boolean(problems[path])} helperText={problems[path]} slotProps={{ htmlInput: { maxLength: 40 } }} sx={{ width: 168 }} />
        ))}
        {LIMITS.map(([name, label, hint]) => (
          <TextField key={name} label={label} value={limits[name] ?? ""} placeholder={hint} onChange={(event) => setLimits({ ...limits, [name]: event.target.value })} error={Boolean(problems[name])} helperText={problems[name]} slotProps={{ htmlInput: { maxLength: 40 } }} sx={{ width: 130 }} />
        ))}
      </Box>
      {failed && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>
          Not taken. {failed}
        </Box>
      )}
      {!told && <Box sx={{ color: inkSoft }}>Type the labels of the door jamb and the receiver: the trailers come as they are typed.</Box>}
      {told && told.unread.length > 0 && <Box role="status">Still needed: {told.unread.join(", ")}.</Box>}
      {told && told.unread.length === 0 && (
        <>
          <Box role="status" sx={{ mb: 0.5 }}>
            <b>{count("fits_whatever")} OK in every case</b>, {count("hangs")} depend on what isn&rsquo;t read yet, {count("cannot")} over in every case. Each trailer full to its GVWR. An estimate, not an approval.
          </Box>
          {told.waited_for.length > 0 && <Box sx={{ mb: 0.5, color: inkSoft }}>Still needed for some: {told.waited_for.join(", ")}.</Box>}
          <PinBar pins={pins} entries={entries} rig={null} />
          <Table cells={{ py: 0.5, verticalAlign: "middle" }}>
            <tbody>
              {told.rows.map((row) => (
                <tr key={row.name} data-own={row.name} data-state={row.state}>
                  <td>
                    <b>{row.name}</b>
                    <Box>
                      <StateMark state={STATE[row.state].mark} size={14} /> {STATE[row.state].word}
                    </Box>
                    {row.state === "fits_whatever" && row.left && <Box>{`at least ${read(row.left)} left for people and cargo, driver included`}</Box>}
                  </td>
                  <td>
                    <MarginBar used={row.used} fits={STATE[row.state].bar} label={`${row.name}: up to ${row.used_text ?? "not known"} of its weakest rating`} />
                    {row.used_text ? `up to ${row.used_text} of ${row.weakest}` : "not known"}
                  </td>
                  <td>{[row.gvwr && `GVWR ${read(row.gvwr)}`, row.sleeps && `sleeps ${row.sleeps}`, row.length && read(row.length), row.price].filter(Boolean).join(", ")}</td>
                  <Box component="td" sx={{ whiteSpace: "nowrap" }}>
                    <PinButton pins={pins} pin={{ kind: "trailer", name: row.name }} /> <Button onClick={() => void take(row.name)}>Take it</Button>
                  </Box>
                </tr>
              ))}
            </tbody>
          </Table>
        </>
      )}
    </Box>
  );
}
