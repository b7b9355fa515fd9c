/** The ratings chain in physical order: as planned, and with the trailer at its GVWR; what is over with its remedies. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import { Worded } from "../words/Worded";

import type { Link, Remedy } from "../api/types";
import { hairline, inkSoft, pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { LoadBar } from "../drawing/LoadBar";
import { LoadPath } from "../drawing/LoadPath";
import { EntryField } from "../parts/EntryField";
import { FigureText } from "../parts/FigureText";
import { Panel } from "../parts/Rows";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";
import { AxlesOneByOne, Braking } from "./Axles";
import { LighterTrailers } from "./LighterTrailers";
import { SecondReadings, Witnesses } from "./SecondReadings";
import { Waiver } from "./Waiver";

export function Ratings() {
  const { assessment } = useRig();
  const { planned, full, rules } = useSection("ratings");
  const fullOf = new Map(full.links.map((link) => [link.key, link]));
  const weakest = planned.links.find((link) => link.key === planned.weakest);
  const over = planned.links.some((link) => link.state === "over" && link.kind === "load");
  return (
    <Box>
      <LoadPath elevation={assessment.elevation} links={planned.links} reserve={rules.reserve} weakest={planned.weakest} pick={(key) => document.querySelector<HTMLElement>(`[data-link="${key}"]`)?.scrollIntoView({ block: "center" })} />
      <Box sx={{ mb: 0.5 }}>
        {weakest && (
          <>
            The weakest link rates the whole: <b>{weakest.name}</b>, {weakest.word}
            {weakest.share_text ? `, ${weakest.share_text} used` : ""}.{" "}
          </>
        )}
        <Worded>{`House reserve ${rules.reserve_text} (the notch); red brackets say how well a load is known (k = 2). Share school ${rules.share}; restoration ${rules.restoration}.`}</Worded>
      </Box>
      {over && (
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(420px, 100%), 1fr))", gap: 3, mb: 1.5 }}>
          <Remedies />
          <LighterTrailers />
        </Box>
      )}
      <Box sx={{ overflowX: "auto" }}>
        <Table cells={{ px: 0.75, pr: 0.75 }} heads={{ borderBottom: "2px solid", whiteSpace: "nowrap" }} sx={{ minWidth: 980 }}>
          <thead>
            <tr>
              <th scope="col">Link, trailer to vehicle</th>
              <th scope="col">As planned</th>
              <th scope="col">Share used</th>
              <th scope="col">Demand</th>
              <th scope="col">Rating</th>
              <th scope="col">Left</th>
              <th scope="col">Trailer at its GVWR</th>
              <th scope="col">Share used</th>
            </tr>
          </thead>
          <tbody>
            {planned.links.map((link) => (
              <LinkRow key={link.key} link={link} full={fullOf.get(link.key)} reserve={rules.reserve} weakest={link.key === planned.weakest} />
            ))}
          </tbody>
        </Table>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(420px, 100%), 1fr))", gap: 3, mt: 1.5, alignItems: "start" }}>
        <SecondReadings />
      <Witnesses />
        <AxlesOneByOne />
        <Braking />
        <Panel title="The journey" note="engines lose power with height: GCWR less 2 % for each 1,000 ft begun">
          <EntryField path="journey.altitude" />
        </Panel>
      </Box>
    </Box>
  );
}

function LinkRow({ link, full, reserve, weakest }: { link: Link; full: Link | undefined; reserve: number; weakest: boolean }) {
  const { read } = useUnits();
  const wrong = link.state === "over" || link.state === "unknown";
  return (
    <Box component="tr" data-link={link.key} sx={{ bgcolor: weakest ? wash : undefined }}>
      <Box component="th" scope="row" sx={{ fontWeight: `${weakest ? 600 : 400} !important`, borderBottom: `1px solid ${hairline} !important` }} title={link.rule ? `${link.rule.says} (${link.rule.authority}; ${link.rule.source})` : undefined}>
        {link.name}
        {weakest && <Box component="span"> · weakest</Box>}
      </Box>
      <td>
        <StateText link={link} />
        <Waiver link={link} />
      </td>
      <td>
        <LoadBar share={link.share} state={link.state} reserve={reserve} spread={spreadOf(link)} label={link.share_text ?? ""} />
      </td>
      {link.state === "unknown" ? (
        <Box component="td" colSpan={3} sx={{ color: wrong ? pencil : undefined }}>
          go and read: {link.ask}
        </Box>
      ) : (
        <>
          <td>
            <Sourced name={`${link.name}, demand`} figure={link.demand} />
          </td>
          <td>
            <Sourced name={`${link.name}, rating`} figure={link.rating} />
          </td>
          <Box component="td" sx={{ whiteSpace: "nowrap", fontWeight: 600, color: link.state === "over" ? pencil : undefined }}>
            {read(link.margin_text)}
          </Box>
        </>
      )}
      <td>{full && link.kind === "load" && <StateText link={full} />}</td>
      <td>{full && link.kind === "load" && <LoadBar share={full.share} state={full.state} reserve={reserve} label={full.share_text ?? ""} />}</td>
    </Box>
  );
}

/** What is not known of a load, as a share of its rating. */
function spreadOf(link: Link): number {
  const rating = link.rating?.value;
  return rating && link.demand?.spread_value ? link.demand.spread_value / rating : 0;
}

