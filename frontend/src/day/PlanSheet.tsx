/** A proposal for all open jobs: what would be placed and moved, from where to where, and why there. Nothing moves before it is taken. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useMutation } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { Board, DayPlan } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { useAgain } from "./useBoard";

export function PlanSheet({ plan, problem, close }: { plan: DayPlan | undefined; problem: string | undefined; close: () => void }) {
  const again = useAgain();
  const take = useMutation<Board, Refusal>({
    mutationFn: () => {
      const placed = (plan?.moves ?? []).map(({ job, version, to }) => ({ job, version, day: to.day as string | null, minute: to.minute, place: to.place as number | null, person: to.person }));
      const off = (plan?.unplaced ?? []).filter((one) => one.stands).map(({ job, version }) => ({ job, version, day: null, minute: 0, place: null, person: null }));
      return api.settled<Board>(api.client.POST("/api/day/take/", { body: { moves: [...placed, ...off] } }));
    },
    onSuccess: () => close(),
    onSettled: () => void again(),
  });
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="plan-head">
      <Box sx={{ p: 2, display: "grid", gap: 1.25 }}>
        <Slab component="h2" size="dialog" id="plan-head">A proposal for every open job</Slab>
        {!plan && <Box role="status">{problem ?? "Looking, for five seconds at the most…"}</Box>}
        {plan && (
          <>
            <Box role="status">{plan.says}</Box>
            {plan.moves.length > 0 && (
              <Box component="table" sx={{ borderCollapse: "collapse", width: "100%", "& td, & th": { textAlign: "left", verticalAlign: "baseline", borderBottom: `1px solid ${hairline}`, pr: 1, py: 0.4 } }}>
                <thead>
                  <tr>
                    <th scope="col">Job</th>
                    <th scope="col">Now</th>
                    <th scope="col">Then</th>
                    <th scope="col">Why there</th>
                  </tr>
                </thead>
                <tbody>
                  {plan.moves.map((one) => (
                    <tr key={one.job} data-move={one.job}>
                      <td><b>{one.name}</b></td>
                      <Box component="td" sx={{ color: inkSoft }}>{one.was}</Box>
                      <td>{one.to.text}</td>
                      <td>{one.why.join("; ")}</td>
                    </tr>
                  ))}
                </tbody>
              </Box>
            )}
            {plan.unplaced.map((one) => (
              <Box key={one.job} data-unplaced={one.job} sx={{ display: "flex", gap: 0.75 }}>
                <StateMark state="refused" size={15} />
                <span>
                  <b>{one.name}</b>, no slot: {one.why.join("; ")}.{one.stands && ` It would be taken off the board, where it stands ${one.was}.`}
                </span>
              </Box>
            ))}
            {take.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{take.error.message}</Box>}
          </>
        )}
        <Box sx={{ display: "flex", gap: 1 }}>
          {plan && (plan.moves.length > 0 || plan.unplaced.some((one) => one.stands)) && <Button variant="contained" disabled={take.isPending} onClick={() => take.mutate()}>Take it</Button>}
          <Button onClick={close}>Leave all as it is</Button>
        </Box>
      </Box>
    </Dialog>
  );
}
