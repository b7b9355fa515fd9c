/**
 * The load path in physical order beneath the elevation: each link a column, its share used by height,
 * the reserve a notch, what is not known of it a band, an unknown link a gap. A line leads to its part.
 */
import Box from "@mui/material/Box";
import { useEffect, useRef, useState } from "react";

import type { Elevation, Link } from "../api/types";
import { hairline, ink, inkSoft, paper, pencil, wash } from "../app/theme";
import { frameOf } from "./ElevationDrawing";

/** What stands under a column; the whole name is told on it and in the table. */
const SHORT: Record<string, string> = {
  front_gawr: "GAWR", rear_gawr: "GAWR", tow_rating: "tow", tongue_limit: "tongue", payload: "payload", gvwr: "GVWR", gcwr: "GCWR",
  receiver_gross: "gross", receiver_tongue: "tongue", receiver_d: "D", sleeve_gross: "sleeve", sleeve_tongue: "sleeve",
  shank_gross: "gross", shank_tongue: "tongue", hitch_gross: "gross", hitch_tongue: "tongue", ball: "rating",
  coupler: "rating", coupler_tongue: "S", coupler_d: "D", coupler_v: "V", chains: "chains", trailer_gvwr: "GVWR", frontal_area: "area",
  trailer_axles: "axles", trailer_tyres: "tyres", front_tyres: "tyre", rear_tyres: "tyres",
  ...Object.fromEntries([1, 2, 3].flatMap((n) => [[`axle_${n}`, `axle ${n}`], [`axle_${n}_tyres`, "tyres"], [`axle_${n}_wheels`, "wheels"]])),
};

const HIGH = 164;
const TOP = 34; // room for the leaders
const FULL = 78; // px of a rating
const ELEVATION_HIGH = 252;

/** The parts in physical order, from the vehicle's nose rearward, and what each is called. */
const GROUPS: { part: string; word: string }[] = [
  { part: "front_axle", word: "front axle" },
  { part: "vehicle", word: "vehicle" },
  { part: "rear_axle", word: "rear axle" },
  { part: "receiver", word: "receiver" },
  { part: "shank", word: "shank" },
  { part: "hitch", word: "hitch" },
  { part: "ball", word: "ball" },
  { part: "coupler", word: "coupler" },
  { part: "trailer", word: "trailer" },
  { part: "trailer_axles", word: "axles, tyres" },
];

interface Props {
  elevation: Elevation;
  links: Link[];
  reserve: number;
  weakest: string | null;
  pick: (key: string) => void;
}

