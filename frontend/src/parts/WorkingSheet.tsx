/** The working of a figure: formula, numbers put in, the rule and whose it is. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";

import type { Figure } from "../api/types";
import { inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { PROVENANCE_LINE } from "./provenance";

export function WorkingSheet({ figure, name }: { figure: Figure; name: string }) {
  const { read } = useUnits();
  const working = figure.working;
  return (
    <Box sx={{ p: 2, maxWidth: 460, minWidth: 260 }} role="note" aria-label={`Working of ${name}`}>
      <Typography variant="h2" component="p">
        {name}: {read(figure.text)}
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
                  {read(term.text)}
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
    </Box>
  );
}
