import createClient from "openapi-fetch";

import { kept } from "../lib/kept";
import { VERSION } from "../lib/new-version";
import { sentence, type Said, type Units } from "../lib/words";
import type { components, paths } from "./schema";
import { ServerError } from "./server-error";

export { ServerError };

type Schemas = components["schemas"];
export type Sheet = Schemas["Sheet"];
export type BakeEvent = Schemas["Event"];
export type EventMark = Schemas["EventMark"];
export type SheetReply = Schemas["SheetReply"];
export type Bake = Schemas["BakeOut"]["document"];
export type BakeOut = Schemas["BakeOut"];
export type BakeSummary = Schemas["BakeSummary"];
export type BatchOut = Schemas["BatchOut"];
export type BatchSummary = Schemas["BatchSummary"];
export type Kitchen = Schemas["KitchenOut"];
export type Doubt = Schemas["Doubt"];
export type Answer = Schemas["Answer"];
export type Caution = Schemas["Caution"];
export type Problem = Schemas["ProblemOut"];
export type RiseTray = Schemas["RiseTray"];
export type HeatTray = Schemas["HeatTray"];
export type Wrapper = Schemas["Wrapper"];
export type Line = Schemas["Line"];

export type Outcome = Schemas["Outcome"];
export type ObservationIn = Schemas["ObservationIn"];
export type Me = Schemas["Me"];
export type RecipeText = Schemas["RecipeText"];
export type RecipeOut = Schemas["RecipeOut"];
export type PantryItem = Schemas["PantryItem"];
export type SpotOut = Schemas["SpotOut"];
export type Option = Schemas["Option"];
export type OptionsReply = Schemas["OptionsReply"];
export type Question = Schemas["Question"];
export type Marked = Schemas["Marked"];
export type Score = Schemas["Score"];
export type DeviceOut = Schemas["DeviceOut"];
export type Play = Schemas["PlayIn"]["do"];
export type Solved = Schemas["Solved"];
export type WhereFrom = Schemas["WhereFrom"];
export type HeatAnswers = Schemas["HeatAnswers"];
export type Inside = Schemas["Inside"];
export type Tried = Schemas["Tried"];
export type GetOut = Schemas["GetOut"];
export type Taking = Schemas["Taking"];
export type Kept = Schemas["Kept"];
export type MishapAnswer = Schemas["MishapAnswer"];
export type Press = Schemas["Press"];
export type Replies = Schemas["RepliesOut"];
export type Day = Schemas["DayOut"];
export type DayDocument = Day["document"];
export type DayPlan = Schemas["DayPlan"];
export type DayDish = Schemas["DayDish"];
export type DaySpan = Schemas["DaySpan"];
export type DayLane = Schemas["DayLane"];
export type WayOut = Schemas["WayOut"];
export type DaySummary = Schemas["DaySummary"];
export type SteamWater = Schemas["SteamWater"];

const cookie = (name: string) =>
  document.cookie
    .split("; ")
    .find((c) => c.startsWith(`${name}=`))
    ?.slice(name.length + 1) ?? "";

/** For whom this page is open, by name: the server refuses what is meant for another than who is signed in. */
let meantFor: string | null = null;
const MEANT_FOR = "X-Meant-For";
/** How a request says whom it is for, where that is not who the page is open for by the time it is sent. */
export const meantForOnly = (user: string) => ({ [MEANT_FOR]: encodeURIComponent(user) });
export const askFor = (user: string | null) => void (meantFor = user);

export const client = createClient<paths>({
  baseUrl: location.origin,
  fetch: async (request) => {
    const headers = new Headers(request.headers);
    headers.set("X-Version", VERSION);
    if (request.method !== "GET") headers.set("X-CSRFToken", cookie("csrftoken"));
    if (request.method !== "GET" && meantFor !== null && !headers.has(MEANT_FOR))
      headers.set(MEANT_FOR, encodeURIComponent(meantFor));
    try {
      return await fetch(new Request(request, { headers }));
    } catch {
      throw new ServerError(0, "The server is out of reach. What you typed is kept here and is sent when it is back.");
    }
  },
});

type Answered<T> = { data?: T; error?: unknown; response: Response };

interface Failed {
  message?: unknown;
  problems?: { code?: string }[];
}

/** The data of an answer, or a ServerError with the server's own sentence. */
export async function take<T>(pending: Promise<Answered<T>>): Promise<T> {
  const { data, error, response } = await pending;
  if (response.ok) return data as T;
  const failed = error as Failed | undefined;
  const said = Array.isArray(failed?.message) ? (failed.message as Said) : null;
  // Whoever is signed in by now is not whom this was meant for: it waits until they are back.
  const another = Array.isArray(failed?.problems) && failed.problems.some((p) => p.code === "somebody_else");
  if (said) throw new ServerError(another ? 401 : response.status, sentence(said, kept<Units>("units", "metric")));
  // A refusal that is not in our own shape is not the server's: something stands in between, and it may well go away.
  const theirs = response.status === 401 || response.status >= 500 ? response.status : 0;
  throw new ServerError(theirs, `The server could not answer (${response.status}): try again in a moment.`);
}

/** An answer in the shape it must have; anything else, an empty one among them, is as if nobody had answered. */
export function shaped<T>(answer: T | undefined, ...fields: (keyof T)[]): T {
  const has = (field: keyof T) => (answer as Record<keyof T, unknown>)[field] !== undefined;
  if (typeof answer === "object" && answer !== null && fields.every(has)) return answer;
  throw new ServerError(0, "An answer came that is not this server's: it is sent again.");
}
