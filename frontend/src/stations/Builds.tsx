/** Whole builds that serve, the best first, each with what parts it from the best. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";

import { pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { PinBar } from "../beside/PinBar";
import { PinButton } from "../beside/PinButton";
import { usePins } from "../beside/pins";
import { HeadUnseen } from "../parts/HeadUnseen";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";

const PARTS = ["kit", "shank", "ball", "sleeve"] as const;

/** The parts of a setup by what they are; none where it has none. */
type Setup = Record<(typeof PARTS)[number], string | null>;

function named(setup: Setup): string {
  return PARTS.flatMap((what) => setup[what] ?? []).join(", ");
}

export function Builds() {
  const { read, system } = useUnits();
  const { draft, fields } = useRig();
  const pins = usePins();
  const { builds, builds_serving, builds_tried, weight_distributing, selected, in_force } = useSection("hitch");
  const isInForce = (build: (typeof builds)[number]) => build.shank === in_force.shank && build.ball === in_force.ball && build.kit === in_force.kit;
  const use = (setup: Setup) =>
    draft.setMany(Object.fromEntries(PARTS.map((what) => [`hitch.selected_${what}`, setup[what] ? { is: setup[what], from: "measured" as const, system } : null])), "the setup");
  const may = fields["hitch.selected_kit"]?.may_write;
  return (
    <Panel title="Whole builds" note={`${builds_serving} of ${builds_tried} combinations serve, each at its best hole; the rest say below which rule they fail first`}>
      {builds.length === 0 && <Box>None serves yet. Each part below says why.</Box>}
      {selected.fixed && (
        <Box data-selected sx={{ mb: 0.75, lineHeight: 1.3 }}>
          <b>Selected setup:</b> {named(in_force)}. It stays until it is changed.
          {selected.would_choose && (
            <Box role="note" data-would-choose sx={{ color: pencil, fontWeight: 600 }}>
              The program would now choose {named(selected.would_choose)}.
            </Box>
          )}
        </Box>
      )}
      <PinBar pins={pins} entries={draft.entries} rig={draft.record?.id ?? null} asItIs="As it stands" />
      {builds.length > 0 && (
        <Box sx={{ overflowX: "auto" }}>
          <Table>
            <thead>
              <tr>
                <th scope="col">Place</th>
                {weight_distributing && <th scope="col">Kit</th>}
                <th scope="col">{weight_distributing ? "Shank" : "Mount"}, hole</th>
                <th scope="col">Off by</th>
                <th scope="col">Ball</th>
                <th scope="col">Price</th>
                <th scope="col">Why</th>
                <HeadUnseen>Compare</HeadUnseen>
              </tr>
            </thead>
            <tbody>
              {builds.map((build, index) => (
                <Box component="tr" key={`${build.kit} ${build.shank} ${build.ball}`} data-build={index} sx={{ bgcolor: isInForce(build) ? wash : undefined, fontWeight: isInForce(build) ? 600 : 400 }}>
                  <Box component="td" sx={{ whiteSpace: "nowrap" }}>{isInForce(build) ? (selected.fixed ? "selected" : "chosen") : index === 1 ? "runner-up" : `${index + 1}`}</Box>
                  {weight_distributing && <Box component="td" sx={{ whiteSpace: "nowrap" }}>{build.kit}</Box>}
                  <td>
                    {build.shank}
                    {build.position && `, ${build.position.words}`}
                  </td>
                  <Box component="td" sx={{ whiteSpace: "nowrap" }}>{read(build.residual_text)}</Box>
                  <Box component="td" sx={{ whiteSpace: "nowrap" }}>{build.ball}</Box>
                  <td>{build.price ?? "no price"}</td>
                  <td>{read(build.why)}</td>
                  <td>
                    {may && !isInForce(build) && (
                      <Button size="small" variant="text" onClick={() => use({ kit: build.kit, shank: build.shank, ball: build.own_ball ? null : build.ball, sleeve: build.sleeve })} sx={{ p: 0, minHeight: 24, fontSize: "0.85rem", mr: 1 }}>
                        Use this setup
                      </Button>
                    )}
                    <PinButton pins={pins} pin={{ kind: "build", name: [build.kit, build.shank, build.ball].filter(Boolean).join(", "), kit: build.kit ?? "", shank: build.shank ?? "", ball: build.ball ?? "" }} />
                  </td>
                </Box>
              ))}
            </tbody>
          </Table>
        </Box>
      )}
    </Panel>
  );
}
