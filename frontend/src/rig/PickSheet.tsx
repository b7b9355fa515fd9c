/** A vehicle or a trailer picked or named over one that is written already: another one, or the same? Nothing typed is lost unasked. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useState } from "react";

import type { Entry } from "../api/types";
import { pencil, slab } from "../app/theme";
import { Table } from "../parts/Table";
import { another, WORD, type What } from "./another";
import { labelAt, useRig } from "./context";
import { sameEntry } from "./typed";

interface Props {
  what: What;
  /** what it was called until now, and what it is to be called */
  before: string;
  name: string;
  /** the catalogue's figures by field; none where the name was only typed */
  picked: Record<string, Entry> | null;
  close: (done: boolean) => void;
}

export function PickSheet({ what, before, name, picked, close }: Props) {
  const { draft, fields } = useRig();
  const saved = draft.record;
  const [other, setOther] = useState(saved !== null && before !== "");
  const [taken, setTaken] = useState<Set<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState("");

  const differing = Object.entries(picked ?? {}).filter(([field, entry]) => draft.entries[`${what}.${field}`] && !sameEntry(draft.entries[`${what}.${field}`], entry));
  const blank = Object.entries(picked ?? {}).filter(([field]) => !draft.entries[`${what}.${field}`]);

  async function goOn() {
    if (!other && !picked) return close(true); // only its name, which is typed already
    if (!other || !saved) {
      const written = [...blank, ...differing.filter(([field]) => taken.has(field))];
      draft.setMany(Object.fromEntries(written.map(([field, entry]) => [`${what}.${field}`, entry])), `${name} from the catalogue`, { [`${what}_name`]: name });
      return close(true);
    }
    setBusy(true);
    try {
      const put = await another(saved.id, what, name, "", picked ?? {}, draft.typedPaths);
      draft.setMany(put.entries, `${name} as the ${WORD[what]}`, put.names);
      close(true);
    } catch (error) {
      setRefused((error as Error).message);
      setBusy(false);
    }
  }

  return (
    <Dialog open fullWidth maxWidth="md" onClose={() => close(false)} aria-labelledby="pick-title">
      <DialogTitle id="pick-title" sx={{ fontFamily: slab }}>
        {before ? `${name} instead of ${before}` : name}
      </DialogTitle>
      <DialogContent>
        {saved && before && (
          <Box role="radiogroup" aria-label="Which it is" sx={{ mb: 1 }}>
            <Box component="label" sx={{ display: "block", py: 0.25 }}>
              <input type="radio" checked={other} onChange={() => setOther(true)} /> <b>Another {WORD[what]}.</b> What was read and weighed of {before} is set aside, and comes back with it.
            </Box>
            <Box component="label" sx={{ display: "block", py: 0.25 }}>
              <input type="radio" checked={!other} onChange={() => setOther(false)} /> <b>The same {WORD[what]}</b>, under this name. What was read of it stays.
            </Box>
          </Box>
        )}
        {picked && differing.length > 0 && (
          <>
            <Box sx={{ mb: 0.5 }}>{other ? "Where the two differ:" : "The catalogue says otherwise here. What you typed stays unless you choose the catalogue's."}</Box>
            <Table>
              <thead>
                <tr>
                  <th scope="col">What</th>
                  <th scope="col">{other ? before : "Typed here"}</th>
                  <th scope="col">In the catalogue</th>
                </tr>
              </thead>
              <tbody>
                {differing.map(([field, entry]) => (
                  <tr key={field}>
                    <th scope="row">{labelAt(fields, `${what}.${field}`)}</th>
                    {[draft.entries[`${what}.${field}`], entry].map((one, index) => (
                      <td key={index}>
                        {other ? (
                          said(one, fields[`${what}.${field}`]?.choices)
                        ) : (
                          <label>
                            <input type="radio" name={field} checked={taken.has(field) === (index === 1)} onChange={() => setTaken(toggled(taken, field, index === 1))} /> {said(one, fields[`${what}.${field}`]?.choices)}
                          </label>
                        )}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </Table>
          </>
        )}
        {picked && !other && blank.length > 0 && <Box sx={{ mt: 1 }}>{blank.length === 1 ? "One blank field is" : `${blank.length} blank fields are`} filled in from the catalogue.</Box>}
        {refused && (
          <Box role="alert" sx={{ color: pencil, fontWeight: 600, mt: 1 }}>
            {refused}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => close(false)}>Leave it as it was</Button>
        <Button variant="contained" onClick={() => void goOn()} disabled={busy} autoFocus>
          {other ? `Put ${name} there` : "Go on with these"}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function said(entry: Entry | undefined, choices: { value: string; word: string }[] | undefined): string {
  if (!entry) return "blank";
  return `${choices?.find((one) => one.value === entry.is)?.word ?? entry.is} (${entry.from})`;
}

function toggled(set: Set<string>, key: string, on: boolean): Set<string> {
  const next = new Set(set);
  if (on) next.add(key);
  else next.delete(key);
  return next;
}
