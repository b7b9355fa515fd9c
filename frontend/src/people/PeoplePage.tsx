/** The manager's page of people: who may sign in and as what, a new password on a slip, and all that was done to accounts. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { GivenPassword, People, Person } from "../api/types";
import { day } from "../app/dates";
import { HURRY, useSession } from "../app/session";
import { inkSoft, pencil, wash } from "../app/theme";
import { HeadUnseen } from "../parts/HeadUnseen";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { Table } from "../parts/Table";
import { Slip } from "./Slip";

/** What stands at a field of its own; anything else is said under them. */
const PLACED = ["name", "username"];
const KEY = "people";
const A_PAGE = 50;

export function PeoplePage() {
  const [before, setBefore] = useState(0);
  const [slip, setSlip] = useState<GivenPassword | null>(null);
  const told = useQuery({
    queryKey: [KEY, before],
    queryFn: () => api.settled<People>(api.client.GET("/api/people/", { params: { query: before ? { before } : {} } })),
    staleTime: 0,
    placeholderData: keepPreviousData,
  });
  if (!told.data) return <Notice>{told.error?.message ?? "Looking up who works here…"}</Notice>;
  const { people, roles, log, more } = told.data;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25 }}>
      <Slab sx={{ mb: 1 }}>People</Slab>
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 300px", "@media (max-width: 1000px)": { gridTemplateColumns: "1fr" }, columnGap: 4, rowGap: 2.5 }}>
        <Panel title="Accounts" note="whoever leaves is switched off, and their name stays under what they wrote">
          <Table aria-label="Accounts" cells={{ verticalAlign: "middle" }}>
            <thead>
              <tr>
                {["Name as shown", "Signs in as", "Role", "Last signed in", "", ""].map((head, i) => (
                  head ? <th key={i} scope="col">{head}</th> : <HeadUnseen key={i}>Actions</HeadUnseen>
                ))}
              </tr>
            </thead>
            <tbody>
              {people.map((one) => (
                <Account key={one.id} one={one} roles={roles} given={setSlip} />
              ))}
            </tbody>
          </Table>
        </Panel>
        <Add roles={roles} given={setSlip} />
        <Panel title="What was done to accounts" note="nothing of this can be changed">
          {log.length === 0 ? (
            <Box sx={{ color: inkSoft }}>Nothing yet.</Box>
          ) : (
            <Box component="ol" aria-label="Acts" sx={{ listStyle: "none", m: 0, p: 0 }}>
              {log.map((act, i) => (
                <Box component="li" key={`${act.at}-${i}`} sx={{ display: "grid", gridTemplateColumns: "120px minmax(0, 1fr)", py: 0.2 }}>
                  <Box component="span" sx={{ color: inkSoft }}>{moment(act.at)}</Box>
                  <span>
                    <b>{act.whom}</b> {act.says}
                    {act.before && `: ${act.before} → ${act.after}`}
                    {!act.before && act.after && ` as ${act.after}`}, by {act.by || "the command line"}
                  </span>
                </Box>
              ))}
            </Box>
          )}
          <Box sx={{ display: "flex", gap: 1, mt: 1 }}>
            {before > 0 && <Button onClick={() => setBefore(before - A_PAGE)}>Newer</Button>}
            {more && <Button onClick={() => setBefore(before + A_PAGE)}>Older</Button>}
          </Box>
        </Panel>
      </Box>
      {slip && <Slip given={slip} close={() => setSlip(null)} />}
    </Box>
  );
}

const moment = (at: string) => `${day(at)}, ${new Date(at).toLocaleTimeString("en", { hour: "2-digit", minute: "2-digit", hour12: false })}`;

function useAct<T, V = void>(act: (asked: V) => Promise<T>, done?: (told: T) => void) {
  const queries = useQueryClient();
  return useMutation<T, Refusal, V>({
    mutationFn: act,
    onSuccess: done,
    onSettled: () => queries.invalidateQueries({ queryKey: [KEY] }),
    ...HURRY,
  });
}

