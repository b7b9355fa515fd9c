/** A CSV taken in: read first as a plan that changes nothing, each bad row and cell listed; then, when accepted, for good. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { CatalogueKind, TablePlan } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { FileButton } from "../parts/FileButton";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";

const LARGEST = 2_000_000;

export function TableIn({ kind, close }: { kind: CatalogueKind; close: () => void }) {
  const queries = useQueryClient();
  const [text, setText] = useState("");
  const [tooLarge, setTooLarge] = useState("");
  const take = useMutation<TablePlan, Refusal, { text: string; seal: string }>({
    mutationFn: (body) => api.settled<TablePlan>(api.client.POST("/api/catalogue/{kind}/csv/", { params: { path: { kind: kind.kind } }, body })),
    onSuccess: (plan) => {
      if (!plan.done) return;
      void queries.invalidateQueries({ queryKey: ["catalogue"] });
      void queries.invalidateQueries({ queryKey: ["floor"] });
      void queries.invalidateQueries({ queryKey: ["lot"] });
    },
  });
  const plan = take.data;

  function write(table: string) {
    setText(table);
    setTooLarge("");
    take.reset();
  }
  async function fromFile(file: File | undefined) {
    if (!file) return;
    if (file.size > LARGEST) setTooLarge(`${file.name} is larger than 2 MB: nothing was read.`);
    else write(await file.text());
  }

  return (
    <Panel title={`CSV in: ${kind.word}`} note="rows are matched by name; a column left out stays as it is; nothing is changed until you accept">
      <Box sx={{ display: "grid", gap: 1.25, mt: 1 }}>
        <Box>
          <FileButton label="From a file" accept=".csv,text/csv" take={(file) => void fromFile(file)}>
            From a file…
          </FileButton>
        </Box>
        {tooLarge && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{tooLarge}</Box>}
        <TextField label="Or pasted here" multiline minRows={5} maxRows={12} value={text} onChange={(event) => write(event.target.value)} slotProps={{ htmlInput: { style: { fontFamily: "monospace", fontSize: 13 } }, inputLabel: { shrink: true } }} placeholder={`name,${kind.fields.slice(0, 3).map((field) => field.name).join(",")}`} />
        <Box sx={{ display: "flex", gap: 1.5 }}>
          <Button disabled={!text.trim() || take.isPending} onClick={() => take.mutate({ text, seal: "" })} variant={plan ? "outlined" : "contained"}>
            Read it, change nothing
          </Button>
          {plan && !plan.done && plan.problems.length === 0 && plan.added.length + plan.changed.length > 0 && (
            <Button variant="contained" disabled={take.isPending} onClick={() => take.mutate({ text, seal: plan.seal })}>
              Accept: {plan.added.length} to add, {plan.changed.length} to change
            </Button>
          )}
          <Button onClick={close}>Close</Button>
        </Box>
        {take.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{take.error.message}</Box>}
        {plan && <PlanRead plan={plan} />}
      </Box>
    </Panel>
  );
}

function Listed({ head, problems }: { head: string; problems: TablePlan["problems"] }) {
  if (problems.length === 0) return null;
  return (
    <Table cells={{ py: 0.3, pr: 1.5 }} sx={{ mt: 0.5 }}>
      <thead>
        <tr>
          <th scope="col">Row</th>
          <th scope="col">Column</th>
          <th scope="col">{head}</th>
        </tr>
      </thead>
      <tbody>
        {problems.map((problem) => (
          <tr key={`${problem.row} ${problem.column} ${problem.says}`} data-problem={`${problem.row} ${problem.column}`}>
            <td>{problem.row}</td>
            <td>{problem.column}</td>
            <Box component="td" sx={{ color: pencil }}>{problem.says}</Box>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function PlanRead({ plan }: { plan: TablePlan }) {
  return (
    <Box role="status">
      <b>
        {plan.done ? "Taken in" : plan.problems.length ? "Cannot be taken in" : "It would do this"}: {plan.added.length} added, {plan.changed.length} changed, {plan.same} the same, {plan.problems.length} wrong.
      </b>
      <Listed head="What is wrong" problems={plan.problems} />
      <Listed head="Read again before it is taken in" problems={plan.questions} />
      {plan.added.length > 0 && <Box>Added: {plan.added.join(", ")}</Box>}
      {plan.changed.map((change) => (
        <Box key={change.name}>
          <b>{change.name}</b>: {change.cells.map((cell) => `${cell.column} ${cell.before || "blank"} → ${cell.after || "blank"}`).join("; ")}
        </Box>
      ))}
      {plan.same > 0 && <Box sx={{ color: inkSoft }}>{plan.same === 1 ? "One row reads" : `${plan.same} rows read`} as the catalogue already does.</Box>}
    </Box>
  );
}
