/** The reason behind one pair of the lot: its whole chain and its build, by the same assessment as any rig. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { LotReasoned, LotRow } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { LoadBar } from "../drawing/LoadBar";
import { FigureText } from "../parts/FigureText";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import type { Entries } from "../rig/typed";

interface Props {
  row: LotRow;
  side: "trailers" | "vehicles";
  entries: Entries;
  rig: number | null;
  close: () => void;
}

export function Reason({ row, side, entries, rig, close }: Props) {
  const { read } = useUnits();
  const body = { entries, rig, side, name: row.name, style: row.style };
  const reason = useQuery({ queryKey: ["lot reason", body], queryFn: () => api.settled<LotReasoned>(api.client.POST("/api/lot/reason/", { body })), gcTime: 10_000 });
  const links = reason.data?.planned.links ?? [];
  const order = ["over", "unknown"];
  const worstFirst = [...links].sort((one, other) => rank(order, one.state) - rank(order, other.state) || (other.share ?? 0) - (one.share ?? 0));
  const hitch = reason.data?.hitch;
  const kit = hitch?.kits.find((part) => part.state === "chosen") ?? hitch?.kits[0];
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="reason-title">
      <Box sx={{ p: 2.5 }}>
        <Slab size="dialog" component="h2" id="reason-title">
          {row.name}: {row.fits}
        </Slab>
        <Box sx={{ mb: 1 }}>Trailer at its GVWR, the school&apos;s upper share on the tongue ({reason.data?.rules.share ?? "…"}). Not weighed: before it is sold, weigh it.</Box>
        {reason.isError && <Box role="alert">{reason.error.message}</Box>}
        {kit && (
          <Box sx={{ mb: 1 }}>
            <b>{kit.name}</b>: {read(kit.reason)}
          </Box>
        )}
        <Table>
          <tbody>
            {worstFirst.map((link) => (
              <tr key={link.key}>
                <td>{link.name}</td>
                <Box component="td" sx={{ whiteSpace: "nowrap" }}>
                  <StateMark state={link.state} size={13} /> {link.word}
                </Box>
                <td>
                  <LoadBar share={link.share} state={link.state} reserve={reason.data?.rules.reserve ?? 0} label={link.share_text ?? ""} />
                </td>
                {link.state === "unknown" ? (
                  <Box component="td" colSpan={2} sx={{ color: pencil }}>
                    go and read: {link.ask}
                  </Box>
                ) : (
                  <>
                    <td>
                      <FigureText name={`${link.name}, demand`} figure={link.demand} />
                    </td>
                    <Box component="td" sx={{ color: inkSoft }}>
                      {link.rating && <>of <FigureText name={`${link.name}, rating`} figure={link.rating} /></>}
                    </Box>
                  </>
                )}
              </tr>
            ))}
          </tbody>
        </Table>
        <Box sx={{ textAlign: "right", mt: 1.5 }}>
          <Button onClick={close} variant="contained" autoFocus>
            Close
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}

function rank(order: string[], state: string): number {
  const at = order.indexOf(state);
  return at < 0 ? order.length : at;
}