function Account({ one, roles, given }: { one: Person; roles: People["roles"]; given: (slip: GivenPassword) => void }) {
  const me = useSession().data?.id === one.id;
  const path = { params: { path: { id: one.id } } };
  const change = useAct((to: { role?: Person["role"]; name?: string; active?: boolean }) => api.settled<Person>(api.client.POST("/api/people/{id}/", { ...path, body: { version: one.version, ...to } })));
  const password = useAct(() => api.settled<GivenPassword>(api.client.POST("/api/people/{id}/password/", { ...path, body: { version: one.version } })), given);
  const refused = change.error ?? password.error;
  const busy = change.isPending || password.isPending;
  return (
    <>
      <Box component="tr" data-person={one.username} sx={one.active ? {} : { color: inkSoft, bgcolor: wash }}>
        <td>
          <Called key={one.version} one={one} call={(name) => change.mutate({ name })} />
        </td>
        <td>{one.username}</td>
        <td>
          <NativeSelect value={one.role} disabled={busy} onChange={(event) => change.mutate({ role: event.target.value as Person["role"] })} slotProps={{ input: { "aria-label": `Role of ${one.name}` } }}>
            {roles.map((role) => (
              <option key={role.value} value={role.value}>
                {role.word}
              </option>
            ))}
          </NativeSelect>
        </td>
        <td>
          {one.last_login ? day(one.last_login) : "never"}
          {one.given_until && <Box sx={{ fontSize: "0.85rem" }}>has a given password, good until {day(one.given_until)}</Box>}
          {!one.has_password && <Box sx={{ fontSize: "0.85rem" }}>has no password</Box>}
        </td>
        <td>
          <Button disabled={busy} onClick={() => password.mutate()}>
            New password
          </Button>
        </td>
        <td>
          <Button disabled={busy} onClick={() => change.mutate({ active: !one.active })} title={me ? "This is you" : ""}>
            {one.active ? "Switch off" : "Switch on"}
          </Button>
          {!one.active && <Box sx={{ fontSize: "0.85rem", fontWeight: 600 }}>switched off</Box>}
        </td>
      </Box>
      {refused && (
        <tr>
          <Box component="td" colSpan={6} role="alert" sx={{ color: pencil, fontWeight: 600 }}>
            {refused.message}
          </Box>
        </tr>
      )}
    </>
  );
}

/** The name in its place; Enter or leaving the field writes it, Escape puts it back. */
function Called({ one, call }: { one: Person; call: (name: string) => void }) {
  const [name, setName] = useState(one.name);
  return (
    <TextField
      value={name}
      onChange={(event) => setName(event.target.value)}
      onBlur={() => name.trim() && name.trim() !== one.name && call(name)}
      onKeyDown={(event) => {
        if (event.key === "Enter") (event.target as HTMLElement).blur();
        if (event.key === "Escape") setName(one.name);
      }}
      slotProps={{ htmlInput: { "aria-label": `Name as shown of ${one.username}`, maxLength: 60, style: { padding: "3px 6px" } } }}
      sx={{ width: 170 }}
    />
  );
}

function Add({ roles, given }: { roles: People["roles"]; given: (slip: GivenPassword) => void }) {
  const [username, setUsername] = useState("");
  const [name, setName] = useState("");
  const [role, setRole] = useState<Person["role"]>("advisor");
  const add = useAct(
    () => api.settled<GivenPassword>(api.client.POST("/api/people/", { body: { username: username.trim(), name, role } })),
    (slip) => {
      setUsername("");
      setName("");
      given(slip);
    },
  );
  const problems = add.error?.problems ?? {};
  return (
    <Panel title="Somebody new">
      <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); add.mutate(); }} sx={{ display: "grid", gap: 1.5, mt: 1.5 }}>
        <TextField label="Name as shown" value={name} onChange={(event) => setName(event.target.value)} error={Boolean(problems.name)} helperText={problems.name} slotProps={{ htmlInput: { maxLength: 60, autoComplete: "off" } }} />
        <TextField label="Signs in as" value={username} onChange={(event) => setUsername(event.target.value)} error={Boolean(problems.username)} helperText={problems.username ?? "one short word; it cannot be changed later"} slotProps={{ htmlInput: { maxLength: 150, autoCapitalize: "none", autoComplete: "off" } }} />
        <NativeSelect value={role} onChange={(event) => setRole(event.target.value as Person["role"])} slotProps={{ input: { "aria-label": "Role of somebody new" } }}>
          {roles.map((one) => (
            <option key={one.value} value={one.value}>
              {one.word}
            </option>
          ))}
        </NativeSelect>
        {add.isError && !PLACED.some((place) => problems[place]) && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{add.error.message}</Box>}
        <Button type="submit" variant="contained" disabled={!username.trim() || !name.trim() || add.isPending} sx={{ justifySelf: "start" }}>
          Add
        </Button>
      </Box>
    </Panel>
  );
}
