/** One item of the catalogue: every figure as written, where to read it, and what is wrong at its own place. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { api, type Refusal } from "../api/client";
import type { CatalogueItem, CatalogueKind, PartDrawing } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { PartDrawing as PartDrawn } from "../drawing/PartDrawing";
import { Fold } from "../parts/Fold";
import { Panel } from "../parts/Rows";
import { day } from "../app/dates";

interface Props {
  kind: CatalogueKind;
  item: CatalogueItem | null;
  mayKeep: boolean;
  done: (item: CatalogueItem) => void;
}

interface Past {
  what: string;
  by: string;
  at: string;
  texts: Record<string, string>;
}

export function ItemForm({ kind, item, mayKeep, done }: Props) {
  const queries = useQueryClient();
  const [name, setName] = useState(item?.name ?? "");
  const [family, setFamily] = useState(item?.family ?? "");
  const [texts, setTexts] = useState<Record<string, string>>(item?.texts ?? {});
  const system = item?.system ?? "us";
  const path = { kind: kind.kind };

  function refreshed(written: CatalogueItem) {
    void queries.invalidateQueries({ queryKey: ["catalogue"] });
    void queries.invalidateQueries({ queryKey: ["floor"] });
    void queries.invalidateQueries({ queryKey: ["lot"] });
    queries.removeQueries({ queryKey: ["live"] });
    done(written);
  }
  const save = useMutation<CatalogueItem, Refusal>({
    mutationFn: () => {
      const body = { name, family, system, texts };
      return item
        ? api.settled<CatalogueItem>(api.client.POST("/api/catalogue/{kind}/{id}/", { params: { path: { ...path, id: item.id } }, body: { ...body, version: item.version } }))
        : api.settled<CatalogueItem>(api.client.POST("/api/catalogue/{kind}/", { params: { path }, body }));
    },
    onSuccess: refreshed,
  });
  const retire = useMutation<CatalogueItem, Refusal, CatalogueItem>({
    mutationFn: (one) => api.settled<CatalogueItem>(api.client.POST("/api/catalogue/{kind}/{id}/retire/", { params: { path: { ...path, id: one.id } }, body: { version: one.version, retired: !one.retired } })),
    onSuccess: refreshed,
  });
  const problems = save.error?.problems ?? {};
  // As it is kept: a figure that is being changed is asked about when it is saved.
  const asked = (field: string) => (texts[field] === item?.texts[field] ? item?.questions[field] : undefined);
  const refused = save.error ?? retire.error;
  const dirty = name !== (item?.name ?? "") || family !== (item?.family ?? "") || kind.fields.some((field) => (texts[field.name] ?? "") !== (item?.texts[field.name] ?? ""));

  return (
    <Panel title={item ? item.name : `A new one: ${kind.word}`} note={item?.retired ? "retired: no longer offered; rigs keep it" : "leave blank what is not known"}>
      <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); save.mutate(); }}>
        <Box sx={{ display: "flex", gap: 1.5, my: 1, flexWrap: "wrap" }}>
          <TextField label="Name" required value={name} disabled={!mayKeep} onChange={(event) => setName(event.target.value)} error={Boolean(problems.name)} helperText={problems.name} slotProps={{ htmlInput: { maxLength: 140 } }} sx={{ width: 300 }} />
          {kind.has_family && <TextField label="Family" value={family} disabled={!mayKeep} onChange={(event) => setFamily(event.target.value)} slotProps={{ htmlInput: { maxLength: 140 } }} sx={{ width: 240 }} />}
        </Box>
        {item && <Drawn kind={kind.kind} item={item} />}
        {groupsOf(kind.fields).map(({ title, fields }) => {
          const written = fields.filter((field) => texts[field.name]).length;
          return (
            <Fold
              key={title}
              name={`catalogue ${kind.kind} ${title}`}
              usual={written > 0 || item === null}
              must={fields.some((field) => problems[field.name] ?? asked(field.name))}
              title={
                <>
                  <b>{title}</b> <Box component="span" sx={{ color: inkSoft, fontSize: "0.88rem" }}>{written} of {fields.length} written</Box>
                </>
              }
            >
              <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(min(340px, 100%), 1fr))", columnGap: 4 }}>
                {fields.map((field) => (
                  <FieldRow key={field.name} field={field} text={texts[field.name] ?? ""} problem={problems[field.name] ?? asked(field.name)} mayKeep={mayKeep} write={(text) => setTexts({ ...texts, [field.name]: text })} />
                ))}
              </Box>
            </Fold>
          );
        })}
        {refused && <Box role="alert" sx={{ color: pencil, fontWeight: 600, mt: 1 }}>{refused.message}</Box>}
        {mayKeep && (
          <Box sx={{ display: "flex", gap: 1.5, my: 1.5, alignItems: "center" }}>
            <Button type="submit" variant="contained" disabled={!dirty || save.isPending}>
              {item ? "Save" : "Add to the catalogue"}
            </Button>
            {item && (
              <Button disabled={dirty || retire.isPending} onClick={() => retire.mutate(item)}>
                {item.retired ? "Offer again" : "Retire"}
              </Button>
            )}
            <Box role="status" sx={{ color: inkSoft }}>
              {dirty ? "not saved yet" : ""}
            </Box>
          </Box>
        )}
      </Box>
      {item && <History kind={kind.kind} item={item} />}
    </Panel>
  );
}

/** What stands together, by what kind of figure it is: each dimension in one group. */
const GROUPS: [string, string[]][] = [
  ["What it may bear", ["weight", "force"]],
  ["Lengths and heights", ["length", "angle", "slope"]],
  ["What it is, and what it allows", ["choice", "flag", "text", "names"]],
  ["Counts, rates and volumes", ["count", "rate", "volume", "area", "pressure", "share"]],
  ["How tight", ["couple"]],
  ["Price", ["money"]],
];

