/** Over every screen of a practice rig, and on every page that is printed of one: that it is nobody's, and the way to its yard. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useLocation, useMatch } from "react-router";

import { api } from "../api/client";
import { paper, pencil } from "../app/theme";

export function useIsPractice(rig: number): boolean {
  const told = useQuery({
    queryKey: ["practice", rig],
    queryFn: () => api.settled<{ version: number; practice: boolean }>(api.client.GET("/api/rigs/{id}/version/", { params: { path: { id: rig } } })),
    enabled: Number.isInteger(rig) && rig > 0,
    staleTime: Infinity,
    retry: 0,
  });
  return told.data?.practice ?? false;
}

export function PracticeBar() {
  const { pathname } = useLocation();
  const [ofARig, ofTheLot] = [useMatch("/rigs/:id/*"), useMatch("/lot/:id")];
  const rig = Number(ofARig?.params.id ?? ofTheLot?.params.id ?? NaN);
  if (!useIsPractice(rig)) return null;
  const ways = [
    [`/rigs/${rig}/yard`, "Its yard"],
    [`/rigs/${rig}/bay`, "Its bay"],
    [`/rigs/${rig}/meet`, "Its stations"],
    ["/practice", "All practice"],
  ] as const;
  return (
    <Box component="aside" aria-label="Practice" data-practice sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap", px: 2, py: 0.25, bgcolor: pencil, color: paper, "@media print": { color: pencil, bgcolor: "transparent", border: `2px solid ${pencil}` } }}>
      <b>Practice rig: nobody&apos;s, and nothing of it tows</b>
      <Box sx={{ flex: 1 }} />
      {ways.map(([to, word]) => (
        <Link key={to} component={RouterLink} to={to} color="inherit" aria-current={pathname.startsWith(to) ? "page" : undefined} sx={{ "@media print": { display: "none" } }}>
          {word}
        </Link>
      ))}
    </Box>
  );
}
