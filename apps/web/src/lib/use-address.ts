import { useCallback, useEffect } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { Ahead } from './ahead.js'

type Change = Record<string, string | null>

/** What the address says now, or will say once the router has drawn what was set: a handler that was made earlier still builds on it. */
let newest: URLSearchParams | null = null
const ahead = new Ahead()
const keyOf = (pathname: string, params: URLSearchParams) => `${pathname}?${params.toString()}`

/**
 * The address bar as state: `set` changes some parameters and leaves the others; moving in a list replaces, opening pushes.
 * Changes add up, also several in one moment and those of handlers that were made before the last drawing; `now` says what they
 * come to, for a key that is pressed before the page is drawn anew.
 */
export function useAddress(): [
  params: URLSearchParams,
  set: (change: Change, options?: { replace?: boolean }) => void,
  now: () => URLSearchParams,
] {
  const [params, setParams] = useSearchParams()
  const { pathname } = useLocation()
  useEffect(() => {
    if (ahead.isNewest(keyOf(pathname, params))) newest = params
  }, [pathname, params])
  const set = useCallback(
    (change: Change, options: { replace?: boolean } = {}) => {
      setParams((before) => {
        const next = new URLSearchParams(newest ?? before)
        for (const [name, value] of Object.entries(change)) {
          if (value === null || value === '') next.delete(name)
          else next.set(name, value)
        }
        newest = next
        ahead.asked(keyOf(pathname, next))
        return next
      }, options)
    },
    [pathname, setParams],
  )
  const now = useCallback(() => newest ?? params, [params])
  return [params, set, now]
}
