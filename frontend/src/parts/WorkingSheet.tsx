/** The working of a figure: formula, numbers put in, the rule and whose it is; a number that has a working itself opens it. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useContext, useEffect, useState } from "react";

import type { Figure } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { PROVENANCE_LINE } from "./provenance";
import { WorkingContext } from "./working";

interface Step {
  name: string;
  at: string;
}

export function WorkingSheet({ figure, name, grown }: { figure: Figure; name: string; grown: () => void }) {
  const ask = useContext(WorkingContext);
  const [way, setWay] = useState<Step[]>(figure.at ? [{ name, at: figure.at }] : []);
  const here = way.at(-1);
  const asked = useQuery({
    queryKey: ["working", here?.at, figure.text],
    queryFn: () => (ask && here ? ask(here.at) : Promise.reject(new Error("Nobody can be asked for its working here."))),
    enabled: here !== undefined,
    gcTime: 0,
    retry: false,
  });
  const shown = here ? asked.data : figure;
  const title = here?.name ?? name;
  // What has come may be more than there was room for where the sheet opened.
  useEffect(grown, [shown, grown]);
  const open = here && ask ? (term: string) => setWay([...way, { name: term.replaceAll("_", " "), at: `${here.at}/${term}` }]) : null;
  return (
    <Box sx={{ p: 2, maxWidth: 460, minWidth: 260 }} role="note" aria-label={`Working of ${name}`}>
      {way.length > 1 && (
        <ButtonBase onClick={() => setWay(way.slice(0, -1))} sx={{ font: "inherit", textDecoration: "underline", mb: 0.5 }}>
          Back to {way.at(-2)?.name}
        </ButtonBase>
      )}
      {shown ? <Working figure={shown} title={title} open={open} /> : <Box sx={{ color: asked.isError ? pencil : inkSoft }}>{asked.isError ? asked.error.message : "Fetching its working…"}</Box>}
    </Box>
  );
}

function Working({ figure, title, open }: { figure: Figure; title: string; open: ((term: string) => void) | null }) {
  const { read } = useUnits();
  const working = figure.working;
  return (
    <>
      <Typography variant="h2" component="p">
        {title}: {read(figure.text)}
      </Typography>
      <Box sx={{ color: inkSoft }}>{working ? `no better than its weakest input: ${figure.from}` : `as written down: ${figure.from}`}</Box>
      {figure.spread && (
        <Box>
          known to ± {read(figure.spread)} <Box component="span" sx={{ color: inkSoft }}>(expanded uncertainty, k = 2)</Box>
        </Box>
      )}
      {figure.typed && <Box>typed “{figure.typed}”</Box>}
      {working && (
        <>
          <Box sx={{ my: 1, py: 0.5, borderTop: 1, borderBottom: 1, borderColor: "divider", fontWeight: 600 }}>{working.formula}</Box>
          <Box component="dl" sx={{ display: "grid", gridTemplateColumns: "auto auto 1fr", columnGap: 2, rowGap: 0.25, m: 0 }}>
            {working.terms.map((term) => (
              <Box key={term.name} sx={{ display: "contents" }}>
                <Box component="dt">{term.name.replaceAll("_", " ")}</Box>
                <Box component="dd" sx={{ m: 0, justifySelf: "end", fontWeight: 600, borderBottom: PROVENANCE_LINE[term.from] }}>
                  {open && term.worked ? (
                    <ButtonBase onClick={() => open(term.name)} aria-label={`${term.name.replaceAll("_", " ")}: ${read(term.text)}. Show its working.`} sx={{ font: "inherit", textDecoration: "underline" }}>
                      {read(term.text)}
                    </ButtonBase>
                  ) : (
                    read(term.text)
                  )}
                </Box>
                <Box component="dd" sx={{ m: 0, color: inkSoft }}>
                  {term.from}
                </Box>
              </Box>
            ))}
          </Box>
          {working.note && <Box sx={{ mt: 1 }}>{working.note}</Box>}
          {working.rule && (
            <Box sx={{ mt: 1 }}>
              {working.rule.says}
              <Box sx={{ color: inkSoft }}>
                {working.rule.authority}; source: {working.rule.source}
              </Box>
            </Box>
          )}
        </>
      )}
    </>
  );
}
