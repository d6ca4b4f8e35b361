/** A problem as people and programs are told of it (RFC 9457): what happened, what is kept, what to do. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'Not found', `There is no such ${what}, or it is not shared with you.`);
export const forbidden = (detail: string) => new Problem(403, 'Not allowed', detail);
