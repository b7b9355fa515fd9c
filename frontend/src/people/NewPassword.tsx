/** A password of one's own: the one that is had, and the new one twice, so that a slip is noticed. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";

import { api, type Refusal } from "../api/client";
import type { Session } from "../api/types";
import { useTakeSession } from "../app/session";
import { inkSoft, pencil } from "../app/theme";

export function NewPassword({ given = false, first = false }: { given?: boolean; first?: boolean }) {
  const take = useTakeSession();
  const [old, setOld] = useState("");
  const [chosen, setChosen] = useState("");
  const [again, setAgain] = useState("");
  const choose = useMutation<Session, Refusal>({
    mutationFn: () => api.settled<Session>(api.client.POST("/api/session/password/", { body: { old, new: chosen } })),
    onSuccess: (session) => {
      setOld("");
      setChosen("");
      setAgain("");
      take(session);
    },
  });
  const problems = choose.error?.problems ?? {};
  const differ = again !== "" && again !== chosen;
  function submit(event: FormEvent) {
    event.preventDefault();
    if (chosen === again) choose.mutate();
  }
  const secret = { type: "password", slotProps: { htmlInput: { maxLength: 128 } } } as const;
  return (
    <Box component="form" noValidate onSubmit={submit} sx={{ display: "grid", gap: 1.5, maxWidth: 380 }}>
      <TextField {...secret} label={given ? "The password you were given" : "The password you have"} value={old} autoFocus={first} autoComplete="current-password" onChange={(event) => setOld(event.target.value)} error={Boolean(problems.old)} helperText={problems.old} />
      <TextField {...secret} label="A new one" value={chosen} autoComplete="new-password" onChange={(event) => setChosen(event.target.value)} error={Boolean(problems.new)} helperText={problems.new ?? "a few words that only you would put together"} />
      <TextField {...secret} label="The new one again" value={again} autoComplete="new-password" onChange={(event) => setAgain(event.target.value)} error={differ} helperText={differ ? "Not the same as above." : ""} />
      <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>
        {choose.isError && Object.keys(problems).length === 0 && choose.error.message}
      </Box>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
        <Button type="submit" variant="contained" disabled={!old || !chosen || chosen !== again || choose.isPending}>
          Choose it
        </Button>
        <Box component="span" role="status" sx={{ color: inkSoft }}>
          {choose.isSuccess && !chosen ? "Chosen. Wherever else you were signed in, you are signed out." : ""}
        </Box>
      </Box>
    </Box>
  );
}
