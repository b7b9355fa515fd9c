/** Fields one below the other, and a heading over some of them. */
import Box from "@mui/material/Box";

import { EntryField } from "../parts/EntryField";

export function Fields({ paths }: { paths: string[] }) {
  return (
    <>
      {paths.map((path) => (
        <EntryField key={path} path={path} />
      ))}
    </>
  );
}

export function Heading({ children }: { children: string }) {
  return (
    <Box component="h3" sx={{ m: 0, mt: 1.25, mb: 0.25, fontSize: "0.9rem", fontWeight: 600, borderBottom: 1, borderColor: "divider" }}>
      {children}
    </Box>
  );
}
