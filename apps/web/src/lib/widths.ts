import { useState } from 'react'

/** Widths of columns that a person chose, in pixels by the names of the columns; kept in this browser. */
export type Widths = Record<string, number>

const keyOf = (list: string) => `bobbin.widths.${list}`

/** What is no width of a column is left out: it was written by another version, or by hand. */
export function readWidths(text: string | null): Widths {
  try {
    const read: unknown = JSON.parse(text ?? '{}')
    if (typeof read !== 'object' || read === null || Array.isArray(read)) return {}
    return Object.fromEntries(Object.entries(read).filter((entry): entry is [string, number] => Number.isFinite(entry[1])))
  } catch {
    return {}
  }
}

export function useWidths(list: string): [Widths, (change: Widths | ((before: Widths) => Widths)) => void] {
  const [widths, setWidths] = useState(() => readWidths(localStorage.getItem(keyOf(list))))
  return [
    widths,
    (change) =>
      setWidths((before) => {
        const next = typeof change === 'function' ? change(before) : change
        localStorage.setItem(keyOf(list), JSON.stringify(next))
        return next
      }),
  ]
}
