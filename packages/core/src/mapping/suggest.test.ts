import { describe, expect, it } from 'vitest'
import { type CaseToMap, type KnownPair, type ScriptToMap, suggest } from './suggest.js'
import { termsOf } from './terms.js'

describe('termsOf', () => {
  it.each([
    ['refusesLoadOverTheAxleLimit', ['refus', 'load', 'axl', 'limit']],
    ['test_refused_loads', ['refus', 'load']],
    ['HTTPServer sells tickets', ['http', 'server', 'sell', 'ticket']],
    ['it should work', ['work']],
    ['', []],
  ])('%s', (text, terms) => expect(termsOf(text)).toEqual(terms))
})

const cases: CaseToMap[] = [
  { id: 1, title: 'Vehicle deck refuses a load over the axle limit', areas: ['Deck planner', 'Limits'], more: '', free: true },
  { id: 2, title: 'Load exactly at the limit is accepted', areas: ['Deck planner', 'Limits'], more: '', free: true },
  { id: 3, title: 'Dangerous goods stand apart from the car deck', areas: ['Deck planner', 'Placement'], more: '', free: true },
  { id: 4, title: 'Scans made offline are sent later', areas: ['Gate scanner'], more: 'tunnel queue', free: true },
]
const script = (id: number, name: string, file = 'deck/axle.spec.ts'): ScriptToMap => ({ id, name, suites: [], file })

describe('suggest', () => {
  it('says which case, how sure it is, and why', () => {
    const [first] = suggest([script(1, 'refuses a load over the axle limit')], cases)
    expect(first).toMatchObject({ caseId: 1, chosen: true })
    expect(first?.confidence).toBeGreaterThan(0.8)
    expect(first?.reasons).toEqual([
      { kind: 'words', words: ['deck', 'refuses', 'load', 'axle', 'limit'] },
      { kind: 'area', area: 'Deck planner › Limits' },
    ])
  })
  it('reads abbreviations', () => {
    const [first] = suggest([script(1, 'dangrs_goods_apart')], cases)
    expect(first?.caseId).toBe(3)
  })
  it('does not let two scripts fight for one case', () => {
    const told = suggest([script(1, 'load over the limit is refused'), script(2, 'load at the limit')], cases).filter((one) => one.chosen)
    expect(told.map(({ scriptId, caseId }) => [scriptId, caseId])).toEqual([
      [1, 1],
      [2, 2],
    ])
  })
  it('does not tell again what was rejected, and follows neighbours', () => {
    const known: KnownPair[] = [
      { script: script(1, 'load at the limit'), caseId: 2, verdict: 'rejected' },
      { script: script(9, 'queues scans', 'x/offline.spec.ts'), caseId: 4, verdict: 'linked' },
    ]
    expect(suggest([script(1, 'load at the limit')], cases, known).map(({ caseId }) => caseId)).not.toContain(2)
    const [near] = suggest([script(3, 'sent when online, made offline', 'x/offline.spec.ts')], cases, known)
    expect(near?.reasons).toContainEqual({ kind: 'neighbours', area: 'Gate scanner', count: 1 })
  })
  it('says nothing where nothing fits', () =>
    expect(suggest([script(1, 'clock drift under two minutes', 'clock.spec.ts')], cases)).toEqual([]))
})

/**
 * A labelled set of cases and the scripts that verify them. It shares nothing with the code it tries: titles are made of a vocabulary of its
 * own; names of scripts are reworded, abbreviated, cut, split and dressed as runners dress them; some scripts have no case at all.
 */
