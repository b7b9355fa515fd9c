/** Whose rig it is, what is picked from the catalogue, and saving. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import visuallyHidden from "@mui/utils/visuallyHidden";
import TextField from "@mui/material/TextField";
import { Link as RouterLink } from "react-router";

import type { Field } from "../api/types";
import { useSession } from "../app/session";
import { hairline, pencil } from "../app/theme";
import { labelAt, useRig } from "./context";
import { outOfReach } from "./age";
import { Picker } from "./Picker";
import type { Step } from "./steps";

const SLIM = { minHeight: 28, py: 0 };

export function RigHead({ showCustomer }: { showCustomer: () => void }) {
  const { draft, fields } = useRig();
  const mayName = Boolean(useSession().data?.may.includes("open_rig")) || Boolean(draft.record?.practice);
  const state = draft.saving ? "Saving…" : draft.dirty ? "Not saved yet" : draft.record ? `Saved, version ${draft.record.version}` : "A new rig";
  const last = draft.steps[draft.steps.length - 1];
  const refused = draft.saveError && !draft.theirs ? draft.saveError : null;
  return (
    <Box component="section" aria-label="The rig" sx={{ display: "flex", gap: 1.25, px: 2, pt: 0.5, pb: 0.25, alignItems: "flex-start", flexWrap: "wrap", borderBottom: `1px solid ${hairline}` }}>
      <Box component="h1" sx={visuallyHidden}>
        {draft.names.customer ? `The rig of ${draft.names.customer}` : "A new rig"}
      </Box>
      <TextField
        label="Customer"
        required
        value={draft.names.customer}
        onChange={(event) => draft.setNames({ customer: event.target.value })}
        error={Boolean(draft.problems.customer)}
        helperText={draft.problems.customer}
        disabled={!mayName}
        slotProps={{ htmlInput: { maxLength: 120, "data-customer": true } }}
        sx={{ width: 165 }}
      />
      <Picker section="vehicle" label="Tow vehicle" disabled={!mayName} />
      <Plate section="vehicle" label="Plate" disabled={!mayName} />
      <Picker section="trailer" label="Trailer" disabled={!mayName} />
      <Plate section="trailer" label="Trailer plate" disabled={!mayName} />
      {/* as wide as what is left, whatever it says: a long word to undo must not push it to another line */}
      <Box sx={{ textAlign: "right", flex: "1 1 330px", minWidth: 0 }}>
        <Box sx={{ display: "flex", gap: 1, alignItems: "center", justifyContent: "flex-end" }}>
          <Box role="status" sx={{ fontWeight: draft.dirty ? 600 : 400 }}>
            {state}
          </Box>
          {draft.dirty && (
            <Button onClick={draft.takeBack} disabled={draft.saving} sx={SLIM}>
              Take back changes
            </Button>
          )}
          <Button variant="contained" onClick={draft.save} disabled={draft.saving} sx={SLIM}>
            Save
          </Button>
        </Box>
        {/* its line is kept free, so that nothing moves when the first figure is typed */}
        <Box sx={{ height: 22, display: "flex", gap: 1.5, justifyContent: "flex-end", alignItems: "baseline", fontSize: "0.9rem", whiteSpace: "nowrap" }}>
          {draft.meanwhile && !last && (
            <Box role="status" sx={{ overflow: "hidden", textOverflow: "ellipsis", maxWidth: 320 }}>
              Read meanwhile by {draft.meanwhile.by}: {draft.meanwhile.paths.slice(0, 2).map((path) => labelAt(fields, path)).join(", ")}
              {draft.meanwhile.paths.length > 2 && ` and ${draft.meanwhile.paths.length - 2} more`}
            </Box>
          )}
          {last && (
            <Button onClick={draft.undo} variant="text" title="Ctrl + Z, outside a field" sx={{ minHeight: 20, p: 0, fontSize: "inherit", textDecoration: "underline", overflow: "hidden", textOverflow: "ellipsis", flex: "0 1 auto", minWidth: 0, display: "inline-block" }}>
              Undo: {said(last, fields)}
            </Button>
          )}
          <Link component="button" type="button" color="inherit" onClick={showCustomer} sx={{ font: "inherit", verticalAlign: "baseline", flex: "none" }}>
            Customer&apos;s view
          </Link>
          {draft.record && !draft.dirty && (
            <Link component={RouterLink} to={`/lot/${draft.record.id}`} color="inherit">
              The lot for it
            </Link>
          )}
          {draft.record && !draft.dirty && !draft.record.practice && (
            <Link component={RouterLink} to={`/rigs/${draft.record.id}/sheet`} color="inherit">
              Customer&apos;s sheet
            </Link>
          )}
          {draft.record && !draft.dirty && !draft.record.practice && (
            <Link href={`/api/rigs/${draft.record.id}/file/`} download color="inherit">
              Rig file
            </Link>
          )}
        </Box>
        {refused && (
          <Box role="alert" sx={{ color: pencil, fontWeight: 600, maxWidth: 420 }}>
            {outOfReach(refused) ? "Not saved: the server does not answer. What you typed is kept on this device, also when the page is closed. Press Save again when it answers." : refused.message}
            {/* names say it at their own fields, here on every station; a figure may stand on another one */}
            {Object.entries(refused.problems)
              .filter(([path]) => path.includes("."))
              .slice(0, 3)
              .map(([path, says]) => (
                <Box key={path} sx={{ fontWeight: 400 }}>
                  {labelAt(fields, path)}: {says}
                </Box>
              ))}
          </Box>
        )}
      </Box>
    </Box>
  );
}

function Plate({ section, label, disabled }: { section: "vehicle" | "trailer"; label: string; disabled: boolean }) {
  const { draft } = useRig();
  const name = `${section}_plate` as const;
  return (
    <TextField
      label={label}
      value={draft.names[name]}
      onChange={(event) => draft.setNames({ [name]: event.target.value })}
      error={Boolean(draft.problems[name])}
      helperText={draft.problems[name]}
      disabled={disabled}
      slotProps={{ htmlInput: { maxLength: 20, "aria-label": section === "vehicle" ? "Vehicle plate" : "Trailer plate" } }}
      sx={{ width: 92 }}
    />
  );
}

/** A step that can be taken back, in a word: "GVWR back to 7,050 lb". */
function said(step: Step, fields: Record<string, Field>): string {
  if (step.what) return step.what;
  const [path, entry] = Object.entries(step.entries)[0] ?? [];
  if (path) return `${labelAt(fields, path)} back to ${fields[path]?.choices.find((one) => one.value === entry?.is)?.word ?? entry?.is ?? "blank"}`;
  const [name, text] = Object.entries(step.names)[0] ?? [];
  return `${NAMED[name ?? ""] ?? "the name"} back to ${text || "blank"}`;
}

const NAMED: Record<string, string> = { customer: "customer", vehicle_name: "tow vehicle", trailer_name: "trailer", vehicle_plate: "vehicle plate", trailer_plate: "trailer plate" };
