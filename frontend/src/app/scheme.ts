/** How the bay looks on this device, and in which hand it is held: paper, dark or sunlight; the keypad to the right or the left. */
import { useEffect, useSyncExternalStore } from "react";

import { SCHEMES, type Scheme } from "./theme";

export type Hand = "right" | "left";

const SCHEME = "stathmos-scheme";
const HAND = "stathmos-hand";
const listeners = new Set<() => void>();

function kept(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}

function keep(name: string, value: string) {
  try {
    localStorage.setItem(name, value);
  } catch {
    // A device that keeps nothing looks as it did when it is opened again.
  }
  listeners.forEach((tell) => tell());
}

function listen(tell: () => void) {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

function scheme(): Scheme {
  const found = kept(SCHEME);
  return found !== null && found in SCHEMES ? (found as Scheme) : "paper";
}

const hand = (): Hand => (kept(HAND) === "left" ? "left" : "right");

export const useScheme = (): [Scheme, (next: Scheme) => void] => [useSyncExternalStore(listen, scheme), (next) => keep(SCHEME, next)];
export const useHand = (): [Hand, (next: Hand) => void] => [useSyncExternalStore(listen, hand), (next) => keep(HAND, next)];

/** A page of the bay wears the device's scheme while it is open; the desk stays on paper. */
export function useBayLook() {
  const [now] = useScheme();
  useEffect(() => {
    document.documentElement.dataset.scheme = now;
    return () => {
      delete document.documentElement.dataset.scheme;
    };
  }, [now]);
}
