/** What the server said when it refused, or that it could not be reached at all (status 0). */
export class ServerError extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}
