/** Sign-in: the plate on the workshop door. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState, type FormEvent } from "react";

import { BeamMark } from "../parts/BeamMark";
import { useSession, useSignIn } from "./session";
import { ink, pencil, slab } from "./theme";

export function SignIn() {
  const [username, setUsername] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useSignIn();
  const session = useSession().data;

  function submit(event: FormEvent) {
    event.preventDefault();
    signIn.mutate({ username, password });
  }

  return (
    <Box component="main" sx={{ minHeight: "100vh", display: "grid", placeItems: "center", p: 2 }}>
      <Box
        sx={{
          width: "min(760px, 100%)",
          border: `2px solid ${ink}`,
          outline: `1px solid ${ink}`,
          outlineOffset: 4,
          display: "grid",
          gridTemplateColumns: { xs: "1fr", sm: "1.2fr 1fr" },
        }}
      >
        <Box sx={{ p: 4, borderRight: { sm: `1px solid ${ink}` } }}>
          <BeamMark width={250} />
          <Typography component="h1" sx={{ fontFamily: slab, fontSize: "2.1rem", fontWeight: 600, mt: 2 }}>
            Stathmos
          </Typography>
          <Typography sx={{ maxWidth: "34ch", mt: 0.5 }}>
            Tow vehicle, trailer and hitch, matched before they meet: what weighs on what, and which rating it stands against.
          </Typography>
        </Box>
        <Box component="form" onSubmit={submit} noValidate sx={{ p: 4, display: "flex", flexDirection: "column", gap: 2 }}>
          <Typography variant="h2" component="h2">
            Sign in
          </Typography>
          <TextField
            label="Name"
            value={username}
            onChange={(event) => setUsername(event.target.value)}
            autoComplete="username"
            autoFocus
            slotProps={{ htmlInput: { autoCapitalize: "none", maxLength: 150 } }}
          />
          <TextField
            label="Password"
            type="password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            autoComplete="current-password"
            slotProps={{ htmlInput: { maxLength: 128 } }}
          />
          <Typography role="alert" sx={{ color: pencil, minHeight: "1.4em", fontWeight: 600 }}>
            {signIn.isError ? signIn.error.message : ""}
            {session?.nobody && "Nobody has an account here yet. Whoever runs this installation makes the first, a manager’s, with: manage.py person add NAME"}
          </Typography>
          <Button type="submit" variant="contained" disabled={signIn.isPending} sx={{ alignSelf: "flex-start", px: 3 }}>
            Sign in
          </Button>
        </Box>
      </Box>
    </Box>
  );
}
