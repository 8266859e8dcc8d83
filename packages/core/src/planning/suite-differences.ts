/** A case as a suite runs it. */
export interface SnapshotCase {
  id: number
  key: string
  title: string
  version: number
  retired: boolean
  preconditions: string
  steps: readonly { action: string; expected: string }[]
}

export interface CaseDifference {
  key: string
  title: string
  kind: 'added' | 'removed' | 'retired' | 'changed'
  /** What differs, as `step 3, expected: “names axle 2”`; empty but for `changed`. */
  details: string[]
}

/** So many details of a case are told. */
const MOST_DETAILS = 5

/** What is different of the cases of a suite since a snapshot was taken, in the order of the suite as it is now; what was removed comes last. */
export function suiteDifferences(snapshot: readonly SnapshotCase[], now: readonly SnapshotCase[]): CaseDifference[] {
  const before = new Map(snapshot.map((one) => [one.id, one]))
  const there = new Set(now.map(({ id }) => id))
  const found = now.flatMap((one): CaseDifference[] => {
    const { key, title } = one
    const was = before.get(one.id)
    if (!was) return one.retired ? [] : [{ key, title, kind: 'added', details: [] }]
    if (one.retired && !was.retired) return [{ key, title, kind: 'retired', details: [] }]
    const details = detailsOf(was, one)
    return details.length > 0 ? [{ key, title, kind: 'changed', details }] : []
  })
  const removed = snapshot
    .filter(({ id }) => !there.has(id))
    .map(({ key, title }): CaseDifference => ({ key, title, kind: 'removed', details: [] }))
  return [...found, ...removed]
}

function detailsOf(was: SnapshotCase, now: SnapshotCase): string[] {
  const details: string[] = []
  if (was.title !== now.title) details.push(`title: “${now.title}”`)
  if (was.preconditions !== now.preconditions) details.push('preconditions')
  now.steps.forEach((step, i) => {
    const before = was.steps[i]
    if (!before) details.push(`step ${i + 1} is new`)
    else {
      if (before.action !== step.action) details.push(`step ${i + 1}: “${shortened(step.action)}”`)
      if (before.expected !== step.expected) details.push(`step ${i + 1}, expected: “${shortened(step.expected)}”`)
    }
  })
  for (let i = now.steps.length; i < was.steps.length; i++) details.push(`step ${i + 1} was removed`)
  return details.length > MOST_DETAILS ? [...details.slice(0, MOST_DETAILS - 1), `and ${details.length - MOST_DETAILS + 1} more`] : details
}

const shortened = (text: string): string => (text.length > 80 ? `${text.slice(0, 79)}…` : text)
