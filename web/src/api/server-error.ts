/** What the server said when it refused, or that it could not be reached at all (status 0). */
export class ServerError extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** How things stand between this page and the server. A fault is an answer: the server is there, and could not. */
export type Line = "open" | "away" | "signed out" | "fault";

/** What a call that was neither answered nor refused for what it says tells of the line. */
export const lineAfter = (status: number): Line =>
  status === 401 ? "signed out" : status === 0 || status === 502 || status === 503 || status === 504 ? "away" : "fault";

/** Any error as one of the server's. */
export const asServerError = (error: unknown): ServerError =>
  error instanceof ServerError ? error : new ServerError(0, error instanceof Error ? error.message : String(error));

/** What went wrong with a change that is not kept here to be sent later: out of reach, it was simply not made. */
export function notMade(error: unknown): string {
  const said = asServerError(error);
  return said.status === 0
    ? "The server is out of reach: this was not done. Do it again once it is back."
    : said.message;
}
