import * as rruleModule from 'rrule'

/** In a browser rrule is an ES module; Node takes its CommonJS one, and what that exports stands under `default`. */
const KEY: string = 'default'

export const rrule = ((rruleModule as unknown as Record<string, unknown>)[KEY] ?? rruleModule) as typeof rruleModule
