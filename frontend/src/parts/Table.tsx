/** A table as they all are here: hairlines between the lines, words to the left, on one baseline. `sx` says what differs. */
import Box from "@mui/material/Box";
import type { SxProps } from "@mui/material/styles";
import type { ReactNode } from "react";

import { hairline } from "../app/theme";

interface Props {
  children: ReactNode;
  sx?: SxProps;
  /** of the cells */
  cells?: Record<string, unknown>;
  heads?: Record<string, unknown>;
}

export function Table({ children, sx, cells, heads, ...more }: Props) {
  return (
    <Box
      component="table"
      {...more}
      sx={[
        {
          width: "100%",
          borderCollapse: "collapse",
          "& td, & th": { py: 0.35, pr: 1.25, borderBottom: `1px solid ${hairline}`, textAlign: "left", verticalAlign: "baseline", ...cells },
          "& th": { fontWeight: 600, ...heads },
        },
        ...(Array.isArray(sx) ? sx : [sx]),
      ]}
    >
      {children}
    </Box>
  );
}
