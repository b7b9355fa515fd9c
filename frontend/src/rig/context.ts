/** The rig on the page, for its fields and stations. */
import { useQuery } from "@tanstack/react-query";
import { createContext, useContext } from "react";

import { api } from "../api/client";
import type { Assessment, Field, LoadKind, PartsOnOffer, Stand, WhatIfAsk } from "../api/types";
import type { Draft } from "./draft";

type Section = "desk" | "to_read" | "loading" | "weights" | "ratings" | "heights" | "hitch" | "decisions";

export interface RigOnPage {
  draft: Draft;
  fields: Record<string, Field>;
  kinds: LoadKind[];
  assessment: Assessment;
  /** What if: asked for at the Height station, answered with the live answer. */
  whatIf: WhatIfAsk | null;
  askWhatIf: (asked: WhatIfAsk | null) => void;
  /** to the very field of a figure, wherever it is written */
  goTo: (path: string) => void;
  /** what this person may do */
  may: string[];
}

export const RigContext = createContext<RigOnPage | null>(null);

export function useRig(): RigOnPage {
  const rig = useContext(RigContext);
  if (!rig) throw new Error("useRig outside a rig page");
  return rig;
}

/** A part of the station's answer; every station has its own. */
export function useSection<Name extends Section>(name: Name): NonNullable<Assessment[Name]> {
  const found = useRig().assessment[name];
  if (!found) throw new Error(`This station's answer has no ${name}.`);
  return found;
}

/** What a field means; a load's fields are described once for every load. */
export function useField(path: string): Field | undefined {
  return fieldAt(useRig().fields, path);
}

export function fieldAt(fields: Record<string, Field>, path: string): Field | undefined {
  const described = fields[path] ?? fields[path.replace(/^loads\.[^.]+\./, "loads.*.")];
  return described && { ...described, path };
}

/** What a field is called; a load's with the load's own kind before it. */
export function labelAt(fields: Record<string, Field>, path: string): string {
  const label = fieldAt(fields, path)?.label ?? path;
  const key = /^loads\.([^.]+)\./.exec(path)?.[1];
  if (!key) return label;
  const word = fields["loads.*.kind"]?.choices.find((choice) => choice.value === key)?.word ?? key.replaceAll("_", " ");
  return `${word}, ${label.toLowerCase()}`;
}

export function useLoadKinds() {
  return useQuery({
    queryKey: ["load kinds"],
    queryFn: () => api.settled<LoadKind[]>(api.client.GET("/api/load-kinds/")),
    staleTime: Infinity,
  });
}

/** Where one stands to read each figure, in the order of a walk round the rig. */
export function usePlaces() {
  return useQuery({
    queryKey: ["places"],
    queryFn: () => api.settled<Stand[]>(api.client.GET("/api/places/")),
    staleTime: Infinity,
  });
}

export function useFields() {
  return useQuery({
    queryKey: ["fields"],
    queryFn: () => api.settled<Field[]>(api.client.GET("/api/fields/")),
    select: (fields) => Object.fromEntries(fields.map((field) => [field.path, field])),
    staleTime: Infinity,
  });
}

/** The names of the parts that a hitch is chosen from. */
export function usePartsOnOffer() {
  return useQuery({
    queryKey: ["catalogue", "parts on offer"],
    queryFn: () => api.settled<PartsOnOffer>(api.client.GET("/api/catalogue/")),
  });
}
