/** Words in the slab face: a page's name, a heading, what is to be done next. */
import Box from "@mui/material/Box";
import type { SxProps } from "@mui/material/styles";
import type { ElementType, ReactNode } from "react";

import { slab } from "../app/theme";

const SIZES = { page: "1.35rem", panel: "1rem", dialog: "1.1rem", bay: "1.75rem", inherit: "inherit" } as const;

interface Props {
  children: ReactNode;
  size?: keyof typeof SIZES;
  component?: ElementType;
  id?: string;
  sx?: SxProps;
}

export function Slab({ children, size = "page", component = "h1", sx, ...more }: Props) {
  return (
    <Box component={component} {...more} sx={[{ fontFamily: slab, fontSize: SIZES[size], fontWeight: 600, m: 0 }, ...(Array.isArray(sx) ? sx : [sx])]}>
      {children}
    </Box>
  );
}
