/** The look, in one place: a drawn plate in a workshop manual. Paper, ink, and the inspector's red pencil. */
import { createTheme } from "@mui/material/styles";

/** Everything that is coloured, in each scheme: paper at the desk; in the bay a dark one for the evening and one for the sun. */
const PAPER = {
  paper: "#f5efdf",
  paperDeep: "#ece4cf",
  page: "#faf6ea",
  ink: "#20242c",
  inkSoft: "#555b66",
  hairline: "#b9ae94",
  pencil: "#a1301a",
  wash: "#ebe2c8",
  sheet: "#fffdf6",
  tape: "#fdf8e6",
  band: "#dcd2b6",
  glass: "#e4e3d8",
};
type Colours = typeof PAPER;

const DARK: Colours = {
  paper: "#15181d",
  paperDeep: "#20252c",
  page: "#1b1f26",
  ink: "#f2ead8",
  inkSoft: "#b9b6ab",
  hairline: "#5d636d",
  pencil: "#ff9a80",
  wash: "#2c323b",
  sheet: "#0f1115",
  tape: "#3a3524",
  band: "#3d434c",
  glass: "#2a313a",
};

const SUNLIGHT: Colours = {
  paper: "#ffffff",
  paperDeep: "#f0f0f0",
  page: "#ffffff",
  ink: "#000000",
  inkSoft: "#1f1f1f",
  hairline: "#5a5a5a",
  pencil: "#8c0f00",
  wash: "#e6e6e6",
  sheet: "#ffffff",
  tape: "#fff6c8",
  band: "#d0d0d0",
  glass: "#e4e4e4",
};

export const SCHEMES = { paper: PAPER, dark: DARK, sunlight: SUNLIGHT };
export type Scheme = keyof typeof SCHEMES;

/** The scheme's colours as they are used: each the name of what it is for, whatever the scheme. */
export const paper = "var(--paper)";
export const paperDeep = "var(--paperDeep)";
export const ink = "var(--ink)";
export const inkSoft = "var(--inkSoft)";
export const hairline = "var(--hairline)";
export const pencil = "var(--pencil)";
/** what is chosen, or weakest: a wash over its line */
export const wash = "var(--wash)";
/** what is written into, and the tape */
export const sheet = "var(--sheet)";
export const tape = "var(--tape)";
/** a spread that was reconciled, behind the others */
export const band = "var(--band)";
/** glass, on the drawing */
export const glass = "var(--glass)";

/** A scheme as the variables that all of the page goes by, the component library's among them. */
function variables(colours: Colours): Record<string, string> {
  return {
    ...Object.fromEntries(Object.entries(colours).map(([name, value]) => [`--${name}`, value])),
    "--mui-palette-background-default": colours.paper,
    "--mui-palette-background-paper": colours.page,
    "--mui-palette-text-primary": colours.ink,
    "--mui-palette-text-secondary": colours.inkSoft,
    "--mui-palette-primary-main": colours.ink,
    "--mui-palette-primary-contrastText": colours.paper,
    "--mui-palette-error-main": colours.pencil,
    "--mui-palette-divider": colours.hairline,
    "--mui-palette-action-active": colours.inkSoft,
  };
}

/** Where all of the page scrolls as one: a phone, or a desk at 200 %. */
export const TIGHT = "@media (max-height: 640px), (max-width: 600px)";

export const slab = '"Besley", "Georgia", serif';
const text = '"Barlow Semi Condensed", "Arial Narrow", sans-serif';

