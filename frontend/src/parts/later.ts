/** A value that follows what is typed only when the typing pauses. */
import { useEffect, useState } from "react";

export function useLater<T>(value: T, ms: number): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setLater(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return later;
}
