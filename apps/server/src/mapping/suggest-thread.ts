// A thread that computes suggestions: composition only; suggester.ts starts it.
import { alikeCases, type AlikePair, type CaseToMap, type KnownPair, type ScriptToMap, suggest, type Suggestion } from '@bobbin/core'
import { parentPort, workerData } from 'node:worker_threads'

export interface SuggestAsked {
  scripts: ScriptToMap[]
  cases: CaseToMap[]
  known: KnownPair[]
}

export type SuggestSaid = { done: number } | SuggestAnswer

export interface SuggestAnswer {
  suggestions: Suggestion[]
  /** Cases that say nearly the same. */
  alike: AlikePair[]
}

const say = (said: SuggestSaid) => parentPort?.postMessage(said)
const { scripts, cases, known } = workerData as SuggestAsked
say({ suggestions: suggest(scripts, cases, known, (done) => say({ done })), alike: alikeCases(cases) })
