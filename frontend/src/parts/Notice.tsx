import Box from "@mui/material/Box";
import type { ReactNode } from "react";

export function Notice({ children }: { children: ReactNode }) {
  return (
    <Box role="status" sx={{ p: 4 }}>
      {children}
    </Box>
  );
}
