/**
 * When so many tests of a run could not judge, the environment is at fault and not the tests: common practice, no source.
 * At least `least` tests errored, and at least the share `share` of all.
 */
export const OUTAGE = { least: 10, share: 0.3 } as const
