/** A verb on what the day is kept by: its answer is all of that anew. */
import { useMutation, useQueryClient } from "@tanstack/react-query";

import type { Refusal } from "../api/client";
import type { DayKeeping } from "../api/types";

export const KEEPING = ["day-keeping"];

/** A verb whose answer is all of it anew. */
export function useKeep<Asked>(ask: (asked: Asked) => Promise<DayKeeping>) {
  const queries = useQueryClient();
  return useMutation<DayKeeping, Refusal, Asked>({
    mutationFn: ask,
    onSuccess: (told) => {
      queries.setQueryData(KEEPING, told);
      void queries.invalidateQueries({ queryKey: ["board"] });
      void queries.invalidateQueries({ queryKey: ["proposals"] });
    },
  });
}
