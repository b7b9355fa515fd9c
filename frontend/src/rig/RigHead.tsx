/** Whose rig it is, what is picked from the catalogue, and saving. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import { Link as RouterLink } from "react-router";

import type { Catalogue } from "../api/types";
import { hairline, pencil } from "../app/theme";
import { labelAt, useRig } from "./context";

export function RigHead() {
  const { draft, catalogue, fields } = useRig();
  const state = draft.saving ? "Saving…" : draft.dirty ? "Not saved yet" : draft.record ? `Saved, version ${draft.record.version}` : "A new rig";
  const refused = draft.saveError && !draft.theirs ? draft.saveError : null;
  return (
    <Box sx={{ display: "flex", gap: 1.5, px: 2, pt: 1, pb: 0.5, alignItems: "flex-start", flexWrap: "wrap", borderBottom: `1px solid ${hairline}` }}>
      <TextField
        label="Customer"
        required
        value={draft.names.customer}
        onChange={(event) => draft.setNames({ customer: event.target.value })}
        error={Boolean(draft.problems.customer)}
        helperText={draft.problems.customer}
        slotProps={{ htmlInput: { maxLength: 120 } }}
        sx={{ width: 165 }}
      />
      <Picker section="vehicle" label="Tow vehicle" picks={catalogue.vehicles} />
      <Plate section="vehicle" label="Plate" />
      <Picker section="trailer" label="Trailer" picks={catalogue.trailers} />
      <Plate section="trailer" label="Trailer plate" />
      <Box sx={{ flex: 1 }} />
      <Box sx={{ textAlign: "right" }}>
        <Box sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
          <Box role="status" sx={{ fontWeight: draft.dirty ? 600 : 400 }}>
            {state}
          </Box>
          {draft.record && !draft.dirty && (
            <Link component={RouterLink} to={`/lot/${draft.record.id}`} color="inherit">
              The lot for it
            </Link>
          )}
          {draft.record && !draft.dirty && (
            <Link href={`/api/rigs/${draft.record.id}/file/`} download color="inherit">
              Rig file
            </Link>
          )}
          {draft.dirty && (
            <Button onClick={draft.takeBack} disabled={draft.saving}>
              Take back changes
            </Button>
          )}
          <Button variant="contained" onClick={draft.save} disabled={draft.saving}>
            Save
          </Button>
        </Box>
        {refused && (
          <Box role="alert" sx={{ color: pencil, fontWeight: 600, maxWidth: 420 }}>
            {refused.message}
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

function Plate({ section, label }: { section: "vehicle" | "trailer"; label: string }) {
  const { draft } = useRig();
  const name = `${section}_plate` as const;
  return (
    <TextField
      label={label}
      value={draft.names[name]}
      onChange={(event) => draft.setNames({ [name]: event.target.value })}
      error={Boolean(draft.problems[name])}
      helperText={draft.problems[name]}
      slotProps={{ htmlInput: { maxLength: 20, "aria-label": section === "vehicle" ? "Vehicle plate" : "Trailer plate" } }}
      sx={{ width: 92 }}
    />
  );
}

/** Picks a vehicle or a trailer: its catalogue figures are written into the rig, where they may be corrected. */
function Picker({ section, label, picks }: { section: "vehicle" | "trailer"; label: string; picks: Catalogue["vehicles"] }) {
  const { draft, fields } = useRig();
  const name = draft.names[`${section}_name`];

  function pick(chosen: string | null) {
    const found = picks.find((one) => one.name === chosen);
    draft.setNames({ [`${section}_name`]: chosen ?? "" });
    if (!found) return;
    const blank = Object.keys(fields).filter((path) => path.startsWith(`${section}.`));
    draft.setMany({
      ...Object.fromEntries(blank.map((path) => [path, null])),
      ...Object.fromEntries(Object.entries(found.entries).map(([key, entry]) => [`${section}.${key}`, entry])),
    });
  }

  return (
    <Autocomplete
      freeSolo
      forcePopupIcon
      options={picks.map((one) => one.name)}
      inputValue={name}
      onInputChange={(_, typed, reason) => reason !== "reset" && draft.setNames({ [`${section}_name`]: typed })}
      onChange={(_, chosen) => pick(chosen)}
      renderInput={(params) => <TextField {...params} label={label} helperText={draft.problems[`${section}_name`]} />}
      sx={{ width: 226 }}
      size="small"
    />
  );
}
