/**
 * The session ended while somebody worked: they sign in over the page, and what is typed stays. Only they: it is theirs.
 * Nothing of the page is seen meanwhile; whoever else stands there leaves it for the sign-in.
 */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";

import { api } from "../api/client";
import type { Session } from "../api/types";
import { clear, useSignIn, useSignOut, useTakeSession } from "./session";
import { paperDeep, pencil, slab } from "./theme";

export function SignInAgain({ session }: { session: Session }) {
  const queries = useQueryClient();
  const take = useTakeSession();
  const signIn = useSignIn(() => undefined);
  const signOut = useSignOut();
  const [password, setPassword] = useState("");
  const [username, setUsername] = useState(session.username);
  const [refused, setRefused] = useState("");

  async function submit(event: FormEvent) {
    event.preventDefault();
    setRefused("");
    try {
      const now = await signIn.mutateAsync({ username, password });
      if (now.username === session.username) {
        take(now);
        void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "session" });
        return;
      }
      await api.settled<Session>(api.client.DELETE("/api/session/"));
      setRefused(`This page is ${session.name}'s, and so is what is typed here. ${now.name} signs in on a page of their own.`);
    } catch (error) {
      setRefused((error as Error).message);
    }
    setPassword("");
  }

  return (
    <Dialog open aria-labelledby="again-title" slotProps={{ backdrop: { sx: { bgcolor: paperDeep } } }}>
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
          <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
            <Button type="submit" variant="contained" disabled={signIn.isPending} sx={{ px: 3 }}>
              Sign in
            </Button>
            <Button type="button" onClick={() => signOut.mutate(undefined, { onSettled: () => clear(queries) })}>
              I am not {session.name}
            </Button>
          </Box>
        </Box>
      </DialogContent>
    </Dialog>
  );
}