export function LoadPath({ elevation: e, links, reserve, weakest, pick }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [wide, setWide] = useState(1230);
  useEffect(() => {
    if (!box.current) return;
    const watch = new ResizeObserver(([entry]) => entry && setWide(entry.contentRect.width));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);

  // The elevation above is fitted into the same width less its margins: the same mm come to the same pixel.
  const { left, right, px } = frameOf(e, false, false, wide + 16, ELEVATION_HIGH);
  const margin = (wide - (right - left) / px) / 2;
  const at = (mm: number) => margin + (mm - left) / px;
  const xs: Record<string, number> = {
    front_axle: 0,
    vehicle: e.wheelbase * 0.45,
    rear_axle: e.wheelbase,
    receiver: e.ball_x - 420,
    shank: e.ball_x - 130,
    hitch: e.ball_x + 260,
    ball: e.ball_x,
    coupler: e.ball_x + 120,
    trailer: (e.rail_from_x + e.rail_to_x) / 2,
    trailer_axles: e.trailer_axle_x,
  };

  const present = GROUPS.map((group) => ({ ...group, links: links.filter((link) => link.part === group.part && link.kind === "load") })).filter((group) => group.links.length);
  const count = present.reduce((sum, group) => sum + group.links.length, 0);
  const gap = 14;
  const step = Math.min(46, (wide - gap * present.length - 8) / Math.max(1, count));
  const begin = (wide - count * step - gap * (present.length - 1)) / 2;
  const groups = present.map((group, index) => {
    const before = present.slice(0, index).reduce((sum, one) => sum + one.links.length, 0);
    const from = begin + before * step + index * gap;
    return { ...group, from, to: from + group.links.length * step };
  });

  return (
    <Box ref={box} sx={{ width: "100%", mb: 0.5 }}>
      <Box component="svg" viewBox={`0 0 ${wide} ${HIGH}`} role="group" aria-label="The load path, vehicle to trailer" sx={{ width: "100%", height: HIGH, display: "block" }}>
        {groups.map((group) => {
          const { from, to } = group;
          const middle = (from + to) / 2;
          return (
            <g key={group.part}>
              <path d={`M${at(xs[group.part] ?? 0)} 0L${middle} ${TOP - 12}V${TOP - 8}M${from + 2} ${TOP - 8}H${to - 2}`} fill="none" stroke={hairline} strokeWidth="1.2" />
              {group.links.map((link, index) => (
                <Column key={link.key} link={link} x={from + index * step} width={step} reserve={reserve} weakest={link.key === weakest} pick={pick} />
              ))}
              <text x={middle} y={HIGH - 4} textAnchor="middle" fontSize="12.5" fill={inkSoft} fontStyle="italic">
                {group.word}
              </text>
            </g>
          );
        })}
        <path d={`M0 ${HIGH - 34 - FULL}H${wide}`} stroke={ink} strokeWidth="0.9" strokeDasharray="1 3" />
        <text x={4} y={HIGH - 38 - FULL} fontSize="11.5" fill={inkSoft}>
          rating
        </text>
      </Box>
    </Box>
  );
}

function Column({ link, x, width, reserve, weakest, pick }: { link: Link; x: number; width: number; reserve: number; weakest: boolean; pick: (key: string) => void }) {
  const base = HIGH - 34;
  const w = Math.min(18, width - 8);
  const left = x + (width - w) / 2;
  const top = base - FULL;
  const share = link.share;
  const used = Math.min(share ?? 0, 1.14) * FULL;
  const rating = link.rating?.value ?? 0;
  const spread = rating && link.demand?.spread_value ? (link.demand.spread_value / rating) * FULL : 0;
  const words = `${link.name}: ${link.word}${link.share_text ? `, ${link.share_text} of its rating used` : " against its rating"}${link.may_be_over ? ", may be over" : ""}`;
  return (
    <g role="button" tabIndex={0} aria-label={words} style={{ cursor: "pointer" }} onClick={() => pick(link.key)} onKeyDown={(event) => (event.key === "Enter" || event.key === " ") && (event.preventDefault(), pick(link.key))}>
      <title>{words}</title>
      <rect x={x} y={TOP - 8} width={width} height={HIGH - TOP} fill={weakest ? wash : "transparent"} />
      <text aria-hidden="true" x={x + width / 2} y={base + 13} textAnchor="middle" fontSize="11.5" fill={ink} fontWeight={weakest ? 600 : 400}>
        {SHORT[link.key]}
      </text>
      {share === null ? (
        <g>
          <path d={`M${left} ${top}v${FULL * 0.3}M${left + w} ${top}v${FULL * 0.3}M${left} ${base}v${-FULL * 0.3}M${left + w} ${base}v${-FULL * 0.3}M${left} ${base}h${w}`} stroke={pencil} strokeWidth="1.4" strokeDasharray="3 3" fill="none" />
          <text aria-hidden="true" x={x + width / 2} y={base - FULL / 2 + 5} textAnchor="middle" fontSize="16" fontWeight="600" fill={pencil}>
            ?
          </text>
        </g>
      ) : (
        <g>
          <rect x={left} y={top} width={w} height={FULL} fill={paper} stroke={inkSoft} strokeWidth="0.9" />
          <rect x={left} y={base - used} width={w} height={used} fill={link.state === "over" ? pencil : ink} />
          {spread > 1 && (
            <g stroke={pencil} strokeWidth="1.4">
              <path d={`M${left + w + 3.5} ${Math.max(TOP - 4, base - used - spread)}V${Math.min(base, base - used + spread)}`} />
              <path d={`M${left + w + 1} ${Math.max(TOP - 4, base - used - spread)}h5M${left + w + 1} ${Math.min(base, base - used + spread)}h5`} />
            </g>
          )}
          <path d={`M${left - 4} ${base - FULL * (1 - reserve)}h5`} stroke={ink} strokeWidth="1.6" />
        </g>
      )}
    </g>
  );
}
