/** Two people saved the same rig: each difference side by side, one of the two chosen for each. Nothing is lost meanwhile. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useState } from "react";

import type { Entry, RigRecord } from "../api/types";
import { Table } from "../parts/Table";
import { labelAt, useRig } from "./context";
import type { Draft } from "./draft";
import { sameEntry, type Names, type Typed } from "./typed";
import { slab } from "../app/theme";

interface Difference {
  key: string;
  label: string;
  mine: string;
  theirs: string;
}

const NAMES: Record<keyof Names, string> = { customer: "Customer", vehicle_name: "Tow vehicle", trailer_name: "Trailer", vehicle_plate: "Vehicle plate", trailer_plate: "Trailer plate" };

function written(entry: Entry | null | undefined): string {
  return entry?.is ? `${entry.is} (${entry.from})` : "blank";
}

export function Conflict({ mine, before, theirs }: { mine: Draft; before: RigRecord; theirs: RigRecord }) {
  const { fields } = useRig();
  const [takeTheirs, setTakeTheirs] = useState<Set<string>>(new Set());

  const paths = [...new Set([...Object.keys(mine.written), ...Object.keys(theirs.entries), ...Object.keys(before.entries)])];
  const changedByMe = paths.filter((path) => !sameEntry(mine.written[path], before.entries[path]));
  const differing = changedByMe.filter((path) => !sameEntry(mine.written[path], theirs.entries[path]));
  const namesByMe = (Object.keys(NAMES) as (keyof Names)[]).filter((key) => mine.names[key] !== before[key]);
  const differences: Difference[] = [
    ...namesByMe.filter((key) => mine.names[key] !== theirs[key]).map((key) => ({ key, label: NAMES[key], mine: mine.names[key], theirs: theirs[key] })),
    ...differing.map((path) => ({ key: path, label: labelAt(fields, path), mine: written(mine.written[path]), theirs: written(theirs.entries[path]) })),
  ];

  function choose(key: string, their: boolean) {
    const next = new Set(takeTheirs);
    if (their) next.add(key);
    else next.delete(key);
    setTakeTheirs(next);
  }

  function settle() {
    const keep: Typed = {
      names: Object.fromEntries(namesByMe.filter((key) => !takeTheirs.has(key)).map((key) => [key, mine.names[key]])),
      entries: Object.fromEntries(changedByMe.filter((path) => !takeTheirs.has(path)).map((path) => [path, mine.written[path] ?? null])),
    };
    mine.settleWith(theirs, keep);
  }

  return (
    <Dialog open fullWidth maxWidth="md" aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title" sx={{ fontFamily: slab }}>
        {mine.theirsIsYours ? "You saved this rig in another tab meanwhile" : "This rig was saved by somebody else meanwhile"}
      </DialogTitle>
      <DialogContent>
        <p>
          It now stands at version {theirs.version}; you began from version {before.version}. Everything that was saved there and that you did not touch here is taken
          over. Where both wrote, choose which stands. Nothing is saved until you save again.
        </p>
        <Table>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">{mine.theirsIsYours ? "Here" : "Yours"}</th>
              <th scope="col">{mine.theirsIsYours ? "In the other tab" : "Theirs"}</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((one) => (
              <tr key={one.key}>
                <th scope="row">{one.label}</th>
                {[false, true].map((their) => (
                  <td key={String(their)}>
                    <label>
                      <input type="radio" name={one.key} checked={takeTheirs.has(one.key) === their} onChange={() => choose(one.key, their)} /> {their ? one.theirs || "blank" : one.mine || "blank"}
                    </label>
                  </td>
                ))}
              </tr>
            ))}
            {differences.length === 0 && (
              <tr>
                <td colSpan={3}>No figure of yours differs from theirs.</td>
              </tr>
            )}
          </tbody>
        </Table>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={settle} autoFocus>
          Go on with these
        </Button>
      </DialogActions>
    </Dialog>
  );
}
