/** The one way to the server. Every refusal becomes an `Refusal` with words fit to show. */
import createClient from "openapi-fetch";

import type { paths } from "./schema";
import type { RigRecord } from "./types";

export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: Record<string, string> = {},
    readonly theirs: RigRecord | null = null,
    /** a refusal of this person, not of a request without a session */
    readonly signedIn: boolean = true,
    /** what came between was this very person's, from another tab or device */
    readonly yours: boolean = false,
    /** until it may be tried again */
    readonly seconds: number = 0,
  ) {
    super(message);
  }
}

/** Whether the session has ended while somebody works: heard by the frame of the page, which lets them sign in again. */
const ended = { now: false, sessions: 0, listeners: new Set<() => void>() };
function tell(now: boolean) {
  if (ended.now === now) return;
  ended.now = now;
  ended.listeners.forEach((listener) => listener());
}
export const signedOut = {
  now: () => ended.now,
  /** another session has begun, or this one goes on: what was asked before it says nothing of it */
  over: () => {
    ended.sessions += 1;
    tell(false);
  },
  tell: () => tell(true),
  listen: (listener: () => void) => {
    ended.listeners.add(listener);
    return () => ended.listeners.delete(listener);
  },
};

function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

const client = createClient<paths>({ baseUrl: "/", credentials: "same-origin" });
client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", csrfToken());
    return request;
  },
});

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or a `Refusal` thrown. */
async function settled<T>(asked: Promise<Answer<T>>): Promise<T> {
  const session = ended.sessions;
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch {
    throw new Refusal(0, "The server does not answer. What you typed is kept here; try again in a moment.");
  }
  if (answer.response.ok && answer.data !== undefined) return answer.data;
  const said = (answer.error ?? {}) as { detail?: string; problems?: Record<string, string>; theirs?: RigRecord; yours?: boolean; seconds?: number };
  const signedOutNow = answer.response.status === 401 || (answer.response.status === 403 && !said.problems);
  const detail =
    signedOutNow
      ? "You are signed out. Sign in again and go on; what you typed is kept here."
      : (said.detail ?? `The server could not do this (${answer.response.status}). What you typed is kept here.`);
  if (signedOutNow && session === ended.sessions) tell(true);
  throw new Refusal(answer.response.status, detail, said.problems, said.theirs ?? null, !signedOutNow, said.yours ?? false, said.seconds);
}

export const api = { client, settled };
