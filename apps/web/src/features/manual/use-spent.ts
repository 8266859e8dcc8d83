import { useCallback, useEffect, useRef, useState } from 'react'

/** No more than this is counted for one look away, in milliseconds: whoever forgot the page did not work on it. */
const MOST_AWAY_MS = 10 * 60_000

export interface Spent {
  /** With what was counted since the last change of the draft. */
  ms: number
  running: boolean
  /** Takes what was counted, which begins anew: to be added to the draft. */
  take: () => number
  toggle: () => void
}

/** Counts the time that somebody has a case open, in addition to what was spent before; stands while it is paused. */
export function useSpent(before: number, counts: boolean): Spent {
  const [paused, setPaused] = useState(false)
  const [, draw] = useState(0)
  const since = useRef<number | null>(null)
  const counted = useRef(0)
  const running = counts && !paused
  const settle = useCallback(() => {
    const now = Date.now()
    if (since.current !== null) counted.current += Math.min(now - since.current, MOST_AWAY_MS)
    since.current = since.current === null ? null : now
  }, [])
  useEffect(() => {
    if (!running) return
    since.current = Date.now()
    const timer = window.setInterval(() => {
      settle()
      draw((n) => n + 1)
    }, 1000)
    return () => {
      window.clearInterval(timer)
      settle()
      since.current = null
    }
  }, [running, settle])
  const take = useCallback(() => {
    settle()
    const ms = counted.current
    counted.current = 0
    return ms
  }, [settle])
  // drawn once a second; what stands in the refs is newer than the drawing by less than that
  // oxlint-disable-next-line react/refs
  return { ms: before + counted.current, running, take, toggle: () => setPaused((is) => !is) }
}
