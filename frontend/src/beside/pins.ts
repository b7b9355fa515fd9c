/** What is pinned to be compared: up to four things, of one rig or one question to the lot. */
import { useState } from "react";

import type { Pin } from "../api/types";

export const MOST = 4;

const same = (one: Pin, other: Pin) => one.kind === other.kind && one.name === other.name;

export interface Pins {
  pins: Pin[];
  full: boolean;
  has: (pin: Pin) => boolean;
  turn: (pin: Pin) => void;
  clear: () => void;
}

export function usePins(): Pins {
  const [pins, setPins] = useState<Pin[]>([]);
  const has = (pin: Pin) => pins.some((one) => same(one, pin));
  return {
    pins,
    full: pins.length >= MOST,
    has,
    turn: (pin) => setPins(has(pin) ? pins.filter((one) => !same(one, pin)) : [...pins, pin].slice(0, MOST)),
    clear: () => setPins([]),
  };
}