export const theme = createTheme({
  cssVariables: true,
  palette: {
    mode: "light",
    primary: { main: PAPER.ink, contrastText: PAPER.paper },
    error: { main: PAPER.pencil },
    background: { default: PAPER.paper, paper: PAPER.page },
    text: { primary: PAPER.ink, secondary: PAPER.inkSoft },
    divider: PAPER.hairline,
  },
  shape: { borderRadius: 0 },
  typography: {
    fontFamily: text,
    fontSize: 15,
    h1: { fontFamily: slab, fontSize: "1.35rem", fontWeight: 600 },
    h2: { fontFamily: slab, fontSize: "1.02rem", fontWeight: 600 },
    h3: { fontFamily: text, fontSize: "0.95rem", fontWeight: 600 },
    button: { textTransform: "none", fontWeight: 600, fontSize: "0.95rem", letterSpacing: 0 },
  },
  transitions: { create: () => "none" },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ":root": variables(PAPER),
        ":root[data-scheme=dark]": { ...variables(DARK), colorScheme: "dark" },
        ":root[data-scheme=sunlight]": variables(SUNLIGHT),
        html: { fontVariantNumeric: "tabular-nums lining-nums", [TIGHT]: { scrollPaddingTop: 120 } },
        body: { fontSize: "0.95rem", lineHeight: 1.35 },
        "*:focus-visible": { outline: `2px solid ${ink}`, outlineOffset: 1 },
        // What is chosen of a few is marked with a pencil: a cross in a box, a filled diamond in a row of them.
        "input[type=checkbox], input[type=radio]": {
          appearance: "none",
          width: 17,
          height: 17,
          margin: "0 4px 0 0",
          verticalAlign: "-3px",
          border: `1.5px solid ${ink}`,
          background: sheet,
          flex: "none",
        },
        "input[type=radio]": { transform: "rotate(45deg) scale(0.8)" },
        "input[type=radio]:checked": { background: ink, boxShadow: `inset 0 0 0 2px ${sheet}` },
        "input[type=checkbox]:checked": {
          background: `linear-gradient(45deg, transparent 44%, ${ink} 44% 56%, transparent 56%), linear-gradient(-45deg, transparent 44%, ${ink} 44% 56%, transparent 56%), ${sheet}`,
        },
        "input:disabled": { opacity: 0.55 },
        summary: { listStyle: "none" },
        "summary::-webkit-details-marker": { display: "none" },
        "summary::before": { content: '"+"', display: "inline-block", width: 14, fontWeight: 600 },
        "details[open] > summary::before": { content: '"−"' },
        "@media (prefers-reduced-motion: reduce)": { "*, *::before, *::after": { animation: "none !important", transition: "none !important", scrollBehavior: "auto !important" } },
        // On paper: all of the page, and nothing to press; a figure that opens its working is a figure all the same.
        "@media print": {
          "html, body, #root": { height: "auto !important" },
          "main, main div, main section, main details, main ul, main ol": { overflow: "visible !important", maxHeight: "none !important" },
          body: { zoom: 0.66 },
          ".MuiButton-root, summary::before, .no-print, nav, input[type=file]": { display: "none !important" },
          "svg [role=button] title": { display: "none" },
          "[data-bar] [aria-hidden]": { printColorAdjust: "exact" },
        },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { variant: "outlined", size: "small", disableElevation: true },
      styleOverrides: { root: { borderColor: ink, minHeight: 32, fontSize: "0.95rem" } },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
    MuiDialog: { styleOverrides: { paper: { border: `1.5px solid ${ink}`, outline: `1px solid ${ink}`, outlineOffset: 3 } } },
    MuiPopover: { styleOverrides: { paper: { border: `1.5px solid ${ink}` } } },
    // A word over its line, as on a form that is filled in with a pencil: no outline with a notch in it.
    MuiTextField: { defaultProps: { size: "small", variant: "standard", slotProps: { inputLabel: { shrink: true } } } },
    MuiInputLabel: { styleOverrides: { root: { position: "static", transform: "none", fontSize: "0.8rem", lineHeight: 1.25, color: inkSoft, "&.Mui-focused": { color: ink } } } },
    MuiInput: {
      styleOverrides: {
        root: { "&&": { marginTop: 0 }, border: `1px solid ${hairline}`, borderBottom: `1.5px solid ${ink}`, background: sheet, paddingLeft: 6, paddingRight: 6, "&:before, &:after": { display: "none" }, "&.Mui-error": { borderColor: pencil }, "&.Mui-disabled": { background: "transparent", borderBottomStyle: "dotted" } },
        input: { height: "1.5em", padding: "3px 0" },
      },
    },
    MuiFormHelperText: { styleOverrides: { root: { marginTop: 1, "&.Mui-error": { fontWeight: 600 } } } },
  },
});
