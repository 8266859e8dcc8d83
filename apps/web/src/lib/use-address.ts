import { useCallback } from 'react'
import { useSearchParams } from 'react-router'

type Change = Record<string, string | null>

/** The address bar as state: `set` changes some parameters and leaves the others; moving in a list replaces, opening pushes. */
export function useAddress(): [URLSearchParams, (change: Change, options?: { replace?: boolean }) => void] {
  const [params, setParams] = useSearchParams()
  const set = useCallback(
    (change: Change, options: { replace?: boolean } = {}) => {
      setParams((before) => {
        const next = new URLSearchParams(before)
        for (const [name, value] of Object.entries(change)) {
          if (value === null || value === '') next.delete(name)
          else next.set(name, value)
        }
        return next
      }, options)
    },
    [setParams],
  )
  return [params, set]
}