function Sourced({ name, figure }: { name: string; figure: Link["demand"] }) {
  if (!figure) return null;
  return (
    <Box component="span" sx={{ whiteSpace: "nowrap" }}>
      <FigureText name={name} figure={figure} />
      <Box component="span" sx={{ color: inkSoft, ml: 0.5, fontSize: "0.8rem" }}>
        {figure.from}
      </Box>
    </Box>
  );
}

function StateText({ link }: { link: Link }) {
  return (
    <Box component="span" sx={{ whiteSpace: "nowrap", fontWeight: link.state === "within" ? 400 : 600 }}>
      <StateMark state={link.state} size={14} /> {link.word}
      {link.may_be_over && <Box sx={{ color: pencil }}>may be over</Box>}
    </Box>
  );
}

/** Everything that helps what is over, worked out and tried on the rig, the least change first. */
function Remedies() {
  const { remedies, planned } = useSection("ratings");
  const links = [...new Set(remedies.map((one) => one.link))];
  return (
    <Panel title="Remedies" note="worked out, tried on this rig, least change first">
      {links.length === 0 && <Box sx={{ color: inkSoft }}>No load on the plan can be moved or taken out so that it is enough. Write down what travels, or see the lot.</Box>}
      {links.map((key) => (
        <Box key={key} sx={{ mb: 0.75 }}>
          <b>{planned.links.find((link) => link.key === key)?.name}</b>
          {remedies
            .filter((one) => one.link === key)
            .map((one, index) => (
              <RemedyRow key={index} remedy={one} />
            ))}
        </Box>
      ))}
    </Panel>
  );
}

function RemedyRow({ remedy }: { remedy: Remedy }) {
  const { draft } = useRig();
  const { read } = useUnits();
  const [done, setDone] = useState(false);
  const bad = remedy.lightens || remedy.crosses.length > 0;
  return (
    <Box data-remedy={remedy.link} sx={{ display: "grid", gridTemplateColumns: "1fr auto", gap: 1, alignItems: "center", borderBottom: `1px solid ${hairline}`, py: 0.4, borderLeft: bad ? `3px solid ${pencil}` : undefined, pl: bad ? 1 : 0 }}>
      <Box>
        {read(remedy.says)}
        {remedy.lightens && <Box sx={{ color: pencil }}>It would leave the tongue too light.</Box>}
        {remedy.crosses.map((one) => (
          <Box key={one.name} sx={{ color: pencil }}>
            {one.by ? `${one.name} would be ${read(one.by)} over.` : `${one.name} would not be.`}
          </Box>
        ))}
      </Box>
      {!bad && (
        <Button
          disabled={done}
          onClick={() => {
            setDone(true);
            draft.setMany(remedy.writes);
          }}
        >
          Put in the plan
        </Button>
      )}
    </Box>
  );
}
