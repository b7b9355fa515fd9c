/** Where a figure's working is asked for: the page that shows the figure knows the question it was the answer to. */
import { createContext } from "react";

import type { Figure } from "../api/types";

/** The figure at a place of the answer, with its working. */
export const WorkingContext = createContext<((at: string) => Promise<Figure>) | null>(null);
