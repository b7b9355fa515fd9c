/** Picks a vehicle or a trailer: its catalogue figures are written into the rig, where they may be corrected. Over what is typed it asks first. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useRef, useState } from "react";

import type { Refusal } from "../api/client";
import type { Entry, Pick } from "../api/types";
import { PickGroup, PickLine, PICK_PAPER, told } from "../catalogue/PickList";
import { usePickOf, usePicks } from "../catalogue/picks";
import { outOfReach } from "./age";
import { useRig } from "./context";
import { PickSheet } from "./PickSheet";
import { sameEntry } from "./typed";

interface Picked {
  before: string;
  name: string;
  entries: Record<string, Entry> | null;
}

export function Picker({ section, label, disabled }: { section: "vehicle" | "trailer"; label: string; disabled: boolean }) {
  const { draft } = useRig();
  const key = `${section}_name` as const;
  const kind = `${section}s` as const;
  const name = draft.names[key];
  const [open, setOpen] = useState(false);
  const { picks, found, error, pending } = usePicks(kind, name === (draft.record?.[key] ?? "") ? "" : name, open);
  const pickOf = usePickOf();
  const [asked, ask] = useState<Picked | null>(null);
  const [failed, fail] = useState("");
  const last = useRef(name);
  const looking = useRef(false);
  const saved = draft.record?.[key] ?? "";
  // A rig that is put together anew, and one with another key, is named freely; the saved one's name says which it is.
  const settled = draft.written[`which.${section}`]?.is === draft.record?.entries[`which.${section}`]?.is;

  /** What was chosen in the list, or typed and entered: it is the catalogue's where the catalogue has one of that very name. */
  async function pick(chosen: Pick | string | null) {
    const wanted = typeof chosen === "string" ? chosen : (chosen?.name ?? "");
    looking.current = true;
    fail("");
    try {
      const there = typeof chosen === "string" ? await pickOf(kind, wanted.trim()) : chosen;
      if (there) write(there, (await pickOf(kind, last.current))?.entries ?? {});
      else draft.setNames({ [key]: wanted });
    } catch (refused) {
      draft.setNames({ [key]: wanted });
      fail(outOfReach(refused as Refusal) ? "Only the name: the catalogue cannot be reached, and nothing was filled in." : (refused as Error).message);
    } finally {
      looking.current = false;
    }
  }

  /** ``prior``: what the catalogue has of the one picked before, which nobody typed. */
  function write(found: Pick, prior: Record<string, Entry>) {
    const there = settled ? saved : last.current;
    const before = draft.record && there && there !== found.name ? there : "";
    const here = Object.entries(draft.entries).filter(([path]) => path.startsWith(`${section}.`));
    const ours = here.filter(([path, entry]) => !sameEntry(entry, prior[path.slice(section.length + 1)]));
    if (before || ours.some(([path, entry]) => !sameEntry(entry, found.entries[path.slice(section.length + 1)]))) {
      return ask({ before, name: found.name, entries: found.entries });
    }
    last.current = found.name;
    const cleared = Object.fromEntries(here.map(([path]) => [path, null]));
    draft.setMany({ ...cleared, ...Object.fromEntries(Object.entries(found.entries).map(([field, entry]) => [`${section}.${field}`, entry])) }, `${found.name} from the catalogue`, { [key]: found.name });
  }

  return (
    <>
      <Autocomplete<Pick, false, false, true>
        freeSolo
        disabled={disabled}
        forcePopupIcon
        options={picks}
        filterOptions={(all) => all}
        getOptionLabel={(one) => (typeof one === "string" ? one : one.name)}
        inputValue={name}
        onInputChange={(_, typed, reason) => reason !== "reset" && draft.setNames({ [key]: typed })}
        onChange={(_, chosen) => void pick(chosen)}
        open={open}
        onOpen={() => setOpen(true)}
        onClose={() => setOpen(false)}
        onBlur={() => {
          if (saved && settled && name.trim() && name.trim() !== saved && name.trim() !== last.current && !asked && !looking.current) ask({ before: saved, name: name.trim(), entries: null });
        }}
        groupBy={() => told(picks, found, pending, error)}
        renderGroup={(group) => <PickGroup {...group} />}
        slotProps={PICK_PAPER}
        renderOption={(props, one) => <PickLine key={one.name} props={props} pick={one} />}
        renderInput={(params) => <TextField {...params} label={label} helperText={draft.problems[key] || failed} />}
        sx={{ width: 226 }}
        size="small"
      />
      {asked && (
        <PickSheet
          what={section}
          before={asked.before}
          name={asked.name}
          picked={asked.entries}
          close={(done) => {
            ask(null);
            if (done) last.current = asked.name;
            else draft.setNames({ [key]: asked.before || saved });
          }}
        />
      )}
    </>
  );
}
