/** A keypad made for a tape: whole inches, then sixteenths; or millimetres; or a count, halves where links may be halved; or a
 * number in the unit of its label. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";

import { useHand } from "../app/scheme";
import { hairline, ink, paper, pencil } from "../app/theme";
import { Slab } from "../parts/Slab";

export const SIXTEENTHS = ["0", "1/16", "1/8", "3/16", "1/4", "5/16", "3/8", "7/16", "1/2", "9/16", "5/8", "11/16", "3/4", "13/16", "7/8", "15/16"];
export const DIGITS = ["1", "2", "3", "4", "5", "6", "7", "8", "9"];

/** what is typed as a plain number, by its unit; and those of it that have a decimal point */
const PLAIN = ["psi", "kPa", "lb", "kg", "kN", "sq ft", "m²"] as const;
const DECIMAL: PadKind[] = ["kN", "sq ft", "m²"];
export type PadKind = "inches" | "millimetres" | "count" | (typeof PLAIN)[number];
const UNIT: Partial<Record<PadKind, string>> = { inches: "in", millimetres: "mm", count: "" };

interface Props {
  kind: PadKind;
  /** into how many parts one of a count may be divided */
  parts: number;
  begin: string;
  problem: string;
  /** why what is typed so far cannot be; blank where it can */
  check?: (text: string) => string;
  done: (text: string) => void;
  /** on a phone: keys of a thumb's size, so that all of it is on the screen */
  small?: boolean;
}

/** “22 3/4” into its whole inches and its sixteenths; anything else begins anew. */
export function taken(begin: string, kind: PadKind): { whole: string; part: string } {
  const plain = PLAIN.find((unit) => unit === kind);
  if (plain) return { whole: begin.endsWith(plain) ? begin.slice(0, -plain.length).trim() : "", part: "" };
  const clean = begin.replace(/\s*(in|mm)$/, "");
  const found = /^(\d*)(?:[\s-]*(\d+\/\d+))?$/.exec(clean);
  if (!found || (kind === "millimetres") !== /mm$/.test(begin)) return { whole: kind === "count" ? clean : "", part: "" };
  return { whole: found[1] ?? "", part: found[2] ?? "" };
}

