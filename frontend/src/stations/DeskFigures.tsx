/** The few labels a first answer wants, in the order in which they are asked: Enter goes to the next, one key says where it comes from. */
import Box from "@mui/material/Box";
import { useEffect, useId, useRef, type KeyboardEvent } from "react";

import { inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { ChoiceInput, FigureInput, ORIGIN_KEY, Problem } from "../parts/EntryField";
import { Panel } from "../parts/Rows";
import { labelAt, useField, useRig } from "../rig/context";

const GROUPS = [
  { title: "Door jamb", note: "driver's side", paths: ["vehicle.gvwr", "vehicle.front_gawr", "vehicle.rear_gawr", "vehicle.payload"] },
  { title: "Receiver", note: "its label, used with bars", paths: ["vehicle.receiver_wd_tongue", "vehicle.receiver_wd_gross"] },
  { title: "Who rides along", note: "", paths: ["loads.front_seats.weight", "loads.rear_seats.weight", "loads.bed.weight"] },
  { title: "The trailer", note: "its plate; what the brochure says", paths: ["trailer.gvwr", "trailer.unladen_weight", "trailer.brochure_tongue"] },
] as const;
const BESIDES = ["vehicle.receiver_wc_tongue", "vehicle.receiver_wc_gross", "vehicle.tow_rating", "vehicle.gcwr"] as const;
/** The first answer hangs on these: Enter goes from one to the next, and past the last of them to what is asked besides. */
const ORDER: readonly string[] = [...GROUPS[0].paths, ...GROUPS[1].paths, "loads.front_seats.weight", "trailer.gvwr", "trailer.unladen_weight", "trailer.brochure_tongue", "loads.rear_seats.weight", "loads.bed.weight", ...BESIDES];

export function DeskFigures() {
  const { draft } = useRig();
  const box = useRef<HTMLDivElement>(null);
  const field = (path: string) => box.current?.querySelector<HTMLInputElement>(`[data-path="${path}"]`);

  // The first that is blank is where the work begins.
  const begin = useRef(ORDER.find((path) => !draft.entries[path]?.is));
  useEffect(() => {
    if (begin.current) field(begin.current)?.focus();
  }, []);

  function pressed(event: KeyboardEvent<HTMLDivElement>) {
    const path = event.target instanceof HTMLElement ? event.target.dataset.path : undefined;
    if (!path || event.altKey || event.ctrlKey || event.metaKey) return;
    if (event.key === "Enter") {
      event.preventDefault();
      field(ORDER[(ORDER.indexOf(path) + (event.shiftKey ? ORDER.length - 1 : 1)) % ORDER.length] ?? "")?.focus();
    }
  }

  return (
    <Box ref={box} onKeyDown={pressed} sx={{ display: "grid", gap: 1, alignContent: "start" }}>
      {GROUPS.map((group) => (
        <Panel key={group.title} title={group.title} note={group.note}>
          {group.title === "Door jamb" && <ClassRow />}
          {group.paths.map((path) => (
            <Row key={path} path={path} />
          ))}
        </Panel>
      ))}
      <Panel title="Where it is read" note="without bars; the handbook's limits">
        {BESIDES.map((path) => (
          <Row key={path} path={path} />
        ))}
      </Panel>
      <Box sx={{ fontSize: "0.82rem", color: inkSoft }}>Enter: the next figure. {ORIGIN_KEY}: where it comes from. Escape: out of the field.</Box>
    </Box>
  );
}

const GRID = { display: "grid", gridTemplateColumns: "minmax(110px, 1fr) 104px 112px", columnGap: 1, alignItems: "center", py: 0.1 } as const;

function Row({ path }: { path: string }) {
  const { draft, fields } = useRig();
  const { read } = useUnits();
  const field = useField(path);
  const id = useId();
  if (!field) return null;
  const entry = draft.entries[path];
  const problem = draft.problems[path];
  const readAs = draft.live?.read[path];
  const echo = entry && readAs && !problem && read(readAs).replaceAll(",", "") !== entry.is.replaceAll(",", "") ? read(readAs) : "";
  return (
    <Box>
      <Box sx={GRID}>
        <label htmlFor={id} title={field.read_at ? `Read at: ${field.read_at}` : undefined}>
          {labelAt(fields, path)}
        </label>
        <FigureInput path={path} id={id} problemId={`${id}-problem`} />
        <Box sx={{ fontSize: "0.82rem", color: inkSoft, whiteSpace: "nowrap", overflow: "hidden", textOverflow: "ellipsis" }}>
          {entry?.from ?? ""} {echo && `= ${echo}`}
        </Box>
      </Box>
      {problem && <Problem id={`${id}-problem`}>{problem}</Problem>}
    </Box>
  );
}

/** What kind of vehicle it is narrows what is not read. */
function ClassRow() {
  const id = useId();
  return (
    <Box sx={{ ...GRID, gridTemplateColumns: "minmax(110px, 1fr) 224px" }}>
      <label htmlFor={id}>Class</label>
      <ChoiceInput path="vehicle.vehicle_class" id={id} blank="not known" />
    </Box>
  );
}
