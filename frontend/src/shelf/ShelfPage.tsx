/** The shelf: what is there of each part, set aside for whom, ordered of whom and for when; counted, ordered, taken in. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import type { Shelf, ShelfRow } from "../api/types";
import { hairline, inkSoft, pencil, wash } from "../app/theme";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { MovePart } from "./MovePart";
import { useMove, useShelf } from "./useShelf";

const keyOf = (row: ShelfRow) => `${row.kind} ${row.name}`;

export function ShelfPage() {
  const told = useShelf();
  const [words, setWords] = useState("");
  const [known, setKnown] = useState(true);
  const [chosen, choose] = useState<string | null>(null);
  if (!told.data) return <Notice>{told.error?.message ?? "Looking at the shelf…"}</Notice>;
  const rows = told.data.rows.filter((one) => one.name.toLowerCase().includes(words.trim().toLowerCase()) && (!known || one.there !== null || one.orders.length > 0 || one.wanted > 0));
  const kinds = [...new Set(rows.map((one) => one.kind))];
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "end", flexWrap: "wrap", mb: 1 }}>
        <Slab>The shelf</Slab>
        <TextField label="Search" value={words} onChange={(event) => setWords(event.target.value)} sx={{ width: 240 }} />
        <Box component="label" sx={{ display: "flex", gap: 0.75, alignItems: "center", pb: 0.75 }}>
          <input type="checkbox" checked={known} onChange={(event) => setKnown(event.target.checked)} /> only what was counted, is ordered or wanted
        </Box>
        <Box sx={{ flex: 1 }} />
        <Link href="/api/shelf/orders.csv" download color="inherit">Order list, CSV</Link>
        <Link component={RouterLink} to="/day" color="inherit">The board</Link>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 340px" }, gap: 3, alignItems: "start" }}>
        <Box sx={{ display: "grid", gap: 2 }}>
          {rows.length === 0 && <Box>Nothing of that name was counted yet.</Box>}
          {kinds.map((kind) => (
            <Panel key={kind} title={(rows.find((one) => one.kind === kind)?.word ?? kind).replace(/^./, (letter) => letter.toUpperCase())}>
              <Table cells={{ fontVariantNumeric: "tabular-nums" }} sx={{ tableLayout: "fixed", "& th:nth-of-type(1)": { width: "24%" }, "& th:nth-of-type(2), & th:nth-of-type(3)": { width: "10%" }, "& th:nth-of-type(6)": { width: "13%" } }}>
                <thead>
                  <tr>
                    <th scope="col">Part</th>
                    <th scope="col">There</th>
                    <th scope="col">Free</th>
                    <th scope="col">Set aside for</th>
                    <th scope="col">To come</th>
                    <th scope="col">Still to order</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.filter((one) => one.kind === kind).map((row) => (
                    <Row key={keyOf(row)} row={row} open={chosen === keyOf(row)} press={() => choose(chosen === keyOf(row) ? null : keyOf(row))} may={told.data.may} />
                  ))}
                </tbody>
              </Table>
            </Panel>
          ))}
        </Box>
        <Orders told={told.data} />
      </Box>
    </Box>
  );
}

function Row({ row, open, press, may }: { row: ShelfRow; open: boolean; press: () => void; may: string[] }) {
  return (
    <>
      <Box component="tr" data-part={row.name} sx={{ bgcolor: open ? wash : undefined }}>
        <td>
          <Button variant="text" onClick={press} aria-expanded={open} sx={{ p: 0, minHeight: 28, fontWeight: 600, textAlign: "left" }}>{row.name}</Button>
        </td>
        <td>{row.there ?? <Box component="span" sx={{ color: inkSoft }}>not counted</Box>}</td>
        <td>{row.free === 0 ? <><StateMark state="caution" size={13} /> none</> : (row.free ?? "")}</td>
        <td>
          {row.aside.map((one, i) => (
            <span key={i}>
              {i > 0 && ", "}
              {one.quantity > 1 && `${one.quantity} `}
              {one.rig ? <Link component={RouterLink} to={`/rigs/${one.rig}/hitch`} color="inherit">{one.customer}</Link> : one.customer}
            </span>
          ))}
        </td>
        <td>{row.orders.map((one) => `${one.left}${one.day ? `, ${one.day}` : ", no day"}${one.late ? ", late" : ""}`).join("; ")}</td>
        <td>{row.wanted > 0 ? <><StateMark state="refused" size={13} /> {row.wanted}</> : ""}</td>
      </Box>
      {open && (
        <tr>
          <td colSpan={6}>
            <MovePart row={row} may={may} />
          </td>
        </tr>
      )}
    </>
  );
}

function Orders({ told }: { told: Shelf }) {
  const move = useMove();
  return (
    <Panel title="To come" note="the soonest first">
      {told.orders.length === 0 && <Box>Nothing is ordered.</Box>}
      {move.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{move.error.message}</Box>}
      {told.orders.map((one) => (
        <Box key={one.number} data-order={one.name} sx={{ py: 0.5, borderBottom: `1px solid ${hairline}`, display: "flex", gap: 1, alignItems: "center" }}>
          <Box sx={{ flex: 1 }}>
            <b>{one.left} × {one.name}</b>, {one.supplier}
            <Box sx={{ color: one.late ? pencil : inkSoft, fontWeight: one.late ? 600 : 400 }}>
              {one.day ? `expected ${one.day}` : "nobody knows when"}{one.late && ": late"}{one.customer && `, for ${one.customer}`}
            </Box>
          </Box>
          {told.may.includes("keep_stock") && (
            <Button disabled={move.isPending} aria-label={`${one.name} has come`} onClick={() => move.mutate({ kind: one.kind as ShelfRow["kind"], name: one.name, what: "arrived", quantity: one.left, order: one.number, supplier: "", why: "" })}>It has come</Button>
          )}
        </Box>
      ))}
    </Panel>
  );
}
