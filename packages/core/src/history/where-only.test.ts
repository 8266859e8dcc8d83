import { describe, expect, it } from 'vitest'
import { helped, type Placed, whereOnly } from './where-only.js'

const runs = (bad: number, of: number, places: Placed['places']): Placed[] =>
  Array.from({ length: of }, (_, i) => ({ bad: i < bad, places }))

describe('where a test does worse', () => {
  it('is told where chance hardly does it', () => {
    const all = [...runs(8, 20, { environment: 'stage', hour: '2' }), ...runs(0, 30, { environment: 'dev', hour: '2' })]
    const found = whereOnly(all, ['environment', 'hour', 'agent'])
    expect(found).toHaveLength(1)
    // Fisher's exact test of [8, 12; 0, 30], greater: C(20, 8) / C(50, 8) = 125970 / 536878650; two values were tried
    expect(found[0]).toMatchObject({ by: 'environment', value: 'stage', bad: 8, of: 20, elsewhereBad: 0, elsewhereOf: 30 })
    expect(found[0]?.p).toBeCloseTo((2 * 125_970) / 536_878_650, 8)
  })

  it('is not told where it may be chance, or where all runs were in one place', () => {
    expect(whereOnly([...runs(1, 5, { agent: 'a' }), ...runs(0, 5, { agent: 'b' })], ['agent'])).toEqual([])
    expect(whereOnly(runs(3, 10, { agent: 'a' }), ['agent'])).toEqual([])
    expect(whereOnly([], ['agent'])).toEqual([])
  })
})

describe('what was done about a test', () => {
  const history = (before: string, after: string) =>
    helped(
      [...before, ...after].map((one) => one === 'x'),
      before.length,
    )

  it('helped where it is good since, and that is no chance', () => {
    // [10, 10; 0, 10] greater: the chance that all 10 bad of 30 are among the first 20: C(20, 10) / C(30, 10) = 184756 / 30045015
    const judged = history('x.x.x.x.x.x.x.x.x.x.', '..........')
    expect(judged).toMatchObject({ verdict: 'helped', before: { bad: 10, of: 20 }, after: { bad: 0, of: 10 }, needed: 5 })
    expect(judged.p).toBeCloseTo(184_756 / 30_045_015, 8)
  })

  it('is not sure after few runs, and did not help where it goes on', () => {
    expect(history('x...x...x...', '..').verdict).toBe('not yet sure')
    expect(history('x.x.x.x.', 'x.x.').verdict).toBe('did not help')
    expect(history('....', '....')).toMatchObject({ verdict: 'not yet sure', needed: null })
  })
})
