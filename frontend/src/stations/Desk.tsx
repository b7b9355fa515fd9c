/** At the desk: a first answer from the labels alone, and what it hangs on. It is no verdict, and says so. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";

import type { FirstAnswer } from "../api/types";
import { hairline, ink, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";
import { DeskFigures } from "./DeskFigures";
import { DeskSpans } from "./DeskSpans";
import { WhichTrailers } from "./WhichTrailers";

export function Desk() {
  const told = useSection("desk");
  const { draft } = useRig();
  const noTrailer = !Object.keys(draft.entries).some((path) => path.startsWith("trailer."));
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(330px, 390px) minmax(0, 1fr)", gap: 3, "@media (max-width: 900px)": { gridTemplateColumns: "minmax(0, 1fr)" } }}>
      <DeskFigures />
      <Box sx={{ display: "grid", gap: 2, alignContent: "start", minWidth: 0 }}>
        <Left told={told} />
        <Panel title="Every rating" note={`what is used of it, least to most; ${told.weight_distributing ? "with weight-distributing bars" : "without bars"}`}>
          {told.spans.length === 0 ? <Box sx={{ color: inkSoft }}>Nothing can be said yet: type the labels from the top.</Box> : <DeskSpans spans={told.spans} />}
          {told.lacking.map((one) => (
            <Box key={one} sx={{ mt: 0.5 }}>
              Of all that may be read, in some cases {one}: another style, or a part to order.
            </Box>
          ))}
        </Panel>
        {noTrailer && <WhichTrailers />}
        {told.hangs_on.length > 0 && <HangsOn told={told} />}
        <StandsIn told={told} />
        {told.labels.length > 0 && (
          <Panel title="Not in this answer" note="labels that nobody read; each must be, before it is sold">
            {told.labels.map((one) => one.name).join(", ")}.
          </Panel>
        )}
      </Box>
    </Box>
  );
}

/** The headline: how much may ride in the vehicle. */
function Left({ told }: { told: FirstAnswer }) {
  const { read } = useUnits();
  const { left } = told;
  if (!left || told.state === "cannot") return null;
  const range = read(left.least) === read(left.most) ? read(left.least) : `${read(left.least)} to ${read(left.most)}`;
  return (
    <Box component="section" aria-label="Left for people and cargo" sx={{ borderTop: `2px solid ${ink}`, borderBottom: `1px solid ${hairline}`, py: 1 }}>
      <Slab component="p" sx={{ fontSize: "1.5rem", lineHeight: 1.15 }}>{range} left</Slab>
      <Box>
        for people and cargo in the vehicle, {left.driver ? "driver included" : "beyond what is listed"}; {read(left.least)} in every case, the rest by what isn&rsquo;t read yet.{" "}
        <Box component="span" sx={{ color: inkSoft }}>
          An estimate, not an approval.
        </Box>
      </Box>
    </Box>
  );
}

/** The readings that would settle it, the likeliest first. */
function HangsOn({ told }: { told: FirstAnswer }) {
  const { goTo } = useRig();
  return (
    <Panel title="What it hangs on" note="how often that reading alone settles the ratings, either way">
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {told.hangs_on.slice(0, 4).map((one) => (
          <Box component="li" key={one.does} data-hangs={one.closes.map((each) => each.path).join(" ")} sx={{ display: "flex", gap: 1.5, alignItems: "center", py: 0.4, borderBottom: `1px solid ${hairline}` }}>
            <Box sx={{ width: 70, textAlign: "right", fontWeight: 600 }}>{one.settles_text}</Box>
            <Box sx={{ flex: 1, minWidth: 0, lineHeight: 1.2 }}>
              <b>{one.does.charAt(0).toUpperCase() + one.does.slice(1)}</b>
              <Box sx={{ color: inkSoft, fontSize: "0.85rem" }}>
                {one.closes.map((each) => each.read_at).filter(Boolean).join("; ")} · decides {one.links.join(", ")}
              </Box>
            </Box>
            {one.closes[0] && <Button onClick={() => goTo(one.closes[0]?.path ?? "")}>Go there</Button>}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

/** What nobody read, and the range that stands in for it. */
function StandsIn({ told }: { told: FirstAnswer }) {
  const { read } = useUnits();
  if (told.opened.length === 0) return null;
  return (
    <Panel title="What stands in" note="for what nobody has read: a range, and never a pass">
      <Table cells={{ py: 0.3, pr: 1.5 }}>
        <tbody>
          {told.opened.map((one) => (
            <tr key={one.key}>
              <th scope="row">{one.name}</th>
              <Box component="td" sx={{ whiteSpace: "nowrap" }}>
                {read(one.low)} to {read(one.high)}
              </Box>
              <Box component="td" sx={{ color: inkSoft, fontSize: "0.88rem" }}>
                {one.rule?.says}
              </Box>
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}
