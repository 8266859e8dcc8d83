import { useCallback } from 'react'
import { useSearchParams } from 'react-router'

type Change = Record<string, string | null>

/** What was set in this moment already, on top of which address: the router tells of it only with the next drawing. */
let pending: { base: string; next: URLSearchParams } | null = null

/**
 * The address bar as state: `set` changes some parameters and leaves the others; moving in a list replaces, opening pushes.
 * Several changes in one moment add up.
 */
export function useAddress(): [URLSearchParams, (change: Change, options?: { replace?: boolean }) => void] {
  const [params, setParams] = useSearchParams()
  const set = useCallback(
    (change: Change, options: { replace?: boolean } = {}) => {
      setParams((before) => {
        const base = before.toString()
        const next = new URLSearchParams(pending?.base === base ? pending.next : before)
        for (const [name, value] of Object.entries(change)) {
          if (value === null || value === '') next.delete(name)
          else next.set(name, value)
        }
        pending = { base, next }
        setTimeout(() => (pending = null))
        return next
      }, options)
    },
    [setParams],
  )
  return [params, set]
}
