import { nextOccurrences, type Recurrence } from './recurrence.js'

/** A time in which an environment takes no run: once, at a moment, or again and again. */
export interface MaintenanceWindow {
  note: string
  minutes: number
  at?: string | undefined
  recurrence?: Recurrence | undefined
}

export interface Closed {
  from: Date
  to: Date
  note: string
}

/** The windows that overlap a span of time, in order. */
export function windowsWithin(windows: readonly MaintenanceWindow[], from: Date, to: Date): Closed[] {
  return windows
    .flatMap(({ note, minutes, at, recurrence }): Closed[] => {
      const length = minutes * 60_000
      const begins = at
        ? [new Date(at)]
        : recurrence
          ? nextOccurrences(recurrence, { after: new Date(from.getTime() - length - 1), most: 400, until: to }).map((one) => one.at)
          : []
      return begins.map((begin) => ({ from: begin, to: new Date(begin.getTime() + length), note }))
    })
    .filter((window) => window.from < to && window.to > from)
    .sort((a, b) => a.from.getTime() - b.from.getTime())
}

/** The window that a moment falls into; null where there is none. */
export const closedAt = (windows: readonly MaintenanceWindow[], at: Date): Closed | null =>
  windowsWithin(windows, at, new Date(at.getTime() + 1)).find(({ from, to }) => from <= at && at < to) ?? null
