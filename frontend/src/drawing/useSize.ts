/** How wide and high something stands on the screen, in px. */
import { useEffect, useRef, useState, type RefObject } from "react";

export function useSize<Kind extends Element>(first: [number, number]): [RefObject<Kind | null>, [number, number]] {
  const box = useRef<Kind>(null);
  const [size, setSize] = useState(first);
  useEffect(() => {
    if (!box.current) return;
    const watch = new ResizeObserver(([entry]) => entry && setSize([Math.max(1, entry.contentRect.width), Math.max(1, entry.contentRect.height)]));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return [box, size];
}
