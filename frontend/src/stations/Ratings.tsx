/** The ratings chain in physical order: as planned, and with the trailer at its GVWR. */
import Box from "@mui/material/Box";

import type { Link } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { LoadBar } from "../drawing/LoadBar";
import { FigureText } from "../parts/FigureText";
import { StateMark } from "../parts/StateMark";
import { useRig } from "../rig/context";

export function Ratings() {
  const { assessment } = useRig();
  const { planned, full, rules } = assessment;
  const fullOf = new Map(full.links.map((link) => [link.key, link]));
  const weakest = planned.links.find((link) => link.key === planned.weakest);
  return (
    <Box>
      <Box sx={{ mb: 0.5 }}>
        {weakest && (
          <>
            The weakest link rates the whole: <b>{weakest.name}</b>, {weakest.word}
            {weakest.share_text ? `, ${weakest.share_text} used` : ""}.{" "}
          </>
        )}
        House reserve {rules.reserve_text} (the notch). Share school {rules.share}; restoration {rules.restoration}.
      </Box>
      <Box sx={{ overflowX: "auto" }}>
        <Box component="table" sx={{ borderCollapse: "collapse", width: "100%", minWidth: 980, "& td, & th": { py: 0.35, px: 0.75, borderBottom: `1px solid ${hairline}`, textAlign: "left", verticalAlign: "baseline" }, "& th": { fontWeight: 600, borderBottom: "2px solid", whiteSpace: "nowrap" } }}>
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
        </Box>
      </Box>
    </Box>
  );
}

function LinkRow({ link, full, reserve, weakest }: { link: Link; full: Link | undefined; reserve: number; weakest: boolean }) {
  const { read } = useUnits();
  const wrong = link.state === "over" || link.state === "unknown";
  return (
    <Box component="tr" data-link={link.key} sx={{ bgcolor: weakest ? "#ebe2c8" : undefined }}>
      <Box component="th" scope="row" sx={{ fontWeight: `${weakest ? 600 : 400} !important`, borderBottom: `1px solid ${hairline} !important` }} title={link.rule ? `${link.rule.says} (${link.rule.authority}; ${link.rule.source})` : undefined}>
        {link.name}
        {weakest && <Box component="span"> · weakest</Box>}
      </Box>
      <td>
        <StateText link={link} />
      </td>
      <td>
        <LoadBar share={link.share} state={link.state} reserve={reserve} label={link.share_text ?? ""} />
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
    </Box>
  );
}
