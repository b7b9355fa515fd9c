/** The floor: every live rig as one strip, the worst first; and the archive, where what was handed over lies. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link as RouterLink } from "react-router";

import { api } from "../api/client";
import type { FloorPage, Strip, VerdictState } from "../api/types";
import { useSession } from "../app/session";
import { hairline, ink, inkSoft, paper } from "../app/theme";
import { Notice } from "../parts/Notice";
import { Slab } from "../parts/Slab";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { REACHED } from "./reached";
import { StripRow } from "./StripRow";

const ORDER: VerdictState[] = ["refused", "unknown", "caution", "good"];
/** While some are yet to be looked over, the floor is asked again so soon after each answer. */
const AGAIN_MS = 300;

interface Filter {
  mine: boolean;
  stale: boolean;
  waits: boolean;
  state: VerdictState | "";
  reached: Strip["reached"] | "";
}
const ALL: Filter = { mine: false, stale: false, waits: false, state: "", reached: "" };
const TICKS: [keyof Filter & ("mine" | "stale" | "waits"), string][] = [
  ["mine", "mine"],
  ["stale", "a signature is stale"],
  ["waits", "waits for parts"],
];

export function Floor() {
  const [words, setWords] = useState("");
  const [q, ask] = useState("");
  const [archived, setArchived] = useState(false);
  const [filter, setFilter] = useState(ALL);
  const session = useSession();
  useEffect(() => {
    const timer = setTimeout(() => ask(words.trim()), 250);
    return () => clearTimeout(timer);
  }, [words]);
  const wanted = {
    ...(q ? { q } : {}),
    ...(archived ? { archived } : {}),
    ...Object.fromEntries(Object.entries(filter).filter(([, value]) => value)),
  };
  const floor = useInfiniteQuery({
    queryKey: ["floor", wanted],
    // An answer that nobody waits for any more is given up: who comes back asks anew.
    queryFn: ({ pageParam: after, signal }) => api.settled<FloorPage>(api.client.GET("/api/rigs/", { signal, params: { query: { ...wanted, ...(after ? { after } : {}) } } })),
    initialPageParam: "",
    getNextPageParam: (last) => last.next,
    staleTime: 0,
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.pages[0]?.behind ? AGAIN_MS : false),
  });
  if (floor.isPending) return <Notice>Looking over the floor…</Notice>;
  const first = floor.data?.pages[0];
  if (!floor.data || !first) return <Notice>{floor.error?.message}</Notice>;
  const strips = floor.data.pages.flatMap((page) => page.strips);
  const filtered = JSON.stringify(filter) !== JSON.stringify(ALL);
  const set = (more: Partial<Filter>) => setFilter({ ...filter, ...more });
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.5 }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2.5, flexWrap: "wrap" }}>
        <Slab>{q ? "Found" : archived ? "The archive" : "The floor"}</Slab>
        <Box role="group" aria-label="Verdict" sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
          {ORDER.filter((state) => first.counts[state] || filter.state === state).map((state) => (
            <ButtonBase
              key={state}
              aria-pressed={filter.state === state}
              onClick={() => set({ state: filter.state === state ? "" : state })}
              sx={{ px: 0.75, py: 0.25, gap: 0.5, fontSize: "inherit", fontFamily: "inherit", borderBottom: `2px solid ${filter.state === state ? ink : "transparent"}` }}
            >
              <StateMark state={state} size={14} /> {first.counts[state]} {VERDICT_WORDS[state].toLowerCase()}
            </ButtonBase>
          ))}
        </Box>
        <Box sx={{ flex: 1 }} />
        <TextField label="Customer, plate, vehicle, trailer" value={words} onChange={(event) => setWords(event.target.value)} slotProps={{ htmlInput: { maxLength: 120, type: "search" } }} sx={{ width: 280 }} />
        {session.data?.may.includes("open_rig") && (
          <Button component={RouterLink} to="/rigs/new/meet" variant="contained">
            New rig
          </Button>
        )}
      </Box>
      <Box sx={{ display: "flex", alignItems: "center", columnGap: 2, flexWrap: "wrap", mb: 0.75 }}>
        <Box role="group" aria-label="Where" sx={{ display: "flex", border: `1px solid ${ink}` }}>
          {[false, true].map((there) => (
            <ButtonBase
              key={String(there)}
              aria-pressed={archived === there}
              disabled={Boolean(q)}
              onClick={() => setArchived(there)}
              sx={{ px: 1, py: 0.25, fontSize: "inherit", fontFamily: "inherit", bgcolor: archived === there && !q ? ink : "transparent", color: archived === there && !q ? paper : ink, opacity: q ? 0.6 : 1 }}
            >
              {there ? "Archive" : "On the floor"}
            </ButtonBase>
          ))}
        </Box>
        <NativeSelect value={filter.reached} onChange={(event) => set({ reached: event.target.value as Filter["reached"] })} slotProps={{ input: { "aria-label": "How far it has come" } }}>
          <option value="">however far it has come</option>
          {Object.entries(REACHED).map(([key, { word }]) => (
            <option key={key} value={key}>
              {word}
            </option>
          ))}
        </NativeSelect>
        {TICKS.map(([name, word]) => (
          <FormControlLabel key={name} label={word} sx={{ mr: 0 }} control={<Checkbox size="small" checked={filter[name]} onChange={(event) => set({ [name]: event.target.checked })} sx={{ py: 0.25 }} />} />
        ))}
        {filtered && (
          <Button variant="text" onClick={() => setFilter(ALL)}>
            All of them
          </Button>
        )}
        <Box role="status" sx={{ color: inkSoft }}>
          {first.behind > 0 && `${first.behind} are being looked over anew; order and numbers may yet change.`}
        </Box>
      </Box>
      {strips.length === 0 && first.behind === 0 && <Notice>{nothing(q, filtered, archived)}</Notice>}
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, borderTop: `2px solid ${ink}` }}>
        {strips.map((strip) => (
          <StripRow key={strip.id} strip={strip} />
        ))}
      </Box>
      {floor.hasNextPage && (
        <Button disabled={floor.isFetchingNextPage} onClick={() => void floor.fetchNextPage()} sx={{ my: 1.5 }}>
          Show more
        </Button>
      )}
      {strips.length > 0 && <Box sx={{ borderBottom: `1px solid ${hairline}` }} />}
    </Box>
  );
}

function nothing(q: string, filtered: boolean, archived: boolean): string {
  if (q) return `No rig has “${q}” in its customer, plates, vehicle or trailer, neither on the floor nor in the archive.`;
  if (filtered) return "No rig is so. Take a tick out, or look at all of them.";
  return archived ? "Nothing has been handed over yet." : "No rig is open. Begin one with New rig.";
}
