/** A count, one more or one less by a press. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";

import { ink, inkSoft } from "../app/theme";

interface Props {
  name: string;
  /** as it stands; blank where it is not counted */
  is: string;
  /** it was counted */
  written: boolean;
  /** into how many parts one may be divided */
  parts: number;
  /** where one begins from a blank */
  begin: number;
  least: number;
  most: number;
  set: (is: string) => void;
}

export function Step({ name, is, written, parts, begin, least, most, set }: Props) {
  const by = 1 / parts;
  const to = (way: 1 | -1) => {
    const next = is === "" ? begin : Number(is) + way * by;
    if (next >= least && next <= most) set(String(next));
  };
  const key = { minWidth: 58, minHeight: 58, fontSize: "1.8rem", fontWeight: 600, fontFamily: "inherit", border: `2px solid ${ink}`, bgcolor: "background.paper", color: ink };
  return (
    <Box role="group" aria-label={name} sx={{ display: "grid", gridTemplateColumns: "58px 1fr 58px", alignItems: "center" }}>
      <ButtonBase onClick={() => to(-1)} aria-label={`${name}: one less`} sx={key}>
        −
      </ButtonBase>
      <Box data-counted sx={{ textAlign: "center", fontSize: "1.7rem", fontWeight: 600, lineHeight: "54px", borderBlock: written ? `2px solid ${ink}` : `2px dashed ${inkSoft}` }}>
        {is || "–"}
      </Box>
      <ButtonBase onClick={() => to(1)} aria-label={`${name}: one more`} sx={key}>
        +
      </ButtonBase>
    </Box>
  );
}
