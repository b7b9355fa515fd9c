/** A pad made for a tape: the whole inches that are likely, any other by its digits, then the sixteenths, by which one goes on;
 * or millimeters. What stands is replaced by the first key. */
import Box from "@mui/material/Box";
import { useState } from "react";

import { useHand } from "../app/scheme";
import { DIGITS, Key, SIXTEENTHS, taken } from "./Keypad";
import { inMm } from "./lengths";

interface Props {
  metric: boolean;
  /** what stands there */
  begin: string;
  /** about what is expected, mm */
  near: number | null;
  /** what is typed, as it is typed; blank where nothing is */
  set: (text: string) => void;
  /** it is whole, as it is typed */
  done: (text: string) => void;
}

const MM_PER_IN = 25.4;
/** so many whole inches are offered, from so many under what is expected */
const OFFERED = 6;
const UNDER = 2;

export function TapePad({ metric, begin, near, set, done }: Props) {
  const [hand] = useHand();
  const [fresh, setFresh] = useState(true);
  const { whole, part } = taken(begin, metric ? "millimetres" : "inches");
  const textOf = (now: { whole: string; part: string }) => {
    const text = [now.whole, now.part === "0" ? "" : now.part].filter(Boolean).join(" ");
    return text ? `${text} ${metric ? "mm" : "in"}` : "";
  };
  const put = (now: { whole: string; part: string }) => {
    setFresh(false);
    set(textOf(now));
  };
  const digit = (more: string) => put(fresh ? { whole: more, part: "" } : { whole: (whole + more).slice(0, metric ? 5 : 3), part });
  const back = () => put(part && part !== "0" ? { whole, part: "" } : { whole: whole.slice(0, -1), part: "" });
  // a whole inch with nothing behind it is whole once 0 is pressed
  const sixteenth = (one: string) => {
    put({ whole, part: one });
    done(textOf({ whole, part: one }));
  };
  const middle = inMm(begin) ?? near;
  const from = middle === null ? null : Math.max(0, Math.floor(middle / MM_PER_IN) - UNDER);
  const likely = from === null || metric ? [] : Array.from({ length: OFFERED }, (_, more) => String(from + more));

  return (
    <Box
      onKeyDown={(event) => {
        if (/^\d$/.test(event.key)) digit(event.key);
        else if (event.key === "Backspace") back();
        else if (event.key === "Enter" && !(event.target instanceof HTMLButtonElement && event.target.dataset.key)) done(begin);
        else return;
        event.preventDefault();
      }}
      sx={{ "--key": "62px", "--figure": "1.6rem" }}
    >
      {likely.length > 0 && (
        <Box role="group" aria-label="Likely whole inches" sx={{ display: "grid", gridTemplateColumns: `repeat(${OFFERED}, 1fr)`, gap: 0.75, mb: 0.75 }}>
          {likely.map((one) => (
            <Key key={one} press={() => put({ whole: one, part: "" })} on={whole === one}>
              {one}
            </Key>
          ))}
        </Box>
      )}
      <Box data-hand={hand} sx={{ display: "grid", gridTemplateColumns: metric ? "1fr" : hand === "left" ? "4fr 3fr" : "3fr 4fr", direction: hand === "left" ? "rtl" : "ltr", "& > *": { direction: "ltr" }, ...(metric ? { maxWidth: 560, ml: hand === "right" ? "auto" : 0 } : {}), gap: 1.5 }}>
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(3, 1fr)", gap: 0.75 }} role="group" aria-label={metric ? "Digits" : "Whole inches"}>
          {DIGITS.map((one) => (
            <Key key={one} press={() => digit(one)}>
              {one}
            </Key>
          ))}
          {metric ? (
            <Key press={() => done(begin)} name="The next height">
              →
            </Key>
          ) : (
            <Key press={() => put({ whole: "", part: "" })} name="Clear">
              C
            </Key>
          )}
          <Key press={() => digit("0")}>0</Key>
          <Key press={back} name="Delete the last">
            ⌫
          </Key>
        </Box>
        {!metric && (
          <Box sx={{ display: "grid", gridTemplateColumns: "repeat(4, 1fr)", gap: 0.75 }} role="group" aria-label="Sixteenths">
            {SIXTEENTHS.map((one) => (
              <Key key={one} press={() => sixteenth(one)} on={part === one}>
                {one}
              </Key>
            ))}
          </Box>
        )}
      </Box>
    </Box>
  );
}
