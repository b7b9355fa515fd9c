/** Whole builds that serve, the best first, each with what parts it from the best. */
import Box from "@mui/material/Box";

import { wash } from "../app/theme";
import { useUnits } from "../app/units";
import { PinBar } from "../beside/PinBar";
import { PinButton } from "../beside/PinButton";
import { usePins } from "../beside/pins";
import { HeadUnseen } from "../parts/HeadUnseen";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";

const PLACES = ["chosen", "runner-up"];

export function Builds() {
  const { read } = useUnits();
  const { draft } = useRig();
  const pins = usePins();
  const { builds, builds_serving, builds_tried, weight_distributing } = useSection("hitch");
  return (
    <Panel title="Whole builds" note={`${builds_serving} of ${builds_tried} combinations serve, each at its best hole; the rest say below which rule they fail first`}>
      {builds.length === 0 && <Box>None serves yet. Each part below says why.</Box>}
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
                <Box component="tr" key={`${build.kit} ${build.shank} ${build.ball}`} data-build={index} sx={{ bgcolor: index === 0 ? wash : undefined, fontWeight: index === 0 ? 600 : 400 }}>
                  <Box component="td" sx={{ whiteSpace: "nowrap" }}>{PLACES[index] ?? `${index + 1}`}</Box>
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
