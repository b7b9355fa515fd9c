/** Every school of one question: what it does in a sentence, and a small sketch of it. */
import Box from "@mui/material/Box";
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { SchoolCard } from "../api/types";
import { hairline, ink, inkSoft, paper, wash } from "../app/theme";
import { Fold } from "../parts/Fold";

export function useSchools() {
  return useQuery({ queryKey: ["schools"], queryFn: () => api.settled<SchoolCard[]>(api.client.GET("/api/house/schools/")), staleTime: Infinity });
}

export function SchoolCards({ cards, chosen }: { cards: SchoolCard[]; chosen: string }) {
  if (!cards.length) return null;
  return (
    <Fold name={`schools ${cards[0]?.field}`} usual={false} title={<Box component="span" sx={{ fontSize: "0.9rem" }}>What each of these {cards.length} does</Box>}>
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {cards.map((card) => (
          <Box component="li" key={card.key} data-school-card={card.key} sx={{ display: "grid", gridTemplateColumns: "104px minmax(0, 1fr)", gap: 1.25, py: 0.5, borderBottom: `1px solid ${hairline}`, bgcolor: card.key === chosen ? wash : undefined }}>
            <Sketch card={card} />
            <Box sx={{ lineHeight: 1.25 }}>
              <b>{card.name}</b>
              {card.key === chosen && " · chosen here"}
              <Box>{card.means}</Box>
              <Box sx={{ color: inkSoft, fontSize: "0.85rem" }}>{card.source}</Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Fold>
  );
}

const W = 100;

/** A band on its question's scale; or what is changed after what. */
function Sketch({ card }: { card: SchoolCard }) {
  return (
    <Box component="svg" viewBox={`0 0 ${W} 30`} aria-hidden="true" sx={{ width: W, height: 30, mt: 0.5 }}>
      {card.stages.length > 0 ? (
        card.stages.map((stage, index) => (
          <g key={stage}>
            <rect x={2 + index * 34} y="6" width="24" height="18" fill={index === 0 ? ink : paper} stroke={ink} />
            <text x={14 + index * 34} y="19" textAnchor="middle" fontSize="11" fontWeight="600" fill={index === 0 ? paper : ink}>
              {index + 1}
            </text>
            {index > 0 && <path d={`M${28 + (index - 1) * 34} 15h6`} stroke={ink} />}
          </g>
        ))
      ) : (
        <>
          <path d={`M2 20H${W - 2}M2 15v10M${W - 2} 15v10`} stroke={inkSoft} />
          {card.low !== null ? (
            <rect x={2 + card.low * (W - 4)} y="10" width={Math.max(3, ((card.high ?? card.low) - card.low) * (W - 4))} height="15" fill={ink} />
          ) : (
            <path d={`M8 24Q${W / 2} -6 ${W - 8} 24`} fill="none" stroke={ink} strokeWidth="1.6" strokeDasharray="5 4" />
          )}
        </>
      )}
    </Box>
  );
}
