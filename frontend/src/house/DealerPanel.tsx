/** Who the house is on its papers, and what its work costs. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Dealer } from "../api/types";
import { day } from "../app/dates";
import { pencil } from "../app/theme";
import { Panel } from "../parts/Rows";

const NUMBERS = [
  ["minutes_fixed", "Mounting, measuring, hand-over, min"],
  ["minutes_trial", "A trial of the bars, min"],
  ["minutes_joint", "A joint tightened, min"],
  ["trials", "Trials a fit, as a rule"],
  ["valid_days", "A sheet is valid, days"],
] as const;

export function DealerPanel() {
  const dealer = useQuery({ queryKey: ["dealer"], queryFn: () => api.settled<Dealer>(api.client.GET("/api/house/dealer/")) });
  if (!dealer.data) return null;
  return <Written key={dealer.data.at ?? "default"} dealer={dealer.data} />;
}

function Written({ dealer }: { dealer: Dealer }) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Record<string, string>>(() => Object.fromEntries(["name", "address", "hour", "tax_percent", ...NUMBERS.map(([key]) => key)].map((key) => [key, String(dealer[key as keyof Dealer] ?? "")])));
  const [onLabour, setOnLabour] = useState(dealer.tax_on_labour);
  const put = useMutation<Dealer, Refusal>({
    mutationFn: () => {
      const whole = Object.fromEntries(NUMBERS.map(([key]) => [key, /^\d+$/.test((typed[key] ?? "").trim()) ? Number(typed[key]) : typed[key]]));
      const body = { name: typed.name, address: typed.address, hour: typed.hour, tax_percent: typed.tax_percent, tax_on_labour: onLabour, ...whole };
      return api.settled<Dealer>(api.client.POST("/api/house/dealer/", { body: body as never }));
    },
    onSuccess: (now) => {
      queries.setQueryData(["dealer"], now);
      queries.removeQueries({ queryKey: ["sheets"] });
    },
  });
  const field = (key: string, label: string, more: object = {}) => (
    <TextField key={key} label={label} value={typed[key] ?? ""} disabled={!dealer.may_choose} onChange={(event) => setTyped({ ...typed, [key]: event.target.value })} error={Boolean(put.error?.problems[key])} helperText={put.error?.problems[key]} {...more} />
  );
  return (
    <Panel title="The dealer" note={dealer.by ? `on customers' sheets; written by ${dealer.by}, ${day(dealer.at ?? "")}` : "on customers' sheets; times and the hour are the program's, from memory"}>
      <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); put.mutate(); }} sx={{ display: "grid", gap: 1 }}>
        {field("name", "Name", { slotProps: { htmlInput: { maxLength: 80 } } })}
        {field("address", "Address", { multiline: true, minRows: 2, slotProps: { htmlInput: { maxLength: 240 } } })}
        <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1 }}>
          {field("hour", "An hour's work, $")}
          {field("tax_percent", "Tax, %")}
          {NUMBERS.map(([key, label]) => field(key, label))}
        </Box>
        <label>
          <input type="checkbox" checked={onLabour} disabled={!dealer.may_choose} onChange={(event) => setOnLabour(event.target.checked)} /> tax is due on labour too
        </label>
        {put.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{put.error.message}</Box>}
        <Box>
          <Button type="submit" disabled={!dealer.may_choose || put.isPending}>
            Write it down
          </Button>
        </Box>
      </Box>
    </Panel>
  );
}
