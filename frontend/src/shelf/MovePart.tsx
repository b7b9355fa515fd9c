/** Something done to one part: counted, ordered, used; with who and why it stays on record. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api } from "../api/client";
import type { components } from "../api/schema";
import type { ShelfRow } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { day } from "../app/dates";
import { useMove, type Moved } from "./useShelf";

type What = Moved["what"];
type Past = components["schemas"]["PartMoved"];
/** what is done by hand here, whose it is, and what it is called */
const DOINGS: { what: What; may: string; word: string }[] = [
  { what: "counted", may: "keep_stock", word: "Counted on the shelf" },
  { what: "arrived", may: "keep_stock", word: "Came without an order" },
  { what: "used", may: "keep_stock", word: "Used" },
  { what: "ordered", may: "order_parts", word: "Ordered" },
  { what: "cancelled", may: "order_parts", word: "An order cancelled" },
  { what: "expected", may: "order_parts", word: "Expected another day" },
];

export function MovePart({ row, may }: { row: ShelfRow; may: string[] }) {
  const mine = DOINGS.filter((one) => may.includes(one.may) && (row.orders.length > 0 || (one.what !== "cancelled" && one.what !== "expected")));
  const [what, setWhat] = useState<What | undefined>(mine[0]?.what);
  const [quantity, setQuantity] = useState("");
  const [supplier, setSupplier] = useState("");
  const [expected, setExpected] = useState("");
  const [order, setOrder] = useState(row.orders[0]?.number ?? 0);
  const [why, setWhy] = useState("");
  const move = useMove();
  const past = useQuery({ queryKey: ["shelf", row.kind, row.name, row.seen], queryFn: () => api.settled<Past[]>(api.client.GET("/api/shelf/{kind}/{name}/history/", { params: { path: { kind: row.kind, name: row.name } } })) });
  const number = /^\s*\d{1,5}\s*$/.test(quantity) ? Number(quantity) : null;
  const ofOrder = what === "cancelled" || what === "expected";
  const [typed, setTyped] = useState(false);

  function write() {
    setTyped(true);
    move.reset();
    if (what === undefined || (number === null && what !== "expected")) return;
    move.mutate(
      { kind: row.kind, name: row.name, what, quantity: number ?? 0, why, supplier, day: expected || null, order: ofOrder ? order : null, seen: row.seen },
      { onSuccess: () => { setQuantity(""); setWhy(""); setTyped(false); } },
    );
  }
  const problems = move.error?.problems ?? {};
  return (
    <Box sx={{ display: "grid", gap: 1, py: 0.5 }}>
      {mine.length > 0 && (
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "end" }}>
          <NativeSelect value={what} onChange={(event) => { setWhat(event.target.value as What); move.reset(); }} inputProps={{ "aria-label": "What is done" }}>
            {mine.map((one) => <option key={one.what} value={one.what}>{one.word}</option>)}
          </NativeSelect>
          {ofOrder && (
            <NativeSelect value={order} onChange={(event) => setOrder(Number(event.target.value))} inputProps={{ "aria-label": "Which order" }}>
              {row.orders.map((one) => <option key={one.number} value={one.number}>{one.left} of {one.supplier}{one.day ? `, ${one.day}` : ""}</option>)}
            </NativeSelect>
          )}
          {what !== "expected" && <TextField label="How many" value={quantity} onChange={(event) => setQuantity(event.target.value)} error={(typed && number === null) || Boolean(problems.quantity)} helperText={typed && number === null ? "Write a whole number." : problems.quantity} sx={{ width: 110 }} slotProps={{ htmlInput: { inputMode: "numeric" } }} />}
          {what === "ordered" && <TextField label="Of whom" value={supplier} onChange={(event) => setSupplier(event.target.value)} error={Boolean(problems.supplier)} helperText={problems.supplier} slotProps={{ htmlInput: { maxLength: 80 } }} />}
          {(what === "ordered" || what === "expected") && <TextField label="Expected" type="date" value={expected} onChange={(event) => setExpected(event.target.value)} error={Boolean(problems.day)} helperText={problems.day} />}
          <TextField label="Why" value={why} onChange={(event) => setWhy(event.target.value)} error={Boolean(problems.why)} helperText={problems.why} slotProps={{ htmlInput: { maxLength: 200 } }} sx={{ minWidth: 160, flex: 1 }} />
          <Button variant="contained" disabled={move.isPending} onClick={write}>Write it down</Button>
        </Box>
      )}
      {move.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{move.error.message}</Box>}
      <Box component="ul" aria-label={`What was done to ${row.name}`} sx={{ m: 0, pl: 2, color: inkSoft }}>
        {past.data?.slice(0, 12).map((one, i) => (
          <li key={i}>
            {day(one.at)}: {one.says}{one.customer && `, for ${one.customer}`}, by {one.by}{one.why && `: ${one.why}`}
          </li>
        ))}
        {past.data?.length === 0 && <li>Nothing was ever done to it.</li>}
      </Box>
    </Box>
  );
}
