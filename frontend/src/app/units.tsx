/** One switch for the whole screen's units. The answers come written in them; nothing is converted here. */
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

import type { UnitSystem, Words } from "../api/types";

interface Units {
  system: UnitSystem;
  toggle: () => void;
  /** A text that the server wrote: in the system asked for, or in both and then the one on screen. */
  read: (words: Words | null | undefined) => string;
}

const UnitsContext = createContext<Units | null>(null);
const KEPT = "stathmos-units";

export function UnitsProvider({ children }: { children: ReactNode }) {
  const [system, setSystem] = useState<UnitSystem>(() => (localStorage.getItem(KEPT) === "metric" ? "metric" : "us"));
  const toggle = useCallback(() => {
    setSystem((was) => {
      const next = was === "us" ? "metric" : "us";
      localStorage.setItem(KEPT, next);
      return next;
    });
  }, []);
  const units = useMemo<Units>(() => ({ system, toggle, read: (words) => (typeof words === "string" ? words : (words?.[system] ?? "")) }), [system, toggle]);
  return <UnitsContext.Provider value={units}>{children}</UnitsContext.Provider>;
}

export function useUnits(): Units {
  const units = useContext(UnitsContext);
  if (!units) throw new Error("useUnits outside UnitsProvider");
  return units;
}
