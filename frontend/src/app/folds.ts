/** Which sections somebody folded away or opened, by name: kept on this device. */
import { useState } from "react";

const PLACE = "stathmos-folds";

function kept(): Record<string, boolean> {
  try {
    return JSON.parse(localStorage.getItem(PLACE) ?? "{}") as Record<string, boolean>;
  } catch {
    return {};
  }
}

/** Whether a section is open, and what somebody does about it; `usual` until they do. */
export function useFold(name: string, usual: boolean): [boolean, (open: boolean) => void] {
  const [open, setOpen] = useState(() => kept()[name] ?? usual);
  return [
    open,
    (next) => {
      if (next === open) return;
      setOpen(next);
      try {
        localStorage.setItem(PLACE, JSON.stringify({ ...kept(), [name]: next }));
      } catch {
        // A device that keeps nothing folds all the same, until the page is closed.
      }
    },
  ];
}
