import "@fontsource/barlow-semi-condensed/latin-400.css";
import "@fontsource/barlow-semi-condensed/latin-600.css";
import "@fontsource/besley/latin-600.css";

import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";

import { App } from "./App";
import { theme } from "./theme";
import { UnitsProvider } from "./units";

const queries = new QueryClient({
  // Out of reach a question is asked all the same, and refused at once: nothing waits in silence for a network.
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false, staleTime: 30_000, networkMode: "always" }, mutations: { networkMode: "always" } },
});

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <QueryClientProvider client={queries}>
          <UnitsProvider>
            <BrowserRouter>
              <App />
            </BrowserRouter>
          </UnitsProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </StrictMode>,
  );
}

// The page opens without a network too; browsers allow this over https, and on this very machine.
if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/worker.js").catch(() => undefined);
