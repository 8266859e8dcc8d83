/** Kinds of problems, and the status that each has in HTTP. */
export const STATUS = {
  invalid: 400,
  notSignedIn: 401,
  forbidden: 403,
  notFound: 404,
  conflict: 409,
  tooLarge: 413,
  range: 416,
  tooMany: 429,
  unsupported: 415,
  stalled: 408,
  away: 503,
  tooSlow: 503,
  diskFull: 507,
} as const
export type ProblemKind = keyof typeof STATUS

/** What a service throws when it can't do as asked. Services know kinds and sentences, never HTTP. */
export class Problem extends Error {
  override name = 'Problem'
  constructor(
    readonly kind: ProblemKind,
    readonly code: string,
    detail: string,
    /** More members of the problem details, for a client that can do something with them. */
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail)
  }
}

export const notFound = (what: string, which: string | number) =>
  new Problem('notFound', 'notFound', `There is no ${what} “${which}” in this project`)
