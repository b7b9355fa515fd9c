/** The customer's sheet: what it would say now, the quote, making one; and the ones that were made. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { api, type Refusal } from "../api/client";
import type { MadeSheet, Quote, RigRecord, Sheets } from "../api/types";
import { day, inDays } from "../app/dates";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { useLater } from "../parts/later";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { useRecord } from "../rig/draft";

export function SheetPage() {
  const { id } = useParams();
  const record = useRecord(id);
  const sheets = useQuery({ queryKey: ["sheets", id], queryFn: () => api.settled<Sheets>(api.client.GET("/api/rigs/{id}/sheets/", { params: { path: { id: Number(id) } } })), staleTime: 0 });
  if (!record.data || !sheets.data) return <Notice>{record.error?.message ?? sheets.error?.message ?? "Opening the sheet…"}</Notice>;
  return <Opened rig={record.data} told={sheets.data} />;
}

function Opened({ rig, told }: { rig: RigRecord; told: Sheets }) {
  const { read } = useUnits();
  const { now } = told;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25, "@media print": { overflow: "visible" } }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap" }}>
        <Slab>{rig.customer}, the customer&apos;s sheet</Slab>
        <Box sx={{ flex: 1 }} />
        <Link component={RouterLink} to={`/rigs/${rig.id}/ratings`} color="inherit">
          The rig
        </Link>
      </Box>
      <Box sx={{ color: inkSoft }}>
        {rig.vehicle_name || "tow vehicle not named"} with {rig.trailer_name || "trailer not named"}, as saved, version {told.version}. {told.dealer.name || "The dealer's name and address are not written yet: House rules has their place."}
      </Box>
      <Box sx={{ height: 150, my: 0.5 }}>
        <ElevationDrawing elevation={now.elevation} title="The rig, to scale" size={[1240, 150]} mini />
      </Box>
      <Box sx={{ display: "flex", gap: 1.25, borderTop: `1px solid ${hairline}`, borderBottom: `1px solid ${hairline}`, py: 0.75, mb: 1.5 }}>
        <StateMark state={now.state} size={26} />
        <Box data-sheet-state={now.state}>
          <Slab size="inherit" component="span" sx={{ color: now.state === "refused" ? pencil : undefined }}>
            {now.plain}
          </Slab>{" "}
          {read(now.says)} {read(now.remedy)}
        </Box>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(380px, 100%), 1fr))", gap: 3, "@media (max-width: 600px)": { gridTemplateColumns: "minmax(0, 1fr)" } }}>
        <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
          <Panel title="What may be loaded">
            <List lines={now.may_load.map(read)} />
          </Panel>
          <Panel title="Still to be read">{now.to_read.length ? `${now.to_read.join(", ")}.` : "Nothing: every figure that decides is read."}</Panel>
          <Panel title="The hitch">
            <List lines={now.build.map((part) => `${part.quantity} × ${part.name}, ${part.what}: ${part.state}`)} />
          </Panel>
          <Panel title="Cautions">
            <List lines={now.cautions.map(read)} />
          </Panel>
        </Box>
        <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
          <Offer rig={rig.id} told={told} />
          <Made rig={rig.id} made={told.made} />
        </Box>
      </Box>
    </Box>
  );
}

function List({ lines }: { lines: string[] }) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </Box>
  );
}

const RIGHT = { textAlign: "right !important", whiteSpace: "nowrap" };

function QuoteTable({ quote }: { quote: Quote }) {
  return (
    <Table>
      <tbody>
        {quote.lines.map((line, index) => (
          <tr key={index}>
            <td>
              {line.name}
              {line.quantity > 1 && `, ${line.quantity} of`}
            </td>
            <Box component="td" sx={RIGHT}>
              {line.amount}
            </Box>
          </tr>
        ))}
        <tr>
          <td>Together</td>
          <Box component="td" sx={RIGHT}>
            {quote.subtotal}
          </Box>
        </tr>
        <tr>
          <td>Tax, {quote.tax_percent} %</td>
          <Box component="td" sx={RIGHT}>
            {quote.tax}
          </Box>
        </tr>
        <Box component="tr" sx={{ fontWeight: 600, "& td": { borderTop: "2px solid" } }}>
          <td>{quote.total === null ? `No total: ${quote.no_total}` : "Total"}</td>
          <Box component="td" sx={RIGHT} data-total>
            {quote.total}
          </Box>
        </Box>
      </tbody>
    </Table>
  );
}

interface Extra {
  name: string;
  amount: string;
}

const PAUSE_MS = 300;

/** The quote as it is typed, and making the sheet: until when it holds, the trailer's price, lines of the advisor's own. */
function Offer({ rig, told }: { rig: number; told: Sheets }) {
  const queries = useQueryClient();
  const [until, setUntil] = useState(() => inDays(told.valid_days));
  const [price, setPrice] = useState(told.trailer_price ?? "");
  const [withTrailer, setWithTrailer] = useState(true);
  const [extras, setExtras] = useState<Extra[]>([]);
  const asked = { trailer: price.trim() || null, with_trailer: withTrailer, extras: extras.filter((one) => one.name.trim() || one.amount.trim()).map((one) => ({ name: one.name.trim(), amount: one.amount.trim(), taxed: true })) };
  const body = useLater(asked, PAUSE_MS);
  const quoted = useQuery<Quote, Refusal>({
    queryKey: ["quote", rig, told.version, body],
    queryFn: () => api.settled<Quote>(api.client.POST("/api/rigs/{id}/quote/", { params: { path: { id: rig } }, body })),
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
  const make = useMutation<Sheets, Refusal>({
    mutationFn: () => api.settled<Sheets>(api.client.POST("/api/rigs/{id}/sheets/", { params: { path: { id: rig } }, body: { version: told.version, valid_until: until, ...asked } })),
    onSuccess: (now) => queries.setQueryData(["sheets", String(rig)], now),
  });
  const problems: Record<string, string> = { ...make.error?.problems, ...quoted.error?.problems };
  const change = (index: number, more: Partial<Extra>) => setExtras(extras.map((one, at) => (at === index ? { ...one, ...more } : one)));
  return (
    <>
      <Panel title="Quote" note="from price lists, and labour by the house's times">
        <QuoteTable quote={quoted.data ?? told.quote} />
        {quoted.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{quoted.error.message}</Box>}
      </Panel>
      {told.may_make && (
        <Box className="no-print">
          <Panel title="Make the sheet" note="numbered, and kept as it is made">
            <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); make.mutate(); }} sx={{ display: "grid", gap: 1 }}>
              <Box sx={{ display: "flex", gap: 1.5, alignItems: "end", flexWrap: "wrap" }}>
                <TextField label="Valid until" type="date" value={until} onChange={(event) => setUntil(event.target.value)} error={Boolean(problems.valid_until)} helperText={problems.valid_until} sx={{ width: 170 }} />
                <TextField label="Trailer, $" value={price} disabled={!withTrailer} placeholder="not priced" onChange={(event) => setPrice(event.target.value)} error={Boolean(problems.trailer)} helperText={problems.trailer} slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 14 } }} sx={{ width: 130 }} />
                <label>
                  <input type="checkbox" checked={withTrailer} onChange={(event) => setWithTrailer(event.target.checked)} /> the trailer is part of the quote
                </label>
              </Box>
              {extras.map((one, index) => (
                <Box key={index} sx={{ display: "flex", gap: 1, alignItems: "end" }}>
                  <TextField label="What besides" value={one.name} onChange={(event) => change(index, { name: event.target.value })} slotProps={{ htmlInput: { maxLength: 80 } }} sx={{ flex: 1 }} />
                  <TextField label="$, less than 0 is given off" value={one.amount} onChange={(event) => change(index, { amount: event.target.value })} slotProps={{ htmlInput: { maxLength: 14 } }} sx={{ width: 170 }} />
                  <Button onClick={() => setExtras(extras.filter((_, at) => at !== index))}>Leave out</Button>
                </Box>
              ))}
              {problems.extras && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>Each line wants a name, and an amount such as 45 or -200.00.</Box>}
              <Box sx={{ display: "flex", gap: 1 }}>
                {extras.length < 8 && <Button onClick={() => setExtras([...extras, { name: "", amount: "" }])}>Another line</Button>}
                <Button type="submit" variant="contained" disabled={make.isPending}>
                  Make the sheet
                </Button>
              </Box>
              {make.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{make.error.message}</Box>}
            </Box>
          </Panel>
        </Box>
      )}
    </>
  );
}

function Made({ rig, made }: { rig: number; made: MadeSheet[] }) {
  const { system } = useUnits();
  if (!made.length) return null;
  return (
    <Panel title="Made so far">
      <Table>
        <tbody>
          {made.map((one) => (
            <tr key={one.number} data-sheet={one.number}>
              <td>
                <Link href={`/api/rigs/${rig}/sheets/${one.number}.pdf?units=${system}`} target="_blank" rel="noreferrer" color="inherit">
                  Sheet {one.called}
                </Link>
                <Box sx={{ color: inkSoft, fontSize: "0.88rem" }}>
                  {day(one.at)}, {one.by}, version {one.version}, valid until {one.valid_until}
                </Box>
              </td>
              <td>{one.total}</td>
              <Box component="td" sx={{ fontWeight: 600, color: one.changed || one.over ? pencil : undefined }}>
                {one.changed ? "changed since: make another" : one.over ? "its day is past" : "holds"}
              </Box>
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}
