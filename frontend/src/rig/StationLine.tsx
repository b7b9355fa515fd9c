/** The line of stations, drawn as a road with its milestones; each carries the worst that is found there. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";

import type { Assessment, Signature } from "../api/types";
import { hairline, ink, paper } from "../app/theme";
import { OldMark } from "../parts/OldMark";
import { SignMark } from "../parts/SignMark";
import { Slab } from "../parts/Slab";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { DESK, PAGES, STATIONS, type StationKey } from "../stations/stations";

interface Props {
  station: StationKey;
  assessment: Assessment;
  signatures: Signature[];
  /** a rig that is saved has a bay, a hand-over and a record */
  saved: boolean;
  /** the marks are of before what is typed now */
  old: boolean;
  visit: (key: string) => void;
}

export function StationLine({ station, assessment, signatures, saved, old, visit }: Props) {
  return (
    <Box component="nav" aria-label="Stations" sx={{ flex: "none", display: "flex", px: 2, bgcolor: "background.paper", borderBottom: `2px solid ${ink}`, borderTop: `1px solid ${hairline}`, flexWrap: "wrap" }}>
      <ButtonBase
        onClick={() => visit(DESK.key)}
        aria-current={station === DESK.key ? "step" : undefined}
        sx={{ display: "flex", alignItems: "center", px: 1.1, py: 0.6, mr: 0.25, font: "inherit", bgcolor: station === DESK.key ? ink : "transparent", color: station === DESK.key ? paper : ink, whiteSpace: "nowrap", borderRight: `1px dashed ${hairline}` }}
      >
        <Slab size="inherit" component="span">
          0 {DESK.name}
        </Slab>
      </ButtonBase>
      {STATIONS.map((one, index) => {
        const here = one.key === station;
        const signature = signatures.find((signed) => signed.station === one.key);
        const worst = assessment.findings.find((found) => found.station === one.key);
        return (
          <ButtonBase
            key={one.key}
            onClick={() => visit(one.key)}
            aria-current={here ? "step" : undefined}
            sx={{ display: "flex", alignItems: "center", gap: 0.75, px: 1.1, py: 0.6, mr: 0.25, font: "inherit", bgcolor: here ? ink : "transparent", color: here ? paper : ink, whiteSpace: "nowrap" }}
          >
            <Slab size="inherit" component="span">
              {index + 1} {one.name}
            </Slab>
            {signature && signature.state !== "open" && (
              <Box component="span" sx={{ fontSize: "0.82rem" }}>
                <SignMark state={signature.state} size={13} ground={here ? paper : ink} /> {signature.state}
              </Box>
            )}
            {here && !worst && (
              <Box component="span" sx={{ fontSize: "0.85rem", display: { xs: "none", md: "inline" } }}>
                {one.does}
              </Box>
            )}
            {worst && (
              <Box component="span" sx={{ bgcolor: paper, color: ink, px: 0.5, fontSize: "0.82rem", fontWeight: 600 }}>
                {old ? <OldMark size={13} /> : <StateMark state={worst.state} size={13} />} {old ? `was: ${VERDICT_WORDS[worst.state].toLowerCase()}` : VERDICT_WORDS[worst.state].toLowerCase()}
              </Box>
            )}
          </ButtonBase>
        );
      })}
      {saved &&
        PAGES.map((one, index) => {
          const signature = signatures.find((signed) => signed.station === one.key);
          return (
            <ButtonBase key={one.key} onClick={() => visit(one.key)} sx={{ display: "flex", alignItems: "center", gap: 0.75, px: 1.1, py: 0.6, font: "inherit", color: ink, whiteSpace: "nowrap", borderLeft: index === 0 ? `2px solid ${ink}` : undefined }}>
              <Slab size="inherit" component="span">
                {STATIONS.length + index + 1} {one.name}
              </Slab>
              {signature && signature.state !== "open" && (
                <Box component="span" sx={{ fontSize: "0.82rem" }}>
                  <SignMark state={signature.state} size={13} ground={ink} /> {signature.state}
                </Box>
              )}
            </ButtonBase>
          );
        })}
    </Box>
  );
}
