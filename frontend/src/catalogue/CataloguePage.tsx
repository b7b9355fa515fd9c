/** Upkeep of the catalogue: search, add, edit, retire, and CSV in and out. The manager keeps it; everybody reads. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { api } from "../api/client";
import type { CatalogueItem, CatalogueItems, CatalogueKind } from "../api/types";
import { hairline, ink, inkSoft, paper, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { useLater } from "../parts/later";
import { Notice } from "../parts/Notice";
import { Slab } from "../parts/Slab";
import { ItemForm } from "./ItemForm";
import { TableIn } from "./TableIn";

interface Kinds {
  kinds: CatalogueKind[];
  may_keep: boolean;
}

export function CataloguePage() {
  const { kind = "vehicles" } = useParams();
  const kinds = useQuery({ queryKey: ["catalogue", "kinds"], queryFn: () => api.settled<Kinds>(api.client.GET("/api/catalogue/kinds/")) });
  if (!kinds.data) return <Notice>{kinds.error?.message ?? "Opening the catalogue…"}</Notice>;
  const chosen = kinds.data.kinds.find((one) => one.kind === kind);
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, display: "flex", flexDirection: "column", px: 2, py: 1.5 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap", mb: 1 }}>
        <Slab>
          The catalogue
        </Slab>
        <Box component="nav" aria-label="Kinds" sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
          {kinds.data.kinds.map((one) => (
            <ButtonBase key={one.kind} component={RouterLink} to={`/catalogue/${one.kind}`} aria-current={one.kind === kind ? "page" : undefined} sx={{ font: "inherit", px: 1, py: 0.25, border: `1px solid ${ink}`, bgcolor: one.kind === kind ? ink : paper, color: one.kind === kind ? paper : ink }}>
              {one.word} {one.count}
            </ButtonBase>
          ))}
        </Box>
        {!kinds.data.may_keep && <Box sx={{ color: inkSoft }}>the manager&apos;s to keep; yours to read</Box>}
      </Box>
      {chosen ? <Items key={kind} kind={chosen} mayKeep={kinds.data.may_keep} /> : <Notice>There is no such kind.</Notice>}
    </Box>
  );
}

function Items({ kind, mayKeep }: { kind: CatalogueKind; mayKeep: boolean }) {
  const [sought, seek] = useState("");
  const { system } = useUnits();
  const q = useLater(sought.trim(), PAUSE_MS);
  const items = useInfiniteQuery({
    queryKey: ["catalogue", "items", kind.kind, q, system],
    queryFn: ({ pageParam }) => api.settled<CatalogueItems>(api.client.GET("/api/catalogue/{kind}/", { params: { path: { kind: kind.kind }, query: { q, first: pageParam, units: system } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const there = pages.reduce((sum, page) => sum + page.items.length, 0);
      return last.items.length > 0 && there < last.found ? there : null;
    },
    placeholderData: keepPreviousData,
  });
  const [opened, open] = useState<CatalogueItem | "new" | "table" | null>(null);
  const last = items.data?.pages.at(-1);
  if (!items.data || !last) return <Notice>{items.error?.message ?? "Reading…"}</Notice>;
  const shown = items.data.pages.flatMap((page) => page.items);
  const item = typeof opened === "object" ? opened : null;
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "grid", gridTemplateColumns: "minmax(270px, 340px) minmax(0, 1fr)", gap: 3, "@media (max-width: 900px)": { gridTemplateColumns: "1fr" } }}>
      <Box sx={{ minHeight: 0, display: "flex", flexDirection: "column" }}>
        <TextField label="Search" value={sought} onChange={(event) => seek(event.target.value)} slotProps={{ htmlInput: { maxLength: 80 }, inputLabel: { shrink: true } }} placeholder="a name, any figure, or: under 7000, sleeps 4" sx={{ mb: 1 }} />
        <Box sx={{ display: "flex", gap: 1.5, mb: 1, alignItems: "center", flexWrap: "wrap" }}>
          {mayKeep && <Button onClick={() => open("new")}>Add</Button>}
          {mayKeep && <Button onClick={() => open("table")}>CSV in…</Button>}
          <Link href={`/api/catalogue/${kind.kind}/csv/`} download color="inherit">
            CSV out
          </Link>
          <Box sx={{ color: inkSoft }}>
            {last.found} of {last.all}
          </Box>
        </Box>
        <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, overflow: "auto", borderTop: `2px solid ${ink}` }}>
          {shown.map((one) => (
            <Box component="li" key={one.id} sx={{ borderBottom: `1px solid ${hairline}`, bgcolor: one.id === item?.id ? wash : undefined }}>
              <ButtonBase onClick={() => open(one)} sx={{ font: "inherit", width: "100%", textAlign: "left", display: "block", py: 0.5, px: 0.5 }}>
                <b>{one.name}</b>
                {one.retired && " · retired"}
                <Box sx={{ color: inkSoft, fontSize: "0.88rem" }}>{gist(kind, one)}</Box>
              </ButtonBase>
            </Box>
          ))}
          {items.hasNextPage && (
            <Box component="li" sx={{ py: 0.75 }}>
              <Button onClick={() => void items.fetchNextPage()} disabled={items.isFetchingNextPage}>
                Show more
              </Button>{" "}
              the first {shown.length} of {last.found}
            </Box>
          )}
        </Box>
      </Box>
      <Box sx={{ minHeight: 0, overflow: "auto" }}>
        {opened === null && <Box sx={{ color: inkSoft }}>Open one to read all its figures{mayKeep ? ", to edit or to retire it" : ""}. Rigs keep the figures they were built on.</Box>}
        {opened === "table" && <TableIn kind={kind} close={() => open(null)} />}
        {opened === "new" && <ItemForm key="new" kind={kind} item={null} mayKeep done={open} />}
        {item && <ItemForm key={`${item.id} ${item.version}`} kind={kind} item={item} mayKeep={mayKeep} done={open} />}
      </Box>
    </Box>
  );
}

const PAUSE_MS = 200;
const GIST = ["gvwr", "tow_rating", "gross_rating", "tongue_rating", "diameter", "rating", "size", "serves", "outer", "price"];

function gist(kind: CatalogueKind, item: CatalogueItem): string {
  const told = GIST.filter((name) => item.texts[name]).map((name) => {
    const field = kind.fields.find((one) => one.name === name);
    const text = item.texts[name] ?? "";
    return field?.choices.find((choice) => choice.value === text)?.word ?? `${field?.label} ${text}`;
  });
  return [item.family, ...told.slice(0, 3)].filter(Boolean).join(", ");
}
