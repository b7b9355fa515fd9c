/** Meet the rig: what its labels, plates and handbooks say, and which of them to go and read first. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";

import { hairline, inkSoft } from "../app/theme";
import { EntryField } from "../parts/EntryField";
import { Fold } from "../parts/Fold";
import { StateMark } from "../parts/StateMark";
import { Panel } from "../parts/Rows";
import { useSection } from "../rig/context";

const of = (section: string, names: string) => names.split(" ").map((name) => `${section}.${name}`);

export function Meet() {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(350px, 1fr))", gap: 3 }}>
      <Panel title="The tow vehicle">
        <Fold title="Door jamb" paths={of("vehicle", "vehicle_class gvwr front_gawr rear_gawr payload")} />
        <Fold title="Handbook's limits" paths={of("vehicle", "gcwr tow_rating tongue_limit")} />
        <Fold title="Receiver's label" paths={of("vehicle", "receiver_size receiver_wd_gross receiver_wd_tongue receiver_wc_gross receiver_wc_tongue")} />
        <Fold title="Towbar rated by D-value, cooler, tailgate" optional paths={of("vehicle", "receiver_d_value cooler tailgate_reach tailgate_height")} />
        <Fold title="Weights, lengths and height" paths={of("vehicle", "unladen_front unladen_rear wheelbase overhang receiver_height")} />
        <Fold title="Tow equipment" paths={of("vehicle", "brake_controller seven_way")} />
        <Fold title="Socket, where it is not a 7-way" optional paths={of("vehicle", "socket")} />
        <Fold title="Springs and levelling" optional paths={of("vehicle", "front_rate rear_rate helper_springs air_springs air_pressure auto_levelling")} />
        <Fold title="What the handbook demands" optional paths={of("vehicle", "handbook_wd handbook_wd_above handbook_restoration handbook_share_low handbook_share_high handbook_air frontal_area_limit")} />
      </Panel>
      <Panel title="The trailer">
        <Fold title="Plate, axles and tyres" paths={of("trailer", "coupling gvwr axle_rating axle_count tyre_rating tyre_count")} />
        <Fold title="Coupler, chains and brakes" paths={of("trailer", "coupler_size coupler_rating chain_rating brakes breakaway")} />
        <Fold title="Lock-out of surge brakes" optional paths={of("trailer", "reverse_lockout")} />
        <Fold title="Brochure and tape" paths={of("trailer", "unladen_weight brochure_tongue ball_to_axle ball_to_rear frame_length coupler_height")} />
        <Fold title="A-frame: mount, jack, propane, batteries" optional paths={of("trailer", "coupler_mount coupler_tongue_limit frame_depth jack_position jack_height propane_position propane_tray propane_capacity battery_position battery_tray")} />
        <Fold title="Coupler rated by D and V; what the makers say of bars" optional paths={of("trailer", "coupler_d_value coupler_v_value maker_wd coupler_wd")} />
        <Fold title="Tanks" optional paths={of("trailer", "fresh_tank fresh_tank_position grey_tank grey_tank_position black_tank black_tank_position")} />
        <Fold title="Wind" optional paths={of("trailer", "frontal_area side_area")} />
      </Panel>
      <GoAndRead />
    </Box>
  );
}

const WHY = { guessed: "a guess: nothing passes on it", missing: "not known", "could tip it": "could tip it", weak: "weak" } as const;
const MARK = { guessed: "unknown", missing: "unknown", "could tip it": "caution", weak: "within" } as const;

/** The labels to read, most decisive first; each goes to its field. */
function GoAndRead() {
  const to_read = useSection("to_read");

  function goTo(path: string) {
    const field = document.querySelector<HTMLElement>(`[data-path="${path}"]`);
    field?.closest("details")?.setAttribute("open", "");
    field?.focus();
  }

  return (
    <Panel title="Go and read" note="most decisive first">
      {to_read.length === 0 && <Box>Nothing: every figure that decides is read, and none could tip a verdict.</Box>}
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {to_read.map((one) => (
          <Box component="li" key={one.path} sx={{ borderBottom: `1px solid ${hairline}`, py: 0.5 }}>
            <ButtonBase onClick={() => goTo(one.path)} sx={{ font: "inherit", textAlign: "left", display: "block", width: "100%" }}>
              <Box sx={{ display: "flex", gap: 1, alignItems: "baseline" }}>
                {one.why !== "weak" && <StateMark state={MARK[one.why]} size={13} />}
                <b>{one.name}</b>
                <Box component="span" sx={{ fontSize: "0.85rem" }}>
                  {WHY[one.why]}
                  {one.now && `, now ${one.now}`}
                </Box>
              </Box>
              <Box sx={{ fontSize: "0.88rem" }}>
                {one.read_at}
                <Box component="span" sx={{ color: inkSoft }}>
                  {" "}
                  · decides {one.decides.slice(0, 3).join(", ")}
                  {one.decides.length > 3 && ` and ${one.decides.length - 3} more`}
                </Box>
              </Box>
            </ButtonBase>
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

export function Fields({ paths }: { paths: string[] }) {
  return (
    <>
      {paths.map((path) => (
        <EntryField key={path} path={path} />
      ))}
    </>
  );
}

export function Heading({ children }: { children: string }) {
  return (
    <Box component="h3" sx={{ m: 0, mt: 1.25, mb: 0.25, fontSize: "0.9rem", fontWeight: 600, borderBottom: 1, borderColor: "divider" }}>
      {children}
    </Box>
  );
}
