import Box from "@mui/material/Box";

import { ReadSheet } from "../parts/ReadSheet";

const SHEET: [string, string][] = [
  ["f", "the floor"],
  ["n", "a new rig"],
  ["l", "the lot"],
  ["d, m", "the day; my jobs of today"],
  [", .", "on the day: the day or week before, and after"],
  ["1 … 6", "go to a station: Meet, Load, Weigh, Ratings, Height, Hitch"],
  ["7 8 9", "of a saved rig: Bay, Hand-over, Record"],
  ["i", "to the first field of the station"],
  ["v", "to the station that the verdict speaks of"],
  ["0", "the first answer; there Enter goes to the next figure, and F2 says where one comes from"],
  ["x", "exaggerate sag and pitch in the drawing five times"],
  ["h", "to the customer's name"],
  ["c", "the customer's view, and back from it"],
  ["w", "what the trade's words mean"],
  ["Enter, F2, Esc", "in a field: to the next one; where the figure comes from; out of the field"],
  ["u", "change units"],
  ["Ctrl + s", "save the rig"],
  ["Ctrl + z", "outside a field: take the last step back"],
  ["↑ ↓", "in a field: 1/16 in or 1 mm, 1 lb or 1 kg; with Shift, ten times that"],
  ["← →", "on a load in the drawing: an inch or 10 mm forward or rearward; with Shift, a foot or 100 mm"],
  ["Enter", "on a figure: its working"],
  ["?", "this sheet"],
];

export function ShortcutSheet({ open, close }: { open: boolean; close: () => void }) {
  return (
    <ReadSheet title="Keys" open={open} close={close}>
        <Box component="dl" sx={{ display: "grid", gridTemplateColumns: "auto 1fr", columnGap: 3, rowGap: 0.5, m: 0 }}>
          {SHEET.map(([key, does]) => (
            <Box key={key} sx={{ display: "contents" }}>
              <Box component="dt" sx={{ fontWeight: 600 }}>
                {key}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {does}
              </Box>
            </Box>
          ))}
        </Box>
        <p>Single keys rest while you type in a field; press Escape or Tab out of it first.</p>
    </ReadSheet>
  );
}
