/** The yard beside the work: drawn large, with its tape and scales, and what can be done. Anywhere a practice rig is worked on. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import { useState, type ReactNode } from "react";

import { hairline, ink, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Acts } from "./Acts";
import { Digits, Needle } from "./Dials";
import { TapeClose } from "./TapeClose";
import { useYard, type InYard } from "./useYard";
import { YardDrawing } from "./YardDrawing";

const SIDES = ["left", "right"] as const;

/** ``first``: what was typed is written before anything is done in the yard, for it is of the yard as it stands. */
export function YardPane({ rig, first }: { rig: number; first: () => Promise<void> }) {
  const inYard = useYard(rig, first);
  const [folded, setFolded] = useState(false);
  const yard = inYard.yard.data;
  return (
    <Box component="section" aria-label="The practice yard" sx={{ borderBottom: `2px solid ${ink}`, "@media print": { breakInside: "avoid" } }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline", px: 2, py: 0.25, flexWrap: "wrap" }}>
        <b>{yard?.title}</b>
        <Box sx={{ flex: 1 }} />
        {yard?.ended && <span>It was let go: see its yard for the debrief.</span>}
        {!yard?.ended && (
          <Button size="small" variant="text" aria-expanded={!folded} onClick={() => setFolded(!folded)} sx={{ minHeight: 24, p: 0, textDecoration: "underline" }}>
            {folded ? "Unfold the yard" : "Fold the yard"}
          </Button>
        )}
      </Box>
      {!folded && yard && !yard.ended && (
        <Box sx={{ px: 2, pb: 0.75 }}>
          <YardView inYard={inYard} high={170}>
            <Acts inYard={inYard} columns={false} />
          </YardView>
        </Box>
      )}
      {inYard.act.error && <Box role="alert" sx={{ px: 2, color: pencil, fontWeight: 600 }}>{Object.values(inYard.act.error.problems)[0] ?? inYard.act.error.message}</Box>}
      {inYard.yard.error && <Box role="alert" sx={{ px: 2, color: pencil }}>{inYard.yard.error.message}</Box>}
    </Box>
  );
}

/** The drawing with the tape close by, the scale and the weighbridge where something stands on them; beneath it what is seen, and what can be done. */
export function YardView({ inYard, high, children }: { inYard: InYard; high: number; children?: ReactNode }) {
  const { read } = useUnits();
  const [side, setSide] = useState<"left" | "right">("left");
  const [close, setClose] = useState(false);
  const yard = inYard.yard.data;
  if (!yard) return null;
  const put = (place: string) => {
    // the side that is taped is the one that is drawn
    const of = SIDES.find((one) => one === yard.picture.places.find((each) => each.key === place)?.side);
    if (of) setSide(of);
    inYard.act.mutate({ act: "tape", args: { place } });
  };
  return (
    <>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "flex-start", flexWrap: { xs: "wrap", md: "nowrap" } }}>
        <Box sx={{ flex: "1 1 480px", minWidth: 0 }}>
          <YardDrawing picture={yard.picture} tape={yard.tape?.place ?? ""} side={side} close={close} high={high} put={put} />
        </Box>
        <Box aria-live="polite" sx={{ display: "flex", gap: 1, flex: "none" }}>
          {yard.tape && <TapeClose tape={yard.tape} high={Math.max(150, high - 8)} />}
          {yard.dial && <Needle dial={yard.dial} />}
          {yard.deck && <Digits deck={yard.deck} />}
        </Box>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: children ? { xs: "minmax(0, 1fr)", lg: "minmax(0, 0.9fr) minmax(0, 1fr)" } : "minmax(0, 1fr)", columnGap: 2, rowGap: 0.5, borderTop: `1px solid ${hairline}`, pt: 0.5 }}>
        <Box sx={{ fontSize: "0.85rem" }}>
          <Box sx={{ display: "flex", gap: 0.75, alignItems: "center", flexWrap: "wrap" }}>
            <Box role="group" aria-label="Which side is taped" sx={{ display: "flex", gap: 0.5 }}>
              {SIDES.map((one) => (
                <Button key={one} size="small" aria-pressed={one === side} variant={one === side ? "contained" : "outlined"} onClick={() => setSide(one)} sx={{ minHeight: 28, py: 0 }}>
                  {one} side
                </Button>
              ))}
            </Box>
            <Button size="small" aria-pressed={close} variant={close ? "contained" : "outlined"} onClick={() => setClose(!close)} sx={{ minHeight: 28, py: 0 }}>
              near the hitch
            </Button>
            <NativeSelect value={yard.tape?.place ?? ""} onChange={(event) => put(event.target.value)} inputProps={{ "aria-label": "Where the tape is" }} sx={{ fontSize: "inherit", minHeight: 28 }}>
              <option value="">no tape is put</option>
              {yard.picture.places.map((one) => (
                <option key={one.key} value={one.key}>
                  tape: {one.words}
                </option>
              ))}
            </NativeSelect>
          </Box>
          <Box component="ul" aria-label="What is seen" sx={{ m: 0, mt: 0.5, p: 0, listStyle: "none", display: "flex", flexWrap: "wrap", columnGap: 1.25 }}>
            {yard.seen.map((one, i) => (
              <li key={i}>{read(one)}</li>
            ))}
          </Box>
        </Box>
        {children}
      </Box>
    </>
  );
}
