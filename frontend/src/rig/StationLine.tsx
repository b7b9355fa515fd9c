/** The line of stations, drawn as a road with its milestones; each carries the worst that is found there. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";

import type { Assessment } from "../api/types";
import { hairline, ink, paper } from "../app/theme";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { STATIONS, type StationKey } from "../stations/stations";

interface Props {
  station: StationKey;
  assessment: Assessment;
  visit: (key: string) => void;
}

export function StationLine({ station, assessment, visit }: Props) {
  return (
    <Box component="nav" aria-label="Stations" sx={{ flex: "none", display: "flex", px: 2, bgcolor: "background.paper", borderBottom: `2px solid ${ink}`, borderTop: `1px solid ${hairline}`, overflowX: "auto" }}>
      {STATIONS.map((one, index) => {
        const here = one.key === station;
        const worst = assessment.findings.find((found) => found.station === one.key);
        return (
          <ButtonBase
            key={one.key}
            onClick={() => visit(one.key)}
            aria-current={here ? "step" : undefined}
            sx={{ display: "flex", alignItems: "center", gap: 1, px: 1.5, py: 0.6, mr: 0.5, font: "inherit", bgcolor: here ? ink : "transparent", color: here ? paper : ink, whiteSpace: "nowrap" }}
          >
            <Box component="span" sx={{ fontFamily: "Besley, serif", fontWeight: 600 }}>
              {index + 1} {one.name}
            </Box>
            {here && (
              <Box component="span" sx={{ fontSize: "0.85rem", display: { xs: "none", md: "inline" } }}>
                {one.does}
              </Box>
            )}
            {worst && (
              <Box component="span" sx={{ bgcolor: paper, color: ink, px: 0.5, fontSize: "0.82rem", fontWeight: 600 }}>
                <StateMark state={worst.state} size={13} /> {VERDICT_WORDS[worst.state].toLowerCase()}
              </Box>
            )}
          </ButtonBase>
        );
      })}
    </Box>
  );
}
