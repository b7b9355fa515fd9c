/** Whether it swings by itself: on Load each case over speed; on Weigh why the share matters. It explains, and passes nothing. */
import Box from "@mui/material/Box";

import type { Sway as SwayTold } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { DampingPlot } from "../drawing/DampingPlot";
import { SpeedByShare } from "../drawing/SpeedByShare";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useSection } from "../rig/context";

type Told = Pick<SwayTold["cases"][number], "none_at" | "near_at" | "ask" | "swings_at">;

export function Sway() {
  const { sway } = useSection("loading");
  const { read } = useUnits();
  return (
    <Panel title="Does it swing by itself?" note="by masses, places and tyres as usual; it passes nothing">
      <DampingPlot cases={sway.cases} marks={sway.marks} toldBelow={sway.told_below} />
      <Box component="ol" aria-label="Where each case may swing by itself" sx={{ m: 0, mt: 0.5, p: 0, listStyle: "none" }}>
        {sway.cases.map((one, index) => (
          <Box component="li" key={index} data-swing={one.key} sx={{ display: "grid", gridTemplateColumns: "22px 1fr", py: 0.35, borderBottom: `1px solid ${hairline}` }}>
            <b>{index + 1}</b>
            <span>
              <b>{one.name}.</b> {one.says && `${read(one.says)} `}
              <SwingsFrom told={one} />
            </span>
          </Box>
        ))}
      </Box>
      <LeftOut leaves={sway.leaves_out} />
    </Panel>
  );
}

/** From where a rig may swing by itself, in words. */
export function SwingsFrom({ told }: { told: Told }) {
  const { read } = useUnits();
  if (told.ask) return <Box component="span" sx={{ color: pencil }}>It cannot be worked out. Go and read: {told.ask}.</Box>;
  const slowly = told.near_at?.text && (
    <>
      {" "}
      From about {read(told.near_at.text)} a swing, {told.swings_at}, dies slowly (damping 0.05).
    </>
  );
  if (!told.none_at?.text) return <span>A swing dies at every speed that was looked at.{slowly}</span>;
  return (
    <span>
      May swing by itself from about <b>{read(told.none_at.text)}</b>
      {told.none_at.to_text ? ` to ${read(told.none_at.to_text)}` : " upward"}
      {told.none_at.middle_text && `, most likely from ${read(told.none_at.middle_text)}`}.
      {slowly}
    </span>
  );
}

export function LeftOut({ leaves }: { leaves: string[] }) {
  return (
    <Box sx={{ color: inkSoft, fontSize: "0.85rem", mt: 0.5 }}>
      Hatched: eight rigs in ten that this one may be, for tyre stiffness and yaw inertia stand on no label. Left out: {leaves.slice(0, -1).join(", ")} and {leaves[leaves.length - 1]}.
    </Box>
  );
}

export function WhyTheShare() {
  const { sway } = useSection("weights");
  const { read } = useUnits();
  if (!sway) return null;
  const speed = (one: (typeof sway.shares)[number]) => (one.text ? `${read(one.text)}${one.to_text ? ` to ${read(one.to_text)}` : " upward"}` : "no speed that was looked at");
  return (
    <Panel title="Why the share matters" note="this rig with its trailer's weight moved along; all else as it is">
      <SpeedByShare told={sway} />
      <Table cells={{ py: 0.2 }} sx={{ mt: 0.5 }}>
        <thead>
          <tr>
            <th scope="col">Share on the tongue</th>
            <th scope="col">May swing by itself from about</th>
          </tr>
        </thead>
        <tbody>
          {sway.shares.filter((_, i) => i % 2 === 0).map((one) => (
            <tr key={one.share} data-share={Math.round(one.share * 100)}>
              <th scope="row">{Math.round(one.share * 100)} %</th>
              <td>{speed(one)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <LeftOut leaves={sway.leaves_out} />
    </Panel>
  );
}
