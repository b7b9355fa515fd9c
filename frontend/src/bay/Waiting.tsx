/** What waits on this device, and what the server would not write. */
import Box from "@mui/material/Box";

import { pencil } from "../app/theme";
import { BigButton } from "./Keypad";
import type { Queue } from "./queue";

export function Waiting({ queue, old, typeAgain }: { queue: Queue; old: boolean; typeAgain: (path: string) => void }) {
  const count = queue.parcels.reduce((sum, one) => sum + Object.keys(one.entries).length, 0);
  const stuck = queue.parcels.find((one) => one.problem && queue.mine(one));
  // While all goes well it stays one line of one height: nothing may move under a finger that is about to tap.
  if (!old && !stuck && !queue.whose && (!count || !queue.unanswered)) {
    return (
      <Box role="status" aria-label={count ? "On its way" : "Sent"} sx={{ px: 2, pt: 0.25 }}>
        {count ? `${count} ${count === 1 ? "reading is" : "readings are"} on the way.` : "Everything typed here is sent and saved."}
      </Box>
    );
  }
  return (
    <Box role="status" aria-label="Not yet sent" sx={{ mx: 2, my: 0.75, p: 1, border: `2px dashed ${pencil}`, fontSize: "1.1rem" }}>
      <b>{count ? `${count} ${count === 1 ? "reading" : "readings"} not yet sent.` : "The server does not answer."}</b>{" "}
      {queue.whose && `Some were typed by ${queue.whose}, and go off when ${queue.whose} signs in here again. `}
      {stuck || queue.whose ? "" : "They are kept on this tablet and go off in order as soon as the server answers."} {old && "The advice below is the last that was worked out."}
      {stuck && (
        <Box role="alert" sx={{ mt: 0.75 }}>
          {Object.entries(stuck.entries).map(([path, entry]) => (
            <div key={path}>
              Typed here: <b>{entry?.is}</b>. {stuck.problem}
              {stuck.theirs?.[path] && (
                <>
                  {" "}
                  Written by somebody else: <b>{stuck.theirs[path].is}</b>.
                </>
              )}
            </div>
          ))}
          <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1, mt: 0.75 }}>
            <BigButton
              press={() => {
                queue.drop(stuck.key);
                const path = Object.keys(stuck.entries)[0];
                if (!stuck.theirs && path) typeAgain(path);
              }}
            >
              {stuck.theirs ? "Keep theirs" : "Type it again"}
            </BigButton>
            <BigButton press={() => queue.insist(stuck.key)}>{stuck.theirs ? "Write mine" : "Send it again"}</BigButton>
          </Box>
        </Box>
      )}
    </Box>
  );
}
