/** iCalendar: a feed under a key that can be revoked, files to take, and hours, holidays and absences taken in after a look. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { CalendarPlan, DayKeeping } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useSession } from "../app/session";
import { FileButton } from "../parts/FileButton";
import { Panel } from "../parts/Rows";
import { useKeep } from "./useKeep";

type What = "hours" | "holidays" | "absences";
const WHATS: Record<What, string> = { absences: "somebody's absences", holidays: "the house's holidays", hours: "opening hours" };

export function Calendars({ told, may }: { told: DayKeeping; may: boolean }) {
  const me = useSession().data?.id ?? 0;
  const queries = useQueryClient();
  const [of, setOf] = useState(`person ${me}`);
  const make = useMutation<{ address: string; keeping: DayKeeping }, Refusal>({
    mutationFn: () => {
      const [kind, id] = of.split(" ");
      return api.settled(api.client.POST("/api/day/feeds/", { body: kind === "place" ? { place: Number(id) } : { person: Number(id) } }));
    },
    onSuccess: ({ keeping }) => queries.setQueryData(["day-keeping"], keeping),
  });
  const revoke = useKeep((id: number) => api.settled<DayKeeping>(api.client.POST("/api/day/feeds/{id}/revoke/", { params: { path: { id } } })));
  return (
    <Panel title="Calendars" note="iCalendar, RFC 5545">
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", mb: 1 }}>
        <Link href="/api/day/calendar.ics" download color="inherit">My jobs, a file</Link>
        <Link href="/api/day/calendar.ics?hours=1" download color="inherit">Opening hours, a file</Link>
      </Box>
      <Box sx={{ display: "flex", gap: 1, alignItems: "end", flexWrap: "wrap" }}>
        <Box>
          <Box component="label" htmlFor="feed-of" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>A feed of</Box>
          <NativeSelect id="feed-of" value={of} onChange={(event) => setOf(event.target.value)}>
            {told.people.filter((one) => may || one.id === me).map((one) => <option key={one.id} value={`person ${one.id}`}>{one.name}</option>)}
            {may && told.places.filter((one) => !one.retired).map((one) => <option key={one.id} value={`place ${one.id}`}>{one.name}</option>)}
          </NativeSelect>
        </Box>
        <Button onClick={() => make.mutate()} disabled={make.isPending}>Make a key</Button>
        {make.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{make.error.message}</Box>}
      </Box>
      {make.data && (
        <Box role="status" data-feed sx={{ border: "1.5px solid", p: 1, mt: 1 }}>
          This address is told once. Whoever has it reads the calendar, customers&apos; names too:
          <Box component="output" sx={{ display: "block", overflowWrap: "anywhere", fontWeight: 600, userSelect: "all" }}>{make.data.address}</Box>
        </Box>
      )}
      {told.feeds.map((one) => (
        <Box key={one.id} sx={{ display: "flex", gap: 1, alignItems: "center", py: 0.3, borderBottom: `1px solid ${hairline}` }}>
          <Box sx={{ flex: 1 }}>
            Feed of <b>{one.of}</b>, made by {one.by}{one.revoked && ", revoked"}
          </Box>
          {!one.revoked && (may || one.mine) && <Button onClick={() => revoke.mutate(one.id)} aria-label={`Revoke the feed of ${one.of}`}>Revoke</Button>}
        </Box>
      ))}
      {may && <TakeIn told={told} />}
    </Panel>
  );
}

function TakeIn({ told }: { told: DayKeeping }) {
  const queries = useQueryClient();
  const [what, setWhat] = useState<What>("absences");
  const [person, setPerson] = useState(told.people[0]?.id ?? 0);
  const [text, setText] = useState("");
  const ask = useMutation<CalendarPlan, Refusal, { text: string; seal: string }>({
    mutationFn: ({ text, seal }) => api.settled<CalendarPlan>(api.client.POST("/api/day/calendar.ics", { body: { text, what, seal, person: what === "absences" ? person : null } })),
    onSuccess: (plan) => {
      if (plan.done) void Promise.all(["day-keeping", "board"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    },
  });
  const plan = ask.data;
  return (
    <Box sx={{ mt: 1.5 }}>
      <Box sx={{ display: "flex", gap: 1, alignItems: "end", flexWrap: "wrap" }}>
        <Box>
          <Box component="label" htmlFor="take-what" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>Take in</Box>
          <NativeSelect id="take-what" value={what} onChange={(event) => { setWhat(event.target.value as What); ask.reset(); }}>
            {(Object.keys(WHATS) as What[]).map((one) => <option key={one} value={one}>{WHATS[one]}</option>)}
          </NativeSelect>
        </Box>
        {what === "absences" && (
          <NativeSelect value={person} onChange={(event) => { setPerson(Number(event.target.value)); ask.reset(); }} inputProps={{ "aria-label": "Whose absences" }}>
            {told.people.map((one) => <option key={one.id} value={one.id}>{one.name}</option>)}
          </NativeSelect>
        )}
        <FileButton label="Calendar file" accept=".ics,text/calendar" take={(file) => void file.text().then((read) => { setText(read); ask.mutate({ text: read, seal: "" }); })}>
          Choose a calendar file
        </FileButton>
      </Box>
      {ask.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{ask.error.problems.text ?? ask.error.message}</Box>}
      {plan && (
        <Box sx={{ mt: 0.75 }}>
          <b>{plan.done ? `Taken in: ${plan.added.length}.` : `Would be taken in: ${plan.added.length}.`}</b>
          {plan.same > 0 && ` ${plan.same} are there already.`}
          <Box component="ul" sx={{ m: 0, pl: 2.5, maxHeight: 180, overflow: "auto" }}>
            {plan.added.map((one, i) => <li key={i}>{one}</li>)}
            {plan.problems.map((one, i) => <Box component="li" key={`p${i}`} sx={{ color: pencil }}>Left out: {one}</Box>)}
          </Box>
          {!plan.done && plan.added.length > 0 && <Button variant="contained" onClick={() => ask.mutate({ text, seal: plan.seal })}>Take it in</Button>}
        </Box>
      )}
    </Box>
  );
}