function labelled(seed: number, count: number, linked = 0) {
  let state = seed
  const random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 4294967296
  }
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const areas: [string, string, string[], string[]][] = [
    [
      'Fare desk',
      'fares',
      ['ticket', 'season pass', 'refund', 'child fare', 'senior fare', 'group fare', 'receipt', 'voucher', 'card payment', 'student card'],
      ['price', 'zone', 'discount', 'checkout', 'basket', 'currency', 'invoice', 'quota'],
    ],
    [
      'Timetable',
      'timetable',
      [
        'departure',
        'sailing',
        'connection',
        'holiday schedule',
        'delay',
        'cancellation',
        'last ferry',
        'winter timetable',
        'stop',
        'crossing',
      ],
      ['notice', 'export', 'board', 'calendar', 'platform', 'track', 'feed', 'forecast'],
    ],
    [
      'Deck planner',
      'deck',
      ['axle load', 'trailer', 'motorbike', 'dangerous goods', 'tall vehicle', 'keel line', 'lane', 'bus', 'bicycle', 'camper'],
      ['placement', 'ramp', 'height', 'width', 'balance', 'plan', 'order', 'slot'],
    ],
    [
      'Gate scanner',
      'gate',
      [
        'boarding pass',
        'barcode',
        'offline scan',
        'gate clock',
        'duplicate pass',
        'crew badge',
        'tunnel',
        'battery',
        'wristband',
        'foot passenger',
      ],
      ['queue', 'beep', 'display', 'upload', 'signal', 'lock', 'retry', 'count'],
    ],
    [
      'Freight manifest',
      'freight',
      [
        'pallet',
        'customs form',
        'waybill',
        'container',
        'livestock',
        'frozen cargo',
        'seal number',
        'weight slip',
        'consignee',
        'hazard label',
      ],
      ['import', 'signature', 'archive', 'total', 'copy', 'status', 'page', 'draft'],
    ],
    [
      'Tide alerts',
      'tide',
      [
        'spring tide',
        'storm warning',
        'low water',
        'pier sensor',
        'subscriber',
        'night message',
        'wind speed',
        'harbour master',
        'gauge',
        'flood level',
      ],
      ['threshold', 'mail', 'silence', 'text', 'map', 'graph', 'repeat', 'history'],
    ],
  ]
  const verbs: [string, string][] = [
    ['is refused', 'refuses'],
    ['is accepted', 'accepts'],
    ['is printed', 'prints'],
    ['is shown', 'shows'],
    ['is saved', 'saves'],
    ['is sent', 'sends'],
    ['is counted', 'counts'],
    ['is cancelled', 'cancels'],
    ['is rounded', 'rounds'],
    ['expires', 'expires'],
    ['is sorted', 'sorts'],
    ['is merged', 'merges'],
  ]
  const whens = [
    'at noon',
    'over the limit',
    'without a card',
    'in winter',
    'after midnight',
    'for a group of ten',
    'on Sundays',
    'with two passengers',
    'when empty',
    'in euros',
    'near the border',
    'before departure',
    'during a storm',
    'from the kiosk',
  ]
  const synonyms: Record<string, string> = {
    refuses: 'rejects',
    shows: 'displays',
    prints: 'outputs',
    saves: 'stores',
    sends: 'delivers',
    cancels: 'aborts',
  }
  const cases: (CaseToMap & { folder: string; verb: string; thing: string; detail: string; when: string })[] = []
  const titles = new Set<string>()
  while (cases.length < count) {
    const [area, folder, things, details] = pick(areas)
    const [thing, detail, [passive, verb], when] = [pick(things), pick(details), pick(verbs), pick(whens)]
    const title = `${thing} ${detail} ${passive} ${when}`
    if (titles.has(title)) continue
    titles.add(title)
    cases.push({
      id: cases.length + 1,
      title: title.charAt(0).toUpperCase() + title.slice(1),
      areas: [area],
      more: '',
      free: true,
      folder,
      verb,
      thing,
      detail,
      when,
    })
  }
  const camel = (text: string) => text.replace(/[^A-Za-z0-9]+(.)/g, (_, letter: string) => letter.toUpperCase())
  const scripts: ScriptToMap[] = []
  const truth = new Map<number, number>()
  for (const { id, folder, verb, thing, detail, when } of cases) {
    const kind = random()
    const said = kind < 0.3 ? (synonyms[verb] ?? verb) : verb
    let name = `${said} ${thing} ${detail} ${when}`
    if (kind > 0.3 && kind < 0.45) name = `${thing} ${detail} ${when} ${said}`
    if (kind > 0.45 && kind < 0.55)
      name = name
        .replace('passenger', 'psngr')
        .replace('dangerous', 'dang')
        .replace('vehicle', 'vhcl')
        .replace('number', 'nmbr')
        .replace('without', 'w/o')
        .replace('departure', 'dep')
    if (kind > 0.55 && kind < 0.65) name = `${said} ${thing} ${detail}`
    if (kind > 0.65 && kind < 0.72) name = `${said} the ${detail} of each ${thing} ${when}`
    const dress = random()
    const own = scripts.push({
      id: scripts.length + 1,
      name: dress < 0.3 ? camel(`test ${name}`) : dress < 0.5 ? `test_${name.replace(/[^A-Za-z0-9]+/g, '_')}` : name,
      suites: random() < 0.5 ? [pick(['rules', 'limits', 'service', 'api', thing])] : [],
      file: `${folder}/${pick(['rules', 'service', 'api', 'smoke', thing.replace(/ /g, '-')])}.spec.ts`,
    })
    if (kind > 0.93) {
      // of no case: what it is about stands in no title
      const other = scripts[own - 1]
      if (other)
        other.name = `${pick(['keeps', 'logs', 'migrates', 'caches'])} ${pick(['sessions', 'metrics', 'a heartbeat', 'locale files', 'its config', 'feature flags'])} ${pick(['on restart', 'per tenant', 'in memory', 'behind a proxy'])}`
    } else truth.set(own, id)
  }
  // half of the scripts are linked already, and some of their neighbours have no case though one is much like it
  const known: KnownPair[] = []
  const toMap: ScriptToMap[] = []
  const missing = new Set<number>()
  for (const script of scripts) {
    const caseId = truth.get(script.id)
    if (caseId !== undefined && random() < linked) {
      known.push({ script, caseId, verdict: 'linked' })
      truth.delete(script.id)
      const at = cases[caseId - 1]
      if (at) at.free = false
    } else {
      toMap.push(script)
      if (caseId !== undefined && random() < 0.1) missing.add(caseId)
    }
  }
  for (const [scriptId, caseId] of truth) if (missing.has(caseId)) truth.delete(scriptId)
  return { cases: cases.filter(({ id }) => !missing.has(id)), scripts: toMap, truth, known }
}

