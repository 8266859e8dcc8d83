import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { failureFamily, groupTitle } from './family.js'
import { failureSignature } from './signature.js'

interface Case {
  id: string
  kind: 'trace' | 'pair'
  inputs: { raw?: string; a?: string; b?: string }
  expected: { group?: string; same?: boolean }
  judgement?: boolean
}

/** Failure output of programs that were really run, labelled by the faulty statement: see signature.test.ts. */
const { cases } = JSON.parse(readFileSync(new URL('./fixtures/stack-traces.json', import.meta.url), 'utf8')) as { cases: Case[] }
const traces = cases.filter(({ kind }) => kind === 'trace')
const familyOf = (raw: string) => failureFamily(failureSignature({ message: null, type: null, stack: raw }) ?? '')
const byId = new Map(traces.map(({ id, inputs }) => [id, familyOf(inputs.raw ?? '')]))

/** How many pairs are the same failure by label and by family, by one of them only, or by neither. */
function compared(pairs: readonly { same: boolean; a: string; b: string }[]) {
  const counts = { both: 0, onlyFamily: [] as string[], onlyLabel: [] as string[], neither: 0 }
  for (const { same, a, b } of pairs) {
    const alike = byId.get(a) === byId.get(b)
    if (same && alike) counts.both++
    else if (alike) counts.onlyFamily.push(`${a} ${b}`)
    else if (same) counts.onlyLabel.push(`${a} ${b}`)
    else counts.neither++
  }
  return {
    ...counts,
    precision: counts.both / (counts.both + counts.onlyFamily.length),
    recall: counts.both / (counts.both + counts.onlyLabel.length),
  }
}

describe('labelled failures (docs/failures.md has the table)', () => {
  it('meet in one group where they are the same, and not otherwise: every pair of them', () => {
    const pairs = traces.flatMap((one, i) =>
      traces.slice(i + 1).map((other) => ({ same: one.expected.group === other.expected.group, a: one.id, b: other.id })),
    )
    const found = compared(pairs)
    expect(found.onlyLabel).toEqual([])
    // two functions that divide by zero in the one helper which they call, and two status codes of one check
    expect(found.onlyFamily).toEqual([
      'trace-py-zerodiv-mean-1 trace-py-zerodiv-rate-1',
      'trace-py-zerodiv-mean-2 trace-py-zerodiv-rate-1',
      'trace-node-status-500-1 trace-node-status-404-1',
      'trace-node-status-404-1 trace-node-status-500-2',
    ])
    expect([found.both, found.neither]).toEqual([26, 1455])
  })

  it('the pairs that are labelled by hand', () => {
    const pairs = cases
      .filter(({ kind, judgement }) => kind === 'pair' && !judgement)
      .map(({ inputs, expected }) => ({ same: expected.same ?? false, a: inputs.a ?? '', b: inputs.b ?? '' }))
    const found = compared(pairs)
    expect([found.both, found.neither]).toEqual([15, 11])
    expect(found.precision).toBeGreaterThanOrEqual(0.97)
    expect(found.recall).toBeGreaterThanOrEqual(0.95)
  })
})

describe('what is set aside', () => {
  const family = (message: string, stack: string | null = null, type = 'Error') =>
    failureFamily(failureSignature({ message, type, stack }, { name: 'n', suites: [], classname: 'c', sourceFile: null }) ?? '')
  const at = '    at priceOf (fares/price.ts:31:7)'

  it.each([
    ['figures', 'sailing 12 has left the harbour', 'sailing 904 has left the harbour'],
    ['ids', 'booking a81bc81b-dead-4e5d-abff-90865d1e13b1 was lost', 'booking 7c9e6679-7425-40de-944b-e07fc1f90ae7 was lost'],
    ['short ids', 'booking GH20a was lost on the ferry', 'booking KK7b1 was lost on the ferry'],
    ['folders', 'cannot read /srv/a1/fares.json of the fare desk', 'cannot read /home/ci/7/fares.json of the fare desk'],
  ])('%s', (_, one, other) => expect(family(one)).toBe(family(other)))

  it('quoted values where a frame says where it happened, and the package of an exception', () => {
    expect(family('the fare of "Runa" is missing', at)).toBe(family('the fare of "Olav" is missing', at))
    expect(family('lost at sea', at, 'ferry.errors.LostError')).toBe(family('lost at sea', at, 'LostError'))
  })

  it('but no quoted name where nothing else tells two failures apart', () => {
    expect(family('the button "BookNow" cannot be found on the page')).not.toBe(family('the button "PayNow" cannot be found on the page'))
  })
})

describe('the title of a group', () => {
  it.each([
    ['\u001b[31mfare is wrong\u001b[39m\n  at x', '~E\u001fw', 'fare is wrong'],
    ['\n\n   \nsecond line says it', '~E\u001fw', 'second line says it'],
    [null, '~TypeError\u001f\u001fprice.ts priceOf', 'TypeError in price.ts priceOf'],
    [null, '~\u001f', 'No message'],
    ['a\u202eb', '~', 'a⟪RLO⟫b'],
  ])('%j is called', (message, signature, title) => expect(groupTitle(message, signature)).toBe(title))

  it('is cut where it is very long', () => expect(groupTitle('x'.repeat(5000), '~')).toHaveLength(200))
})
