import type { RequirementCase, RequirementRow } from '@bobbin/client'

/** What the list can be narrowed to. */
export const NARROWED = ['noCase', 'neverRan', 'changed', 'red'] as const
export type Narrowed = (typeof NARROWED)[number]

export function isShown(row: RequirementRow, only: Narrowed | null, search: string): boolean {
  const fits = only === null || (only === 'changed' ? row.changed : only === 'red' ? row.red : row.state === only)
  const words = search.toLowerCase()
  return (
    fits &&
    (words === '' ||
      [row.key, row.name, ...row.cases.flatMap(({ key, title }) => [key, title])].some((text) => text.toLowerCase().includes(words)))
  )
}

/** A line of the table: a case of a requirement, or a requirement without one. */
export interface TraceLine {
  key: string
  row: RequirementRow
  one: RequirementCase | null
  /** The first of its requirement. */
  first: boolean
}

export const linesOf = (rows: readonly RequirementRow[]): TraceLine[] =>
  rows.flatMap((row): TraceLine[] =>
    row.cases.length === 0
      ? [{ key: String(row.id), row, one: null, first: true }]
      : row.cases.map((one, i) => ({ key: `${row.id}:${one.key}`, row, one, first: i === 0 })),
  )

/** What verifies a case, in short: its script, how many, by hand, or nothing. */
export function verifiedBy({ scripts, byHand }: RequirementCase): string {
  const [first, ...others] = scripts
  if (first) return `${first.file?.split('/').at(-1) ?? first.name}${others.length > 0 ? ` +${others.length}` : ''}`
  return byHand ? `by hand, build ${byHand.build}` : 'no script'
}