function groupsOf(fields: CatalogueKind["fields"]): { title: string; fields: CatalogueKind["fields"] }[] {
  const known = new Set(GROUPS.flatMap(([, dimensions]) => dimensions));
  const groups = GROUPS.map(([title, dimensions]) => ({ title, fields: fields.filter((field) => dimensions.includes(field.dimension)) }));
  return [...groups, { title: "Besides", fields: fields.filter((field) => !known.has(field.dimension)) }].filter((group) => group.fields.length > 0);
}

/** It drawn with its dimensions, as it is saved. */
function Drawn({ kind, item }: { kind: string; item: CatalogueItem }) {
  const drawing = useQuery({ queryKey: ["catalogue", "drawing", kind, item.id, item.version], queryFn: () => api.settled<PartDrawing>(api.client.GET("/api/catalogue/{kind}/{id}/drawing/", { params: { path: { kind, id: item.id } } })) });
  return drawing.data ? <PartDrawn drawn={drawing.data} title={`${item.name}, drawn to scale`} /> : null;
}

function FieldRow({ field, text, problem, mayKeep, write }: { field: CatalogueKind["fields"][number]; text: string; problem: string | undefined; mayKeep: boolean; write: (text: string) => void }) {
  const id = useId();
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 150px", columnGap: 1, alignItems: "center", py: 0.25, borderBottom: `1px solid ${hairline}` }}>
      <Box component="label" htmlFor={id} title={field.read_at}>
        {field.label}
      </Box>
      {field.choices.length > 0 ? (
        <NativeSelect id={id} value={text} disabled={!mayKeep} onChange={(event) => write(event.target.value)} error={Boolean(problem)}>
          <option value="">not known</option>
          {field.choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.word}
            </option>
          ))}
        </NativeSelect>
      ) : (
        <TextField id={id} value={text} disabled={!mayKeep} onChange={(event) => write(event.target.value)} error={Boolean(problem)} slotProps={{ htmlInput: { maxLength: 60, "data-field": field.name, style: { padding: "4px 8px", textAlign: "right" } } }} />
      )}
      {problem && (
        <Box role="alert" sx={{ gridColumn: "1 / -1", color: pencil, fontWeight: 600 }}>
          {problem}
        </Box>
      )}
    </Box>
  );
}

/** Who changed the item, when, and which figures then read otherwise. */
function History({ kind, item }: { kind: string; item: CatalogueItem }) {
  const history = useQuery({ queryKey: ["catalogue", "history", kind, item.id, item.version], queryFn: () => api.settled<Past[]>(api.client.GET("/api/catalogue/{kind}/{id}/history/", { params: { path: { kind, id: item.id } } })) });
  const past = history.data ?? [];
  if (past.length === 0) return <Box sx={{ color: inkSoft }}>As it was first loaded; nobody has changed it since.</Box>;
  return (
    <Box component="ol" sx={{ m: 0, pl: 2.5 }} aria-label="History">
      {past.map((one, index) => (
        <li key={one.at}>
          {one.what} by {one.by}, {day(one.at)}
          {past[index + 1] && `: ${changes(past[index + 1]?.texts ?? {}, one.texts)}`}
        </li>
      ))}
    </Box>
  );
}

function changes(before: Record<string, string>, after: Record<string, string>): string {
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter((name) => before[name] !== after[name]);
  return names.map((name) => `${name.replaceAll("_", " ")} ${before[name] ?? "blank"} → ${after[name] ?? "blank"}`).join("; ") || "nothing in its figures";
}
