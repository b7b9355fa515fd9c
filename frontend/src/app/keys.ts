/** Single-key shortcuts. They rest while somebody types, or while a dialog is open. */
import { useEffect, useRef } from "react";

type Keys = Record<string, () => void>;

/** In a field these are the field's own. */
const RESTS_IN_FIELDS = new Set(["z"]);

function typing(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest("input, textarea, select, [role=dialog], [role=listbox]") !== null;
}

export function useKeys(keys: Keys) {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    function pressed(event: KeyboardEvent) {
      const chord = event.ctrlKey || event.metaKey;
      if (event.altKey || ((!chord || RESTS_IN_FIELDS.has(event.key.toLowerCase())) && typing(event.target))) return;
      const action = latest.current[chord ? `ctrl+${event.key.toLowerCase()}` : event.key];
      if (!action) return;
      event.preventDefault();
      action();
    }
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
}
