/** A text in which the trade's words can be pressed: each opens its card. By keys they are all on the sheet of words. */
import Box from "@mui/material/Box";
import Popover from "@mui/material/Popover";
import { useState } from "react";

import { inkSoft } from "../app/theme";
import { Slab } from "../parts/Slab";
import { Sketch } from "./Sketch";
import { cut, wordOf, WORDS, type WordKey } from "./words";

export function Worded({ children }: { children: string }) {
  const parts = cut(children);
  if (parts.length === 1) return <>{children}</>;
  return (
    <>
      {parts.map((part, index) => {
        const key = wordOf(part);
        return key ? <Word key={index} word={key} text={part} /> : part;
      })}
    </>
  );
}

function Word({ word, text }: { word: WordKey; text: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Box
        component="span"
        data-word={word}
        title="What is that?"
        onClick={(event: React.MouseEvent<HTMLElement>) => {
          event.stopPropagation();
          setAnchor(event.currentTarget);
        }}
        sx={{ borderBottom: `1px dotted ${inkSoft}`, cursor: "help" }}
      >
        {text}
      </Box>
      <Popover open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} anchorOrigin={{ vertical: "bottom", horizontal: "left" }}>
        <WordCard word={word} />
      </Popover>
    </>
  );
}

export function WordCard({ word }: { word: WordKey }) {
  return (
    <Box role="note" aria-label={`The word ${word}`} sx={{ p: 1.5, width: 300 }}>
      <Slab size="panel" component="p" sx={{ textTransform: "capitalize" }}>
        {word}
      </Slab>
      <Sketch word={word} />
      {WORDS[word]}
    </Box>
  );
}
