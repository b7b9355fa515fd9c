/** The label round, for a phone in the hand: place by place, one figure a screen, a photograph with it; out of reach too. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Link from "@mui/material/Link";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import type { Round, Stop } from "../api/types";
import { useBayLook } from "../app/scheme";
import { useSession } from "../app/session";
import { hairline, ink, paper } from "../app/theme";
import { overlaid, useQueue } from "../bay/queue";
import { TARGETS } from "../bay/targets";
import { Waiting } from "../bay/Waiting";
import { Notice } from "../parts/Notice";
import { Slab } from "../parts/Slab";
import { AskScreen } from "./AskScreen";
import { usePhotographs, type Photographs } from "./photographs";
import { RoundEnd } from "./RoundEnd";
import { useRound } from "./useRound";

export function RoundPage() {
  const id = Number(useParams().id);
  const round = useRound(id);
  if (!round.data) return <Notice>{round.error ? round.error.message : "Opening the round…"}</Notice>;
  return <OpenRound told={round.data} old={round.old} />;
}

function OpenRound({ told, old }: { told: Round; old: boolean }) {
  const { rig, stops } = told;
  useBayLook();
  const queries = useQueryClient();
  const session = useSession().data;
  const queue = useQueue(rig.id, "round");
  const entries = overlaid(rig.entries, queue.parcels);
  const kept = useCallback((photographs: Photographs) => queries.setQueryData<Round>(["round", rig.id], (was) => was && { ...was, rig: { ...was.rig, photographs } }), [queries, rig.id]);
  const pictures = usePhotographs(rig.id, session?.username ?? "", queue.parcels.some((one) => queue.mine(one) && !one.problem), kept);

  // One walk, in the order of the places; it begins at the first figure that nobody has read.
  const walk = stops.flatMap((stop) => stop.asks.map((ask) => ({ stop, ask })));
  const open = (path: string) => !entries[path]?.is;
  const [path, goTo] = useState(() => walk.find(({ ask }) => open(ask.question.path))?.ask.question.path ?? null);
  const at = walk.findIndex(({ ask }) => ask.question.path === path);
  const here = walk[at];
  const step = (by: number) => goTo(walk[at + by]?.ask.question.path ?? null);
  const begin = (stop: Stop) => goTo((stop.asks.find((ask) => open(ask.question.path)) ?? stop.asks[0])?.question.path ?? null);

  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, pb: 2, maxWidth: 620, width: "100%", mx: "auto", ...TARGETS }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline", pt: 0.75, flexWrap: "wrap" }}>
        <Slab size="panel" sx={{ flex: 1 }}>
          {rig.customer}, the label round
        </Slab>
        <Link component={RouterLink} to={`/rigs/${rig.id}/meet`} color="inherit">
          The desk
        </Link>
      </Box>
      <Box sx={{ mx: -2 }}>
        <Waiting queue={queue} old={old} typeAgain={goTo} />
      </Box>
      <Box component="nav" aria-label="Places" sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(44px, 1fr))", gap: "3px", my: 0.5 }}>
        {stops.map((stop, index) => {
          const left = stop.asks.filter((ask) => open(ask.question.path)).length;
          const current = here?.stop === stop;
          return (
            <ButtonBase
              key={stop.key}
              onClick={() => begin(stop)}
              aria-label={`${index + 1} ${stop.name}: ${left ? `${left} not read` : "all read"}`}
              aria-current={current ? "step" : undefined}
              sx={{ minHeight: 44, fontFamily: "inherit", fontWeight: 600, fontSize: "1rem", border: `1.5px solid ${current ? ink : hairline}`, borderBottom: left ? `3px dotted ${ink}` : `3px solid ${ink}`, bgcolor: current ? ink : "background.paper", color: current ? paper : ink }}
            >
              {index + 1}
            </ButtonBase>
          );
        })}
        <ButtonBase onClick={() => goTo(null)} aria-label="End of the round" aria-current={here ? undefined : "step"} sx={{ minHeight: 44, fontFamily: "inherit", fontWeight: 600, border: `1.5px solid ${here ? hairline : ink}`, bgcolor: here ? "background.paper" : ink, color: here ? ink : paper }}>
          End
        </ButtonBase>
      </Box>
      {here ? (
        <AskScreen
          key={here.ask.question.path}
          stop={here.stop}
          ask={here.ask}
          counted={`${at + 1} of ${walk.length}`}
          entries={entries}
          record={rig}
          write={(more) => queue.write(more, rig.entries)}
          pictures={pictures}
          back={at > 0 ? () => step(-1) : null}
          onward={() => step(1)}
        />
      ) : (
        <RoundEnd rig={rig} stops={stops} entries={entries} begin={begin} />
      )}
    </Box>
  );
}
