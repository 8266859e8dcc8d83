import type { AssignmentRow, ManualPerson } from '@bobbin/client'
import type { Verdict } from '@bobbin/core'

export const VERDICT_WORDS: Record<Verdict, string> = { passed: 'Pass', failed: 'Fail', errored: 'Error', skipped: 'Skip' }

/** Time spent as on a stopwatch: `3:12`, `1:04:09`. */
export function clock(ms: number): string {
  const seconds = Math.floor(ms / 1000)
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
  const two = (value: number) => String(value).padStart(2, '0')
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}

export const personWords = (person: ManualPerson | null): string =>
  person === null ? 'whoever takes it' : person.gone ? `${person.name}, who left` : person.name

/** Whom an assignment was given to. */
export function peopleWords({ people, inOrder }: Pick<AssignmentRow, 'people' | 'inOrder'>): string {
  if (people.length === 0) return 'whoever takes it'
  const names = people.map(personWords)
  if (names.length === 1) return names[0] ?? ''
  return inOrder ? names.join(', then ') : `${names.slice(0, -1).join(', ')} or ${names.at(-1) ?? ''}`
}

export const placeWords = ({ environment, profile, build }: Pick<AssignmentRow, 'environment' | 'profile' | 'build'>): string =>
  [environment, profile, `build ${build}`].filter(Boolean).join(', ')
