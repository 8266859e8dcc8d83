import { SYSTEMS, type Part, type System } from './catalogue.js'
import { Random } from './random.js'

export interface DemoCase {
  number: number
  title: string
  area: [string, string]
}

/** One automated test of the demo, as its runner would name it. */
export interface DemoScript {
  id: string
  system: System
  part: Part
  title: string
  /** The key it declares, if any. */
  key: string | null
  baseMs: number
  /** The subject and ending it was made of, for the stories to find it. */
  subject: string
  ending: string
  /** The values of a row of a data-driven test. */
  row?: string
}

/** By it the demo is the same everywhere. */
export const SEED = 4127

export interface World {
  cases: DemoCase[]
  scripts: DemoScript[]
}

const EXTRA = ['on a phone', 'by keyboard alone', 'with two crews at once'] as const

/** Makes cases and scripts: most cases have a script, some two, some none; some scripts have no case. */
export function makeWorld(seed: number): World {
  const random = new Random(seed)
  const cases: DemoCase[] = []
  const scripts: DemoScript[] = []
  let number = 101
  for (const system of SYSTEMS) {
    for (const part of system.parts) {
      for (const subject of part.subjects) {
        for (const [ending, context] of part.endings.flatMap((one) => ['', ...system.contexts].map((where) => [one, where] as const))) {
          const title = [subject, ending, context].filter(Boolean).join(' ')
          const base = { system, part, subject, ending, baseMs: baseDuration(random, system) }
          // the stories are told of the plain ones: these are always there
          const plain = context === ''
          const withCase = !random.chance(0.1) || plain
          if (withCase) cases.push({ number, title, area: [system.name, part.name] })
          const key = withCase ? `FERRY-${number++}` : null
          const automated = !withCase || !random.chance(0.1) || plain
          if (automated) scripts.push({ ...base, id: title, title, key: random.chance(0.9) ? key : null })
          if (withCase && automated && random.chance(0.38)) {
            const extra = random.pick(EXTRA)
            scripts.push({ ...base, id: `${title} ${extra}`, title: `${title} ${extra}`, key })
          }
        }
      }
    }
  }
  // a key that names no case: somebody mistyped it
  scripts.push({
    ...scripts[7]!,
    id: 'mistyped',
    title: 'Ten-trip card counts down',
    key: 'FERRY-1990',
    subject: 'Ten-trip card',
    ending: 'counts down',
  })
  scripts.push(...rowsOfDues(scripts))
  return { cases, scripts }
}

const DUES = ['car-4.2', 'van-5.9', 'coach-12.0', 'lorry-16.5', 'motorbike-2.1', 'caravan-7.4', 'trailer-9.8', 'bicycle-1.8']

/** A data-driven test: one test of the services, with a row for each vehicle and its length. */
function rowsOfDues(scripts: readonly DemoScript[]): DemoScript[] {
  const like = scripts.find(({ part, system }) => system.runner === 'service' && part.name === 'Containers')
  if (!like) throw new Error('The services have no containers')
  const title = 'Freight dues by length'
  return DUES.map((row) => ({
    ...like,
    id: `${title} ${row}`,
    title,
    key: null,
    baseMs: 140,
    subject: 'Freight dues',
    ending: 'by length',
    row,
  }))
}

function baseDuration(random: Random, system: System): number {
  const spread = Math.exp((random.next() - 0.5) * 3)
  return Math.round((system.runner === 'browser' ? 1400 : 220) * spread)
}
