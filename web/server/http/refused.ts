/** A request that cannot be served, with what the person or program at the other end should know. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details: readonly unknown[] = [],
  ) {
    super(message);
  }

  response(): Response {
    return Response.json({ error: { message: this.message, details: this.details } }, { status: this.status });
  }
}