export function Keypad({ kind, parts, begin, problem, check, done, small = false }: Props) {
  const [{ whole, part }, set] = useState(() => taken(begin, kind));
  const unit = UNIT[kind] ?? kind;
  const decimal = DECIMAL.includes(kind);
  const [hand] = useHand();
  const fraction = part && part !== "0" ? part : "";
  const text = [whole, fraction].filter(Boolean).join(" ");
  const digit = (more: string) => set({ whole: (whole + more).slice(0, kind === "inches" ? 3 : 5), part });
  const wrong = (text && check ? check(`${text} ${unit}`.trim()) : "") || problem;
  const point = () => !whole.includes(".") && set({ whole: `${whole || "0"}.`, part });
  const ofOne = Array.from({ length: parts - 1 }, (_, at) => (2 * (at + 1) === parts ? "1/2" : `${at + 1}/${parts}`));
  const share = (ofOne.indexOf(part) + 1) / parts;
  const finish = () => done(kind === "count" ? (share ? String(Number(whole || "0") + share) : whole) : text ? `${text} ${unit}` : "");

  return (
    <Box
      onKeyDown={(event) => {
        if (/^\d$/.test(event.key)) digit(event.key);
        else if (decimal && [".", ","].includes(event.key)) point();
        else if (event.key === "Backspace") set(part ? { whole, part: "" } : { whole: whole.slice(0, -1), part });
        else if (event.key === "Enter" && !(event.target instanceof HTMLButtonElement && event.target.dataset.key)) finish();
        else return;
        event.preventDefault();
      }}
    >
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 1.5, borderBottom: `3px solid ${ink}`, minHeight: small ? 52 : 78, px: 1 }} role="status" aria-label="As typed">
        <Slab size="inherit" component="span" sx={{ fontSize: small ? "2.2rem" : "3.4rem", lineHeight: 1.2 }} data-typed>
          {text || "\u00a0"}
        </Slab>
        <Box component="span" sx={{ fontSize: "1.8rem" }}>
          {kind === "count" && part ? "" : unit}
        </Box>
      </Box>
      <Box role="alert" sx={{ color: pencil, fontWeight: 600, fontSize: "1.15rem", minHeight: small ? "1.3em" : "1.6em", px: 1 }}>
        {wrong}
      </Box>
      <Box data-hand={hand} sx={{ display: "grid", gridTemplateColumns: kind !== "inches" ? "1fr" : hand === "left" ? "4fr 3fr" : "3fr 4fr", direction: hand === "left" ? "rtl" : "ltr", "& > *": { direction: "ltr" }, ...(kind === "inches" || small ? {} : { maxWidth: 560, ml: hand === "right" ? "auto" : 0 }), gap: 1.5, mt: small ? 0.5 : 1.25, "--key": small ? "54px" : "74px", "--figure": small ? "1.15rem" : "1.7rem" }}>
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(3, 1fr)", gap: 0.75 }} role="group" aria-label={kind === "inches" ? "Whole inches" : "Digits"}>
          {DIGITS.map((one) => (
            <Key key={one} press={() => digit(one)}>
              {one}
            </Key>
          ))}
          {parts > 1 ? (
            <Key press={() => set({ whole, part: ofOne[ofOne.indexOf(part) + 1] ?? "" })} on={part !== ""} name="Part of one">
              {part || ofOne.join(" ")}
            </Key>
          ) : decimal ? (
            <Key press={point} name="Decimal point">
              .
            </Key>
          ) : (
            <Key press={() => set({ whole: "", part: "" })} name="Clear">
              C
            </Key>
          )}
          <Key press={() => digit("0")}>0</Key>
          <Key press={() => set(part && parts === 1 ? { whole, part: "" } : { whole: whole.slice(0, -1), part })} name="Delete the last">
            ⌫
          </Key>
        </Box>
        {kind === "inches" && (
          <Box sx={{ display: "grid", gridTemplateColumns: "repeat(4, 1fr)", gap: 0.75 }} role="group" aria-label="Sixteenths">
            {SIXTEENTHS.map((one) => (
              <Key key={one} press={() => set({ whole, part: one })} on={part === one || (one === "0" && part === "")}>
                {one}
              </Key>
            ))}
          </Box>
        )}
      </Box>
      <Box sx={{ mt: 1.25 }}>
        <BigButton press={finish} strong>
          Write it down
        </BigButton>
      </Box>
    </Box>
  );
}

export function Key({ children, press, on = false, name }: { children: string; press: () => void; on?: boolean; name?: string }) {
  return (
    <ButtonBase
      className="no-print"
      onClick={press}
      aria-label={name ?? children}
      aria-pressed={on || undefined}
      data-key
      sx={{ minHeight: "var(--key)", minWidth: 0, fontSize: "var(--figure)", fontWeight: 600, fontFamily: "inherit", border: `1.5px solid ${on ? ink : hairline}`, bgcolor: on ? ink : "background.paper", color: on ? paper : ink }}
    >
      {children}
    </ButtonBase>
  );
}

export function BigButton({ children, press, strong = false, disabled = false, current = false }: { children: React.ReactNode; press: () => void; strong?: boolean; disabled?: boolean; current?: boolean }) {
  const dark = strong || current;
  return (
    <ButtonBase
      className="no-print"
      onClick={press}
      disabled={disabled}
      aria-pressed={current || undefined}
      sx={{ width: "100%", minHeight: 66, px: 2, fontSize: "1.35rem", fontWeight: 600, fontFamily: "inherit", textAlign: "center", border: `2px solid ${ink}`, bgcolor: dark ? ink : "background.paper", color: dark ? paper : ink, opacity: disabled ? 0.45 : 1 }}
    >
      {children}
    </ButtonBase>
  );
}
