/** The frame around every page: the bar across the top, the unit switch, the shortcut sheet. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import visuallyHidden from "@mui/utils/visuallyHidden";
import { useState, useSyncExternalStore, type ReactNode } from "react";
import { Link as RouterLink, useNavigate } from "react-router";

import { signedOut } from "../api/client";
import type { Session } from "../api/types";
import { BeamMark } from "../parts/BeamMark";
import { PracticeBar } from "../practice/PracticeBar";
import { ShortcutSheet } from "./ShortcutSheet";
import { SignInAgain } from "./SignInAgain";
import { WordsSheet } from "../words/WordsSheet";
import { useKeys } from "./keys";
import { useIdleEnd, useSignOut } from "./session";
import { ink, paper, slab, TIGHT } from "./theme";
import { useUnits } from "./units";

const PHONE = "@media (max-width: 600px)";

export function Shell({ session, children }: { session: Session; children: ReactNode }) {
  const { system, toggle } = useUnits();
  const [sheet, setSheet] = useState(false);
  const [words, setWords] = useState(false);
  const [menu, setMenu] = useState(false);
  const signOut = useSignOut();
  const ended = useSyncExternalStore(signedOut.listen, signedOut.now);
  const go = useNavigate();
  useIdleEnd(session);
  useKeys({ "?": () => setSheet(true), w: () => setWords(true), u: toggle, f: () => go("/"), n: () => session.may.includes("open_rig") && go("/rigs/new/meet"), l: () => go("/lot"), d: () => go("/day"), m: () => go("/day/mine") });

  return (
    <Box sx={{ display: "flex", flexDirection: "column", height: "100vh", [TIGHT]: { height: "auto" }, "@media print": { height: "auto" } }}>
      <Box
        component="header"
        sx={{ "@media print": { display: "none" }, "@media (max-width: 900px)": { "& a, & button": { minHeight: 44 }, "& a": { display: "inline-flex", alignItems: "center" } }, display: "flex", alignItems: "center", gap: 1.25, px: 2, py: 0.5, bgcolor: ink, color: paper, flexWrap: "wrap" }}
      >
        <Link component={RouterLink} to="/" underline="none" color="inherit" sx={{ display: "flex", alignItems: "center", gap: 1 }}>
          <BeamMark width={34} />
          <Typography component="span" sx={{ fontFamily: slab, fontWeight: 600, fontSize: "1.1rem" }}>
            Stathmos
          </Typography>
        </Link>
        <Button onClick={() => setMenu(!menu)} aria-expanded={menu} color="inherit" variant="text" sx={{ display: "none", minHeight: 44, [PHONE]: { display: "inline-flex" } }}>
          Menu
        </Button>
        {/* on a phone behind a press: the work has the screen */}
        <Box component="nav" aria-label="Pages" sx={{ display: "flex", alignItems: "center", gap: 1.25, flexWrap: "wrap", whiteSpace: "nowrap", [PHONE]: menu ? { order: 3, width: "100%", rowGap: 1, "& a": { minHeight: 44, display: "inline-flex", alignItems: "center" } } : { display: "none" } }}>
          <Link component={RouterLink} to="/" color="inherit">
            The floor
          </Link>
          <Link component={RouterLink} to="/day" color="inherit">
            The day
          </Link>
          {session.may.includes("fit") && !session.may.includes("open_rig") && (
            <Link component={RouterLink} to="/day/mine" color="inherit">
              My jobs
            </Link>
          )}
          {session.may.includes("open_rig") && (
            <Link component={RouterLink} to="/rigs/new/meet" color="inherit">
              New rig
            </Link>
          )}
          {session.may.includes("open_rig") && (
            <Link component={RouterLink} to="/rigs/new/desk" color="inherit">
              First answer
            </Link>
          )}
          <Link component={RouterLink} to="/lot" color="inherit">
            The lot
          </Link>
          <Link component={RouterLink} to="/catalogue" color="inherit">
            Catalogue
          </Link>
          <Link component={RouterLink} to="/house" color="inherit">
            House rules
          </Link>
          <Link component={RouterLink} to="/practice" color="inherit">
            Practice
          </Link>
          {session.may.includes("oversee") && (
            <Link component={RouterLink} to="/overview" color="inherit">
              Overview
            </Link>
          )}
          {session.may.includes("keep_people") && (
            <Link component={RouterLink} to="/people" color="inherit">
              People
            </Link>
          )}
        </Box>
        <Box sx={{ flex: 1 }} />
        <Button
          onClick={toggle}
          color="inherit"
          variant="text"
        >
          <Box component="span" sx={visuallyHidden}>
            Units: {system === "us" ? "pounds and inches" : "kilograms and millimetres"} of
          </Box>
          <Unit on={system === "us"}>lb · in</Unit>
          <Unit on={system === "metric"}>kg · mm</Unit>
        </Button>
        <Box sx={{ display: "flex", alignItems: "center", gap: 1, whiteSpace: "nowrap", "& button": { minWidth: 0, px: 0.75 }, [PHONE]: menu ? { order: 4 } : { display: "none" } }}>
          <Button onClick={() => setWords(true)} color="inherit" variant="text" sx={{ "@media (max-width: 900px)": { display: "none" } }}>
            Words
          </Button>
          <Button onClick={() => setSheet(true)} color="inherit" variant="text" sx={{ "@media (max-width: 900px)": { display: "none" } }}>
            Keys ?
          </Button>
          <Link component={RouterLink} to="/me" color="inherit" title="Your name, your password, signing out everywhere">
            {session.name}
            <Box component="span" sx={{ "@media (max-width: 900px)": { display: "none" } }}>
              , {session.role}
            </Box>
          </Link>
          <Button onClick={() => signOut.mutate()} color="inherit" variant="text">
            Sign out
          </Button>
        </Box>
      </Box>
      <PracticeBar />
      {children}
      {ended && <SignInAgain session={session} />}
      <WordsSheet open={words} close={() => setWords(false)} />
      <ShortcutSheet open={sheet} close={() => setSheet(false)} />
    </Box>
  );
}

function Unit({ on, children }: { on: boolean; children: string }) {
  return (
    <Box component="span" sx={{ px: 0.8, border: "1px solid", borderColor: paper, bgcolor: on ? paper : "transparent", color: on ? ink : paper }}>
      {children}
    </Box>
  );
}
