/** Moving loads on the drawing: a place pointed at becomes a typed one, written where the load's place belongs. */
import { useCallback, useEffect, useMemo, useRef } from "react";

import { api } from "../api/client";
import type { PlacedLoad } from "../api/types";
import { useUnits } from "../app/units";
import type { LoadHandling } from "../drawing/LoadMarks";
import type { Draft } from "./draft";

const STEP = { us: 25.4, metric: 10 };
const STRIDE = { us: 304.8, metric: 100 };

export function useLoadHandling(draft: Draft): LoadHandling {
  const { system, read } = useUnits();
  const { set, live, problems, entries } = draft;
  const asked = useRef({ latest: 0, busy: false, next: null as (() => void) | null, wrote: "" });
  const written = useRef(entries);
  useEffect(() => {
    written.current = entries;
  });

  const put = useCallback(
    (load: PlacedLoad, mm: number) => {
      const line = asked.current;
      const number = ++line.latest;
      const before = written.current[load.writes]?.is;
      // What somebody typed there since is not gone over by an answer that comes late.
      const typedSince = () => ![before, line.wrote].includes(written.current[load.writes]?.is);
      const ask = async () => {
        line.busy = true;
        try {
          const { text } = await api.settled<{ text: string }>(api.client.POST("/api/place/", { body: { mm, system } }));
          if (number === line.latest && !typedSince()) {
            line.wrote = text;
            set(load.writes, { is: text, from: "assumed", system });
          }
        } catch {
          // The place stays as it was; the live answer says when the server does not answer.
        }
        line.busy = false;
        const next = line.next;
        line.next = null;
        next?.();
      };
      // While one question is under way only the newest place waits.
      if (line.busy) line.next = () => void ask();
      else void ask();
    },
    [set, system],
  );

  return useMemo(() => {
    const loads = live?.assessment.loading?.loads ?? [];
    return {
      loads,
      put,
      step: STEP[system],
      stride: STRIDE[system],
      alarms: new Set(loads.filter((load) => ["at", "moved_to"].some((name) => problems[`loads.${load.key}.${name}`])).map((load) => load.key)),
      tell: (load) => ({
        label: `${load.word} ${load.weight.text ? read(load.weight.text) : "weight?"}`,
        place: load.to.text ? `${read(load.to.text)} behind the ${load.on === "trailer" ? "ball" : "front axle"}` : "place not known",
      }),
    };
  }, [live, put, system, read, problems]);
}
