/** One's own account: the name as it is shown, the password, and signing out wherever one is signed in. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Session } from "../api/types";
import { forget } from "../app/device";
import { clear, useSession, useTakeSession } from "../app/session";
import { inkSoft } from "../app/theme";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { NewPassword } from "./NewPassword";

export function MyAccount() {
  const session = useSession().data;
  if (!session) return <Notice>Opening…</Notice>;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.5, maxWidth: 1080 }}>
      <Slab sx={{ mb: 1.5 }}>Your account</Slab>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(380px, 100%), 1fr))", gap: 4 }}>
        <Box sx={{ display: "grid", gap: 3, alignContent: "start" }}>
          <Name key={session.name} session={session} />
          <Everywhere session={session} />
        </Box>
        <Panel title="Password" note="nobody else can read it, the manager neither">
          <Box sx={{ mt: 1.5 }}>
            <NewPassword />
          </Box>
        </Panel>
      </Box>
    </Box>
  );
}

function Name({ session }: { session: Session }) {
  const take = useTakeSession();
  const queries = useQueryClient();
  const [name, setName] = useState(session.name);
  const call = useMutation<Session, Refusal>({
    mutationFn: () => api.settled<Session>(api.client.POST("/api/session/name/", { body: { name } })),
    onSuccess: (now) => {
      take(now);
      void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "session" });
    },
  });
  const problem = call.error?.problems.name ?? call.error?.message;
  return (
    <Panel title="Name" note={`you sign in as ${session.username}; ${session.role}`}>
      <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); call.mutate(); }} sx={{ display: "flex", gap: 1.5, alignItems: "flex-start", mt: 1.5 }}>
        <TextField label="As shown under what you write and sign" value={name} onChange={(event) => setName(event.target.value)} error={Boolean(problem)} helperText={problem} sx={{ flex: 1 }} slotProps={{ htmlInput: { maxLength: 60 } }} />
        <Button type="submit" variant="contained" disabled={name.trim() === session.name || !name.trim() || call.isPending} sx={{ mt: 0.5 }}>
          Save
        </Button>
      </Box>
      <Box sx={{ color: inkSoft, mt: 0.5 }}>What you wrote before shows it too; the manager&apos;s log keeps what it was.</Box>
    </Panel>
  );
}

function Everywhere({ session }: { session: Session }) {
  const queries = useQueryClient();
  const end = useMutation<Session, Refusal>({
    mutationFn: () => api.settled<Session>(api.client.POST("/api/session/everywhere/")),
    onSuccess: () => void forget().then(() => clear(queries)),
  });
  const minutes = Math.round(session.idle_seconds / 60);
  const idle = minutes >= 120 ? `${Math.round(minutes / 60)} hours` : `${minutes} minutes`;
  return (
    <Panel title="Signed in elsewhere" note={`left alone for ${idle}, a session ends by itself`}>
      <Box sx={{ my: 1 }}>A tablet left in the bay, a computer at the front desk: all of them are signed out at once, and this one too. What was typed there and not sent waits there for you.</Box>
      <Button disabled={end.isPending} onClick={() => end.mutate()}>
        Sign out everywhere
      </Button>
      {end.isError && <Box role="alert">{end.error.message}</Box>}
    </Panel>
  );
}
