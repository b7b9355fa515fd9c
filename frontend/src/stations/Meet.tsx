/** Meet the rig: what its labels, plates and handbooks say, place by place; where something is missing stands first. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import type { Stand } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { LabelSketch } from "../drawing/LabelSketch";
import { useUnits } from "../app/units";
import { EntryField, noneOf } from "../parts/EntryField";
import { Fold } from "../parts/Fold";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { usePlaces, useRig, useSection } from "../rig/context";

export function Meet() {
  const places = usePlaces();
  if (!places.data) return <Notice>{places.error ? places.error.message : "Opening the places…"}</Notice>;
  return (
    <Box sx={{ display: "grid", gap: 1.5, maxWidth: 1240 }}>
      <GoAndRead />
      <ByPlace places={places.data} />
    </Box>
  );
}

/** Where something is missing comes first, as it was when the station was opened: nothing moves away from under a hand that types. */
function ByPlace({ places }: { places: Stand[] }) {
  const { draft } = useRig();
  const wanting = (place: Stand) => place.spots.filter((spot) => !spot.optional && !draft.entries[spot.path]).length;
  const [order] = useState(() => [...places.filter(wanting), ...places.filter((place) => !wanting(place))].map((place) => place.key));
  return (
    <Panel title="Place by place" note="what is missing first; each place as one walks round the rig">
      {order.map((key) => {
        const place = places.find((one) => one.key === key);
        return place && <PlaceFold key={key} place={place} wanting={wanting(place)} />;
      })}
    </Panel>
  );
}

function PlaceFold({ place, wanting }: { place: Stand; wanting: number }) {
  const { draft } = useRig();
  const to_read = useSection("to_read");
  const [asked, setAsked] = useState<string>();
  const needed = place.spots.filter((spot) => !spot.optional);
  const besides = place.spots.filter((spot) => spot.optional);
  const written = besides.filter((spot) => draft.entries[spot.path]).length;
  const decides = to_read.filter((one) => one.why !== "weak" && place.spots.some((spot) => spot.path === one.path)).length;
  const troubled = place.spots.some((spot) => draft.problems[spot.path]);
  return (
    <Fold
      name={`place ${place.key}`}
      usual={needed.length > 0 || written > 0}
      must={troubled}
      title={
        <>
          <b>{place.name}</b>{" "}
          <Box component="span" sx={{ fontSize: "0.88rem", color: wanting ? pencil : inkSoft }}>
            {needed.length === 0 ? `${written} of ${besides.length} written` : wanting ? `${wanting} not read` : "all read"}
            {decides > 0 && `, ${decides} that ${decides === 1 ? "decides" : "decide"}`}
          </Box>
        </>
      }
    >
      <Box
        onFocus={(event) => event.target instanceof HTMLElement && setAsked(event.target.dataset.path)}
        sx={{ display: "grid", gridTemplateColumns: "190px minmax(0, 1fr)", columnGap: 3, pb: 1, "@media (max-width: 800px)": { gridTemplateColumns: "minmax(0, 1fr)" } }}
      >
        <Box sx={{ fontSize: "0.85rem", color: inkSoft, lineHeight: 1.25 }}>
          <LabelSketch form={place.form} lines={place.spots} asked={asked} />
          {place.look}
        </Box>
        <Box>
          <Columns paths={needed.map((spot) => spot.path)} />
          <NoneOfThese paths={place.spots.map((spot) => spot.path)} />
          {besides.length > 0 && needed.length > 0 && (
            <Fold name={`besides ${place.key}`} usual={written > 0} must={besides.some((spot) => draft.problems[spot.path])} title={<Box component="span" sx={{ fontSize: "0.88rem" }}>And where there is such a thing: {written} of {besides.length} written</Box>}>
              <Columns paths={besides.map((spot) => spot.path)} />
            </Fold>
          )}
          {needed.length === 0 && <Columns paths={besides.map((spot) => spot.path)} />}
        </Box>
      </Box>
    </Fold>
  );
}

/** One press for what a place has none of: every blank there that “none” answers. */
function NoneOfThese({ paths }: { paths: string[] }) {
  const { draft, fields } = useRig();
  const { system } = useUnits();
  const open = paths.map((path) => fields[path]).filter((field) => field?.none && field.may_write && !draft.entries[field.path]);
  if (open.length < 2) return null;
  return (
    <Link
      component="button"
      type="button"
      color="inherit"
      onClick={() => {
        for (const field of open) if (field) draft.set(field.path, noneOf(field, system));
      }}
      sx={{ font: "inherit", fontSize: "0.9rem", mt: 0.5, textAlign: "left" }}
    >
      None of these: {open.map((field) => field?.label).join("; ")}
    </Link>
  );
}

function Columns({ paths }: { paths: string[] }) {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(min(306px, 100%), 1fr))", columnGap: 3, alignItems: "start" }}>
      {paths.map((path) => (
        <EntryField key={path} path={path} />
      ))}
    </Box>
  );
}

const WHY = { guessed: "a guess: nothing passes on it", missing: "not known", "could tip it": "could tip it", "bears out": "spares a second reading", weak: "weak" } as const;
const MARK = { guessed: "unknown", missing: "unknown", "could tip it": "caution", "bears out": "caution", weak: "within" } as const;
const FIRST = 3;

/** The labels to read, most decisive first; each goes to its field. */
function GoAndRead() {
  const to_read = useSection("to_read");
  const { draft, goTo } = useRig();
  const [all, setAll] = useState(false);
  return (
    <Panel
      title="Go and read"
      note={
        <>
          most decisive first
          {draft.record && (
            <>
              {" · "}
              <Link component={RouterLink} to={`/rigs/${draft.record.id}/round`} color="inherit">
                The label round, for a phone
              </Link>
            </>
          )}
        </>
      }
    >
      {to_read.length === 0 && <Box>Nothing: every figure that decides is read, and none could tip a verdict.</Box>}
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none", display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(min(300px, 100%), 1fr))", columnGap: 3, rowGap: 0.75 }}>
        {to_read.slice(0, all ? undefined : FIRST).map((one) => (
          <Box component="li" key={one.path} sx={{ lineHeight: 1.25 }}>
            <Link component="button" type="button" color="inherit" onClick={() => goTo(one.path)} sx={{ font: "inherit", textAlign: "left" }}>
              {one.why !== "weak" && <StateMark state={MARK[one.why]} size={13} />} <b>{one.name}</b>
            </Link>{" "}
            <Box component="span" sx={{ fontSize: "0.88rem" }}>
              {WHY[one.why]}
              {one.now && `, now ${one.now}`}
            </Box>
            <Box sx={{ fontSize: "0.85rem", color: inkSoft }}>
              {one.read_at} · {one.why === "bears out" ? "bears out" : "decides"} {one.decides.slice(0, 3).join(", ")}
              {one.decides.length > 3 && ` and ${one.decides.length - 3} more`}
            </Box>
          </Box>
        ))}
      </Box>
      {to_read.length > FIRST && (
        <Link component="button" type="button" color="inherit" onClick={() => setAll(!all)} aria-expanded={all} sx={{ font: "inherit", fontSize: "0.9rem", mt: 0.5 }}>
          {all ? "Only the first" : <Slab size="inherit" component="span">{to_read.length - FIRST} more to read</Slab>}
        </Link>
      )}
    </Panel>
  );
}
