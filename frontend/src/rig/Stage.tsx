/**
 * The page of a rig below its head: the drawing, what never leaves the screen, and the work. The drawing scrolls away to a
 * strip; typing scrolls it there, a press on the strip and the top of the page open it again. Nothing jumps: it is only scrolled.
 */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode, type RefObject } from "react";

import { hairline, paper, TIGHT } from "../app/theme";

export const OPEN_HIGH = 252;
export const STRIP_HIGH = 80;
const FOLD = OPEN_HIGH - STRIP_HIGH;

interface Props {
  /** the drawing open, and as a strip; none where the station has none */
  drawing: ReactNode;
  strip: ReactNode;
  verdict: ReactNode;
  line: ReactNode;
  /** another one begins at its top */
  station: string;
  work: RefObject<HTMLElement | null>;
  hatch?: object;
  children: ReactNode;
}

/** Enter in a field goes to the next one, with Shift to the one before; a station that knows a better order has seen to it. */
function onward(event: KeyboardEvent<HTMLElement>) {
  if (event.key !== "Enter" || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
  const here = event.target;
  if (!(here instanceof HTMLInputElement || here instanceof HTMLSelectElement) || !here.dataset.path) return;
  event.preventDefault();
  const fields = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-path]:not(:disabled)")].filter((one) => one.checkVisibility());
  fields[fields.indexOf(here) + (event.shiftKey ? -1 : 1)]?.focus();
}

export function Stage({ drawing, strip, verdict, line, station, work, hatch, children }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const stuck = useRef<HTMLDivElement>(null);
  const [folded, setFolded] = useState(false);
  const top = drawing ? STRIP_HIGH : 0;
  const fold = drawing ? FOLD : 0;

  // What is scrolled to must not lie under what is stuck.
  useEffect(() => {
    const [box, head] = [scroller.current, stuck.current];
    if (!box || !head) return;
    const watch = new ResizeObserver(() => {
      box.style.scrollPaddingTop = `${top + head.offsetHeight + 8}px`;
    });
    watch.observe(head);
    return () => watch.disconnect();
  }, [top]);

  useEffect(() => {
    if (scroller.current) scroller.current.scrollTop = Math.min(scroller.current.scrollTop, FOLD);
    window.scrollTo(0, 0);
  }, [station]);

  return (
    <Box
      ref={scroller}
      onScroll={(event) => event.target === scroller.current && setFolded(scroller.current.scrollTop > FOLD / 2)}
      sx={{ flex: 1, minHeight: 0, overflow: "auto", [TIGHT]: { overflow: "visible" }, "@media print": { overflow: "visible" } }}
    >
      {drawing && (
        <Box
          component="section"
          aria-label="Side elevation"
          data-folded={folded}
          sx={{ height: OPEN_HIGH, position: "sticky", top: -FOLD, zIndex: 3, bgcolor: paper, borderBottom: `1px solid ${hairline}`, [TIGHT]: { position: "relative", top: 0, height: 170, zIndex: 0 }, "@media print": { position: "static" }, ...hatch }}
        >
          <Box inert={folded} sx={{ height: "100%", px: 1, ...(folded ? { visibility: "hidden" } : {}), [TIGHT]: { visibility: "visible" } }}>
            {drawing}
          </Box>
          {folded && (
            <Box sx={{ position: "absolute", left: 0, right: 0, bottom: 0, height: STRIP_HIGH, [TIGHT]: { display: "none" }, "@media print": { display: "none" } }}>
              <ButtonBase
                onClick={() => {
                  if (scroller.current) scroller.current.scrollTop = 0;
                }}
                sx={{ width: "100%", height: "100%", px: 2, gap: 3, justifyContent: "flex-start", font: "inherit", textAlign: "left" }}
              >
                {strip}
              </ButtonBase>
            </Box>
          )}
        </Box>
      )}
      <Box ref={stuck} sx={{ position: "sticky", top, zIndex: 2, bgcolor: paper, [TIGHT]: { display: "contents" }, "@media print": { position: "static" } }}>
        <Box sx={{ [TIGHT]: { position: "sticky", top: 0, zIndex: 4, bgcolor: paper, borderBottom: `1px solid ${hairline}` }, "@media print": { position: "static" } }}>{verdict}</Box>
        {line}
      </Box>
      <Box
        component="main"
        ref={work}
        onKeyDown={onward}
        onInput={() => {
          if (scroller.current && scroller.current.scrollTop < fold) scroller.current.scrollTop = fold;
        }}
        // high enough that the drawing can always be scrolled away
        sx={{ px: 2, py: 1.25, minHeight: `calc(100% - ${top}px)`, [TIGHT]: { minHeight: 0 }, "@media print": { minHeight: 0 } }}
      >
        {children}
      </Box>
    </Box>
  );
}
