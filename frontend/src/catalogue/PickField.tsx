/** A vehicle or a trailer of the catalogue, found by typing; nothing else can be written here. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import type { Pick } from "../api/types";
import { PickGroup, PickLine, PICK_PAPER, told } from "./PickList";
import { usePicks, type PickKind } from "./picks";

interface Props {
  kind: PickKind;
  label: string;
  value: Pick | null;
  choose: (pick: Pick | null) => void;
  /** what stands there while nothing is chosen */
  hint?: string;
  width?: number;
}

export function PickField({ kind, label, value, choose, hint = "type some of its name", width = 300 }: Props) {
  const [typed, type] = useState("");
  const [open, setOpen] = useState(false);
  const { picks, found, error, pending } = usePicks(kind, typed === value?.name ? "" : typed, open);
  return (
    <Autocomplete
      options={picks}
      filterOptions={(all) => all}
      getOptionLabel={(pick) => pick.name}
      isOptionEqualToValue={(one, other) => one.name === other.name}
      value={value}
      onChange={(_, pick) => choose(pick)}
      inputValue={typed}
      onInputChange={(_, text) => type(text.slice(0, 80))}
      open={open}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      loading={pending}
      loadingText="Looking…"
      noOptionsText={told(picks, found, pending, error)}
      autoHighlight
      groupBy={() => told(picks, found, pending, error)}
      renderGroup={(group) => <PickGroup {...group} />}
      slotProps={PICK_PAPER}
      renderOption={(props, pick) => <PickLine key={pick.name} props={props} pick={pick} />}
      renderInput={(params) => <TextField {...params} label={label} placeholder={hint} slotProps={{ ...params.slotProps, inputLabel: { shrink: true } }} />}
      size="small"
      sx={{ width }}
    />
  );
}
