/** Taking a photograph of what a figure was read off; what was taken stands there, also while it waits on this device. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import visuallyHidden from "@mui/utils/visuallyHidden";
import { useState } from "react";

import type { RigRecord } from "../api/types";
import { ink, inkSoft, pencil } from "../app/theme";
import type { OnTheWay } from "./photographs";

interface Props {
  path: string;
  /** something is written there that it could show */
  read: boolean;
  record: RigRecord;
  pictures: OnTheWay;
}

export function PhotographOf({ path, read, record, pictures }: Props) {
  const [problem, setProblem] = useState("");
  const waiting = pictures.waiting[path];
  const kept = record.photographs[path] ?? [];
  async function take(file: File | undefined) {
    setProblem("");
    if (!file) return;
    try {
      await pictures.take(path, file);
    } catch {
      setProblem("This cannot be read as a photograph.");
    }
  }
  const says = problem || waiting?.problem;
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box
        component="label"
        sx={{ display: "flex", alignItems: "center", justifyContent: "center", gap: 1, minHeight: 66, px: 1, border: `2px ${read ? "solid" : "dashed"} ${read ? ink : inkSoft}`, color: read ? ink : inkSoft, fontSize: "1.05rem", fontWeight: 600, lineHeight: 1.1, textAlign: "center", bgcolor: "background.paper", "&:focus-within": { outline: `2px solid ${ink}`, outlineOffset: 1 } }}
      >
        {waiting ? <Box component="img" src={waiting.image} alt="" sx={{ height: 46, width: 46, objectFit: "cover" }} /> : kept[0] && <Box component="img" src={`/api/rigs/${record.id}/photographs/${kept[0].id}/`} alt="" sx={{ height: 46, width: 46, objectFit: "cover" }} />}
        <span role="status">{!read ? "Photograph: write the figure first" : waiting ? (waiting.problem ? "Not kept" : "Photograph waits here") : kept.length ? `${kept.length} kept` : "Photograph the label"}</span>
        <Box component="input" type="file" accept="image/*" capture="environment" disabled={!read} aria-label="Photograph the label" onChange={(event: React.ChangeEvent<HTMLInputElement>) => void take(event.target.files?.[0]).then(() => (event.target.value = ""))} sx={visuallyHidden} />
      </Box>
      {says && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600, fontSize: "0.9rem" }}>
          {says}{" "}
          {waiting?.problem && (
            <Link component="button" type="button" color="inherit" onClick={() => pictures.drop(waiting.key)} sx={{ font: "inherit" }}>
              Leave it out
            </Link>
          )}
        </Box>
      )}
    </Box>
  );
}