describe.each([
  ['none of them linked', 5, 0],
  ['half of them linked already', 6, 0.5],
])('of 3,000 labelled scripts, %s', (_, seed, linked) => {
  const { cases: all, scripts, truth, known } = labelled(seed, 3000, linked)
  const told = suggest(scripts, all, known)
  const byScript = new Map<number, typeof told>()
  for (const one of told) byScript.set(one.scriptId, [...(byScript.get(one.scriptId) ?? []), one])

  it('the right case comes first for 90 %, and among the first three for 97 %', () => {
    let [first, three] = [0, 0]
    for (const [scriptId, caseId] of truth) {
      const list = byScript.get(scriptId) ?? []
      if (list[0]?.caseId === caseId) first++
      if (list.some((one) => one.caseId === caseId)) three++
    }
    expect(first / truth.size).toBeGreaterThanOrEqual(0.9)
    expect(three / truth.size).toBeGreaterThanOrEqual(0.97)
  })

  it('what is called likely is as likely as it is called', () => {
    const chosen = told.filter((one) => one.chosen)
    for (const least of [0.6, 0.75, 0.9]) {
      const band = chosen.filter(({ confidence }) => confidence >= least)
      const said = band.reduce((sum, { confidence }) => sum + confidence, 0) / band.length
      const right = band.filter((one) => truth.get(one.scriptId) === one.caseId).length / band.length
      expect(Math.abs(said - right), `from ${least} on`).toBeLessThan(0.05)
      expect(right).toBeGreaterThanOrEqual(least)
    }
  })
})
