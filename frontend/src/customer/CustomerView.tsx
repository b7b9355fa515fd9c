/** The rig as a customer beside the desk sees it: large, in plain words, without what is the house's own. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";

import type { CustomerTold, Elevation, Pose } from "../api/types";
import { hairline, ink, inkSoft, paper, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { useSize } from "../drawing/useSize";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Worded } from "../words/Worded";

interface Props {
  told: CustomerTold;
  names: string;
  elevation: Elevation;
  pose: Pose;
  older: boolean;
  back: () => void;
}

const MARK = { kept: "within", over: "over", "may be over": "caution", "not known": "unknown" } as const;

export function CustomerView({ told, names, elevation, pose, older, back }: Props) {
  const { read } = useUnits();
  const [box, size] = useSize<HTMLDivElement>([1240, 260]);
  return (
    <Box component="main" data-view="customer" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 3, py: 1.5, fontSize: "1.2rem", lineHeight: 1.35 }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2 }}>
        <Slab sx={{ fontSize: "1.7rem", flex: 1 }}>{names}</Slab>
        <Button onClick={back} className="no-print" sx={{ minHeight: 44 }}>
          Back to the desk
        </Button>
      </Box>
      <Box ref={box} sx={{ height: 260, my: 1 }}>
        <ElevationDrawing elevation={elevation} pose={pose} size={size} title="The rig in side elevation, to scale" mini />
      </Box>
      <Box sx={{ display: "flex", gap: 2, alignItems: "flex-start", borderTop: `2px solid ${ink}`, borderBottom: `2px solid ${ink}`, py: 1.25 }}>
        <StateMark state={told.state} size={40} />
        <Box aria-live="polite" data-customer-state={told.state}>
          <Slab size="bay" component="p" sx={{ color: told.state === "refused" ? pencil : undefined, lineHeight: 1.2 }}>
            {told.plain}
          </Slab>
          <Worded>{`${read(told.says)} ${read(told.remedy)}`}</Worded>
          {older && <Box sx={{ color: inkSoft }}>Worked out before what is typed now.</Box>}
        </Box>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(420px, 100%), 1fr))", gap: 4, mt: 2, "@media (max-width: 600px)": { gridTemplateColumns: "minmax(0, 1fr)" } }}>
        <section aria-label="Every rating">
          <Slab size="dialog" component="h2" sx={{ borderBottom: "2px solid" }}>
            Every rating, and what is used of it
          </Slab>
          {told.borne.map((one) => (
            <Box key={one.name} data-borne={one.name} sx={{ display: "grid", gridTemplateColumns: "minmax(150px, 1.2fr) 1.4fr 150px", gap: 1.5, alignItems: "center", borderBottom: `1px solid ${hairline}`, py: 0.4 }}>
              <span>{one.name}</span>
              <Bar share={one.share} />
              <Box sx={{ whiteSpace: "nowrap", fontWeight: one.word === "kept" ? 400 : 600, color: one.word === "kept" ? undefined : pencil }}>
                <StateMark state={MARK[one.word]} size={16} /> {one.word}
                {one.used && `, ${one.used}`}
              </Box>
            </Box>
          ))}
        </section>
        <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
          <Told title="What may be loaded" lines={told.may_load.map(read)} />
          {told.to_read.length > 0 && <Told title="Still to be read" lines={told.to_read} />}
          <Told title="The hitch" lines={told.build.map((part) => `${part.name}, ${part.what}`)} />
          <Told title="Cautions" lines={told.cautions.map(read)} />
        </Box>
      </Box>
    </Box>
  );
}

function Told({ title, lines }: { title: string; lines: string[] }) {
  return (
    <section aria-label={title}>
      <Slab size="dialog" component="h2" sx={{ borderBottom: "2px solid" }}>
        {title}
      </Slab>
      <Box component="ul" sx={{ m: 0, pl: 3 }}>
        {lines.map((line) => (
          <li key={line}>
            <Worded>{line}</Worded>
          </li>
        ))}
      </Box>
    </section>
  );
}

function Bar({ share }: { share: number | null }) {
  return (
    <Box component="svg" viewBox="0 0 220 16" preserveAspectRatio="none" aria-hidden="true" sx={{ width: "100%", height: 16 }}>
      <rect x="0.5" y="1" width="199" height="14" fill={paper} stroke={inkSoft} strokeDasharray={share === null ? "4 3" : undefined} />
      {share !== null && <rect x="0.5" y="1" width={Math.min(219, 199 * share)} height="14" fill={share > 1 ? pencil : ink} />}
      <path d="M200 0V16" stroke={ink} strokeWidth="2" />
    </Box>
  );
}
