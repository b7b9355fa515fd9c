/** All the words, each with its card. */
import Box from "@mui/material/Box";

import { ReadSheet } from "../parts/ReadSheet";
import { WordCard } from "./Worded";
import { WORDS, type WordKey } from "./words";

export function WordsSheet({ open, close }: { open: boolean; close: () => void }) {
  return (
    <ReadSheet title="Words" open={open} close={close} wide="lg">
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(270px, 1fr))" }}>
        {(Object.keys(WORDS) as WordKey[]).map((word) => (
          <WordCard key={word} word={word} />
        ))}
      </Box>
    </ReadSheet>
  );
}
