/** Weigh: tongue and total, and where the share lies in the school's band. */
import Box from "@mui/material/Box";

import { EntryField } from "../parts/EntryField";
import { Panel, Row, Rows } from "../parts/Rows";
import { BeamDiagram } from "../drawing/BeamDiagram";
import { ShareGauge } from "../drawing/ShareGauge";
import { useUnits } from "../app/units";
import { useRig } from "../rig/context";
import { inkSoft, pencil } from "../app/theme";
import { Fields, Heading } from "./Meet";

const SHARE_WORDS = { light: "too light", inside: "inside the band", heavy: "heavy", unknown: "not known" };

export function Weigh() {
  const { assessment } = useRig();
  const { read } = useUnits();
  const { weights } = assessment;
  const correction = read(weights.correction_text);
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(340px, 1fr))", gap: 3 }}>
      <Panel title="Tongue, on a scale">
        <Fields paths={["weighing.tongue_scale"]} />
        <Heading>or on a beam and a bathroom scale</Heading>
        <Fields paths={["weighing.beam_reading", "weighing.beam_tare", "weighing.beam_pivot_to_scale", "weighing.beam_pivot_to_coupler"]} />
        <Heading>The whole trailer</Heading>
        <Fields paths={["trailer.gross_weight", "trailer.unladen_weight", "load.trailer_cargo", "trailer.brochure_tongue"]} />
      </Panel>
      <Panel title="Share of gross trailer weight" note={`${weights.band.school}; ${weights.band.source}`}>
        <EntryField path="ways.share_school" label="School" />
        <ShareGauge share={weights.share.value ?? null} low={weights.band.low} high={weights.band.high} />
        <Rows>
          <Row name={`Share, ${SHARE_WORDS[weights.share_state]}`} figure={weights.share} strong />
          <Row name="Tongue weight used" figure={weights.tongue} />
          <Row name="Gross trailer weight" figure={weights.gross} />
          <Row name="Hitch load, with cargo behind the rear axle" figure={weights.hitch_load} />
          <Row name="Hitch load, trailer at its GVWR" figure={weights.hitch_load_full} />
        </Rows>
        {weights.share_state === "light" && <Box sx={{ color: pencil, fontWeight: 600, mt: 1 }}>Danger side: {correction} more on the tongue is wanted.</Box>}
        {weights.share_state === "heavy" && <Box sx={{ mt: 1 }}>Trouble side: {correction} less on the tongue is wanted.</Box>}
      </Panel>
      <Panel title="Ways of weighing at hand">
        <BeamDiagram />
        <Rows>
          {weights.ways.map((way, index) => (
            <Row key={way.name} name={index === 0 ? `${way.name} (used)` : way.name} figure={way.figure} />
          ))}
        </Rows>
        {weights.ways.length === 0 && <Box sx={{ color: inkSoft }}>None yet: read a scale, or weigh on a beam.</Box>}
        {weights.warnings.map((warning) => (
          <Box key={warning.us} sx={{ mt: 1, pl: 1, borderLeft: `3px solid ${pencil}` }}>
            {read(warning)}
          </Box>
        ))}
        {weights.gross_class !== null && (
          <Box sx={{ mt: 1, color: inkSoft }}>
            Class {weights.gross_class} by gross trailer weight{weights.gross_class === 5 ? ", as the trade calls it" : ", SAE J684"}.
          </Box>
        )}
      </Panel>
    </Box>
  );
}
