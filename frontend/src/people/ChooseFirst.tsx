/** Signed in by a password that somebody else knows: nothing but choosing one's own. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";

import { useSession, useSignOut } from "../app/session";
import { Slab } from "../parts/Slab";
import { NewPassword } from "./NewPassword";

export function ChooseFirst() {
  const session = useSession().data;
  const signOut = useSignOut();
  return (
    <Box component="main" sx={{ p: 4, maxWidth: 640, mx: "auto" }}>
      <Slab>{session?.name}: first a password of your own</Slab>
      <Box sx={{ my: 2 }}>The one that you signed in with was given to you, and whoever gave it knows it. Your name will stand under what you write and sign, so only you should have your password.</Box>
      <NewPassword given first />
      <Button variant="text" sx={{ mt: 3 }} onClick={() => signOut.mutate()}>
        Sign out
      </Button>
    </Box>
  );
}
