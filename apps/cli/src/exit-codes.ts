/** Stable exit codes: pipelines rely on them. */
export const EXIT = { stored: 0, wrongUse: 1, refused: 2, unreachable: 3 } as const

/** Wrong use, with a sentence that says what is right. */
export class UsageError extends Error {}
