/** The whole yard of one practice: its story, the rig large, everything that can be done, hints, and letting it go; then its debrief. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useParams } from "react-router";

import { hairline, inkSoft, paper, pencil } from "../app/theme";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { Acts } from "./Acts";
import { DebriefView } from "./DebriefView";
import { useYard } from "./useYard";
import { YardView } from "./YardPane";

export function YardPage() {
  const rig = Number(useParams().id);
  const inYard = useYard(rig);
  const yard = inYard.yard.data;
  if (!yard) return <Notice>{inYard.yard.error?.message ?? "Opening the yard…"}</Notice>;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto" }}>
      <Box sx={{ px: 2, py: 1.25, display: "grid", gap: 1.5 }}>
        <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap" }}>
          <Slab component="h1">{yard.title}</Slab>
          <Box sx={{ color: inkSoft }}>
            One learns {yard.learns}. {!yard.mine && `${yard.person} works on it.`}
          </Box>
        </Box>
        {yard.ended ? (
          <DebriefView told={yard.ended.debrief} />
        ) : (
          <>
            <Box sx={{ maxWidth: 900 }}>{yard.story.join(" ")}</Box>
            {/* what is done is seen, wherever one has scrolled to */}
            <Box sx={{ "@media (min-width: 900px) and (min-height: 700px)": { position: "sticky", top: 0, zIndex: 2, bgcolor: paper, pb: 0.5, borderBottom: `1px solid ${hairline}` } }}>
              <YardView inYard={inYard} high={290} />
            </Box>
            {yard.mine && (
              <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) 300px" }, gap: 3, alignItems: "start" }}>
                <Acts inYard={inYard} columns />
                <LetGo inYard={inYard} />
              </Box>
            )}
          </>
        )}
      </Box>
    </Box>
  );
}

function LetGo({ inYard }: { inYard: ReturnType<typeof useYard> }) {
  const yard = inYard.yard.data;
  if (!yard) return null;
  return (
    <Box sx={{ display: "grid", gap: 2 }}>
      <Panel title="Let it go">
        <Box component="ul" aria-label="What it must come to" sx={{ m: 0, pl: 2.25 }}>
          {yard.goals.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Box>
        <Box sx={{ color: inkSoft, fontSize: "0.9rem", mt: 0.5 }}>What counts is what is saved on its stations and in its bay.</Box>
        <Box sx={{ display: "flex", gap: 1, mt: 1 }}>
          <Button variant="contained" disabled={inYard.end.isPending} onClick={() => inYard.end.mutate("go")}>
            It may go
          </Button>
          <Button disabled={inYard.end.isPending} onClick={() => inYard.end.mutate("hold")}>
            It may not go
          </Button>
        </Box>
        {inYard.end.isError && (
          <Box role="alert" sx={{ color: pencil }}>
            {inYard.end.error.message}
          </Box>
        )}
      </Panel>
      <Panel title="Hints" note="each is counted">
        <Box component="ol" aria-label="Hints" sx={{ m: 0, pl: 2.25 }}>
          {yard.hints.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Box>
        {yard.more_hints && (
          <Button sx={{ mt: 0.5 }} disabled={inYard.act.isPending} onClick={() => inYard.act.mutate({ act: "hint" })}>
            {yard.hints.length ? "Another hint" : "A hint"}
          </Button>
        )}
      </Panel>
    </Box>
  );
}
