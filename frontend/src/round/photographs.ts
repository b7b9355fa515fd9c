/** Photographs on their way: kept on this device until the server has kept them, each under a key of its own. */
import { createStore, del, entries, set } from "idb-keyval";
import { useCallback, useEffect, useMemo, useState } from "react";

import { api, type Refusal } from "../api/client";
import type { RigRecord } from "../api/types";
import { newKey } from "../app/waits";

interface Waiting {
  rig: number;
  path: string;
  /** a JPEG as a data address */
  image: string;
  by: string;
  takenAt: number;
  /** why the server would not keep it */
  problem?: string;
}

export type Photographs = RigRecord["photographs"];

const AGAIN_MS = 3000;
const LONGEST = 1600;
const MOST = 650_000;
const QUALITIES = [0.85, 0.7, 0.55, 0.4];
const store = createStore("stathmos-photographs", "waiting");

/** As small as the server takes it: the server makes it anew whatever comes. */
async function asSent(file: File): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const tries = QUALITIES.map((quality) => () => canvas.toDataURL("image/jpeg", quality));
  return tries.map((make) => make()).find((made) => made.length < MOST) ?? canvas.toDataURL("image/jpeg", 0.2);
}

export interface OnTheWay {
  waiting: Record<string, Waiting & { key: string }>;
  take: (path: string, file: File) => Promise<void>;
  drop: (key: string) => void;
}

/** ``held``: readings of this rig still wait on this device; a photograph goes after the reading that it shows. */
export function usePhotographs(rig: number, who: string, held: boolean, kept: (photographs: Photographs) => void): OnTheWay {
  const [waiting, setWaiting] = useState<OnTheWay["waiting"]>({});

  const look = useCallback(async () => {
    const all = await entries<string, Waiting>(store);
    const mine = all.filter(([, one]) => one.rig === rig && one.by === who).sort(([, a], [, b]) => a.takenAt - b.takenAt);
    setWaiting(Object.fromEntries(mine.map(([key, one]) => [one.path, { ...one, key }])));
    return mine;
  }, [rig, who]);

  const send = useCallback(async () => {
    for (const [key, one] of await look()) {
      if (one.problem) continue;
      try {
        const image = one.image.slice(one.image.indexOf(",") + 1);
        const answer = await api.settled<{ photographs: Photographs }>(api.client.POST("/api/rigs/{id}/photographs/", { params: { path: { id: rig } }, body: { key, path: one.path, image } }));
        await del(key, store);
        kept(answer.photographs);
      } catch (error) {
        const refused = error as Refusal;
        if (![400, 404, 413].includes(refused.status) && !(refused.status === 403 && refused.signedIn)) break;
        await set(key, { ...one, problem: Object.values(refused.problems)[0] ?? refused.message }, store);
      }
    }
    await look();
  }, [look, rig, kept]);

  useEffect(() => {
    const now = () => void (held ? look() : send());
    now();
    const timer = setInterval(now, AGAIN_MS);
    window.addEventListener("online", now);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", now);
    };
  }, [held, look, send]);

  return useMemo(
    () => ({
      waiting,
      take: async (path, file) => {
        const before = waiting[path];
        if (before) await del(before.key, store);
        await set(newKey(), { rig, path, image: await asSent(file), by: who, takenAt: Date.now() }, store);
        await (held ? look() : send());
      },
      drop: (key) => void del(key, store).then(look),
    }),
    [waiting, rig, who, held, look, send],
  );
}
