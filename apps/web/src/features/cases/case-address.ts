import { CASE_STATES, INTENT_WORDS, PRIORITY_WORDS } from '@bobbin/core'
import type { CaseIntent, CaseState } from '@bobbin/client'
import { readRanges, writeRanges } from '../../lib/ranges.js'

export const STATES: readonly CaseState[] = CASE_STATES
export const INTENTS: readonly CaseIntent[] = ['toAutomate', 'automated', 'byHand', 'never']
export const intentWords = (intent: CaseIntent): string => INTENT_WORDS[intent]
export const PRIORITIES = PRIORITY_WORDS.map((words, i) => `${i + 1} · ${words}`)

/** What a list of cases shows, as it stands in the address. */
export interface CaseFilter {
  search?: string
  area?: number
  only?: 'uncovered'
  state?: CaseState[]
  priority?: number[]
  intent?: CaseIntent[]
  owner?: number[]
  tag?: string
  sort?: string
}

/** Parameters that a saved view keeps. */
export const VIEW_PARAMS = ['search', 'area', 'only', 'state', 'priority', 'intent', 'owner', 'tag', 'sort', 'cols'] as const

const listed = <T extends string>(text: string | null, known: readonly T[]): T[] =>
  (text ?? '').split(',').filter((word): word is T => (known as readonly string[]).includes(word))
const numbers = (text: string | null): number[] => (text ?? '').split(',').filter((word) => /^\d+$/.test(word)).map(Number) // prettier-ignore

/** Reads the address; what means nothing there is passed over. */
export function readCaseFilter(params: URLSearchParams): CaseFilter {
  const [state, intent, priority, owner] = [
    listed(params.get('state'), STATES),
    listed(params.get('intent'), INTENTS),
    numbers(params.get('priority')),
    numbers(params.get('owner')),
  ]
  const [search, area, tag, sort] = ['search', 'area', 'tag', 'sort'].map((name) => params.get(name))
  return {
    ...(search && { search }),
    ...(area && /^\d+$/.test(area) && { area: Number(area) }),
    ...(params.get('only') === 'uncovered' && { only: 'uncovered' as const }),
    ...(state.length > 0 && { state }),
    ...(intent.length > 0 && { intent }),
    ...(priority.length > 0 && { priority }),
    ...(owner.length > 0 && { owner }),
    ...(tag && { tag }),
    ...(sort && /^-?[a-z]+$/.test(sort) && { sort }),
  }
}

/** Whether anything is filtered out; sorting hides nothing. */
export const isFiltered = ({ sort: _, ...filter }: CaseFilter): boolean => Object.keys(filter).length > 0

/** A change of the address that shows everything again. */
export const NO_FILTER = { search: null, area: null, only: null, state: null, priority: null, intent: null, owner: null, tag: null }

/** The value of a list in the address with one entry switched; null when nothing is left. */
export function toggled(values: readonly (string | number)[] | undefined, value: string | number): string | null {
  const now = values ?? []
  const next = now.includes(value) ? now.filter((one) => one !== value) : [...now, value]
  return next.length > 0 ? next.join(',') : null
}

/** Picked cases in the address, by their numbers. */
export const readPicked = (text: string | null, prefix: string): ReadonlySet<string> =>
  new Set(readRanges(text ?? '').map((number) => `${prefix}-${number}`))
export const writePicked = (keys: Iterable<string>, prefix: string): string | null =>
  writeRanges([...keys].map((key) => Number(key.slice(prefix.length + 1)))) || null
