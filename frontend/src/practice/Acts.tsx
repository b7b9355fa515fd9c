/** What can be done in the yard, by groups; what an act wants is asked beside it, what hinders it is said. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import type { YardAct } from "../api/types";
import { hairline, inkSoft, pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import type { InYard } from "./useYard";

/** done by a press on the drawing */
const ON_THE_DRAWING = "tape";

export function Acts({ inYard, columns }: { inYard: InYard; columns: boolean }) {
  const acts = (inYard.yard.data?.acts ?? []).filter((one) => one.key !== ON_THE_DRAWING);
  const groups = [...new Set(acts.map((one) => one.group))];
  const [open, setOpen] = useState<string | null>(null);
  if (columns) {
    return (
      <Box sx={{ columnWidth: 290, columnGap: "20px", "& > section": { breakInside: "avoid", mb: 1.5 } }}>
        {groups.map((group) => (
          <Group key={group} name={group} acts={acts.filter((one) => one.group === group)} inYard={inYard} />
        ))}
      </Box>
    );
  }
  const shown = groups.includes(open ?? "") ? open : null;
  return (
    <Box>
      <Box role="toolbar" aria-label="What to do in the yard" sx={{ display: "flex", flexWrap: "wrap", gap: 0.5 }}>
        {groups.map((group) => (
          <Button key={group} size="small" aria-expanded={group === shown} onClick={() => setOpen(group === shown ? null : group)} sx={{ minHeight: 32, bgcolor: group === shown ? wash : undefined }}>
            {group}
          </Button>
        ))}
      </Box>
      {shown && (
        <Box sx={{ mt: 0.75 }}>
          <Group name={shown} acts={acts.filter((one) => one.group === shown)} inYard={inYard} />
        </Box>
      )}
    </Box>
  );
}

function Group({ name, acts, inYard }: { name: string; acts: YardAct[]; inYard: InYard }) {
  const caution = acts.find((one) => one.caution)?.caution;
  return (
    <Box component="section" aria-label={name} sx={{ borderLeft: `3px solid ${hairline}`, pl: 1, display: "grid", gap: 0.75 }}>
      <Box sx={{ fontWeight: 600 }}>{name}</Box>
      {caution && <Box sx={{ fontSize: "0.85rem", color: pencil, fontWeight: 600 }}>{caution}</Box>}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.75, alignItems: "end" }}>
        {acts.map((one) => (
          <Doing key={one.key} act={one} inYard={inYard} />
        ))}
      </Box>
    </Box>
  );
}

function Doing({ act, inYard }: { act: YardAct; inYard: InYard }) {
  const { read } = useUnits();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const does = inYard.act;
  const problems = does.error && does.variables?.act === act.key ? does.error.problems : {};
  const said = does.error && does.variables?.act === act.key ? (problems.act ?? (Object.keys(problems).length ? "" : does.error.message)) : "";
  const value = (name: string, now: string) => typed[name] ?? now;
  const args = Object.fromEntries(act.wants.map((one) => [one.name, value(one.name, read(one.now) || (one.kind === "choice" ? (one.offers[0]?.value ?? "") : ""))]));
  const button = (
    <Button
      disabled={does.isPending}
      onClick={() => does.mutate({ act: act.key, args }, { onSuccess: () => setTyped({}) })}
      sx={act.hinders ? { color: inkSoft } : undefined}
      title={act.hinders}
    >
      {act.words}
    </Button>
  );
  return (
    <Box sx={act.wants.length ? { display: "flex", flexWrap: "wrap", gap: 0.75, alignItems: "end", flexBasis: "100%" } : undefined}>
      {act.wants.map((one) =>
        one.kind === "choice" ? (
          <Box key={one.name}>
            <Box component="label" htmlFor={`yard-${act.key}-${one.name}`} sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>
              {one.words}
            </Box>
            <NativeSelect id={`yard-${act.key}-${one.name}`} value={args[one.name]} onChange={(event) => setTyped({ ...typed, [one.name]: event.target.value })} sx={{ maxWidth: 290 }}>
              {one.offers.map((offer) => (
                <option key={offer.value} value={offer.value}>
                  {offer.word}
                </option>
              ))}
            </NativeSelect>
          </Box>
        ) : (
          <TextField
            key={one.name}
            label={one.words}
            value={args[one.name]}
            onChange={(event) => setTyped({ ...typed, [one.name]: event.target.value })}
            error={Boolean(problems[one.name])}
            helperText={problems[one.name]}
            slotProps={{ htmlInput: { maxLength: 40, size: Math.max(7, one.words.length - 4) }, inputLabel: { shrink: true } }}
          />
        ),
      )}
      {button}
      {said && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600, flexBasis: "100%" }}>
          {said}
        </Box>
      )}
    </Box>
  );
}
