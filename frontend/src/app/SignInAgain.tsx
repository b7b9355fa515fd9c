/** The session ended while somebody worked: they sign in over the page, and what is typed stays. Only they: it is theirs. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";

import { api, signedOut } from "../api/client";
import type { Session } from "../api/types";
import { pencil, slab } from "./theme";

export function SignInAgain({ session }: { session: Session }) {
  const queries = useQueryClient();
  const [password, setPassword] = useState("");
  const [username, setUsername] = useState(session.username);
  const [refused, setRefused] = useState("");
  const [busy, setBusy] = useState(false);

  async function submit(event: FormEvent) {
    event.preventDefault();
    setBusy(true);
    try {
      const now = await api.settled<Session>(api.client.POST("/api/session/", { body: { username, password } }));
      if (now.username === session.username) {
        queries.setQueryData(["session"], now);
        signedOut.over();
        void queries.invalidateQueries();
        return;
      }
      await api.settled<Session>(api.client.DELETE("/api/session/"));
      setRefused(`This page is ${session.name}'s, and so is what is typed here. ${now.name} signs in on a page of their own.`);
    } catch (error) {
      setRefused((error as Error).message);
    }
    setPassword("");
    setBusy(false);
  }

  return (
    <Dialog open aria-labelledby="again-title">
      <DialogTitle id="again-title" sx={{ fontFamily: slab }}>
        You are signed out
      </DialogTitle>
      <DialogContent>
        <Box component="form" onSubmit={(event) => void submit(event)} noValidate sx={{ display: "flex", flexDirection: "column", gap: 1.5, width: 360, maxWidth: "100%" }}>
          <Box>Sign in again and go on: what you typed is kept here.</Box>
          <TextField label="Name" value={username} onChange={(event) => setUsername(event.target.value)} autoComplete="username" slotProps={{ htmlInput: { maxLength: 150, autoCapitalize: "none" } }} />
          <TextField label="Password" type="password" value={password} onChange={(event) => setPassword(event.target.value)} autoComplete="current-password" autoFocus slotProps={{ htmlInput: { maxLength: 128 } }} />
          <Box role="alert" sx={{ color: pencil, fontWeight: 600, minHeight: "1.4em" }}>
            {refused}
          </Box>
          <Button type="submit" variant="contained" disabled={busy} sx={{ alignSelf: "flex-start", px: 3 }}>
            Sign in
          </Button>
        </Box>
      </DialogContent>
    </Dialog>
  );
}
