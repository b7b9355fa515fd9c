/** The look, in one place: a drawn plate in a workshop manual. Paper, ink, and the inspector's red pencil. */
import { createTheme } from "@mui/material/styles";

export const paper = "#f5efdf";
export const paperDeep = "#ece4cf";
export const ink = "#20242c";
export const inkSoft = "#555b66";
export const hairline = "#b9ae94";
export const pencil = "#a1301a";
/** what is chosen, or weakest: a wash over its line */
export const wash = "#ebe2c8";
/** what is written into, and the tape */
export const sheet = "#fffdf6";
export const tape = "#fdf8e6";
/** a spread that was reconciled, behind the others */
export const band = "#dcd2b6";
/** glass, on the drawing */
export const glass = "#e4e3d8";

export const slab = '"Besley", "Georgia", serif';
const text = '"Barlow Semi Condensed", "Arial Narrow", sans-serif';

export const theme = createTheme({
  palette: {
    mode: "light",
    primary: { main: ink, contrastText: paper },
    error: { main: pencil },
    background: { default: paper, paper: "#faf6ea" },
    text: { primary: ink, secondary: inkSoft },
    divider: hairline,
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
        html: { fontVariantNumeric: "tabular-nums lining-nums" },
        body: { fontSize: "0.95rem", lineHeight: 1.35 },
        "*:focus-visible": { outline: `2px solid ${ink}`, outlineOffset: 1 },
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
    MuiTextField: { defaultProps: { size: "small", variant: "outlined" } },
  },
});
