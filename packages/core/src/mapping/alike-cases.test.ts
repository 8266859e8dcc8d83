import { describe, expect, it } from 'vitest'
import { ALIKE_FROM, alikeCases, type SaidCase } from './alike-cases.js'
import { termsOf } from './terms.js'

const said = (id: number, title: string, more = ''): SaidCase => ({ id, title, more })

describe('cases that say nearly the same', () => {
  it('are those with the same words, whatever their order, endings and small words', () => {
    expect(
      alikeCases([
        said(7, 'Vehicle deck refuses a load over the axle limit', 'Load the deck. It refuses.'),
        said(3, 'The vehicle deck refuses loads over the axle limit', 'Load the deck. It refuses.'),
        said(9, 'Gate opens for a season pass'),
      ]),
    ).toEqual([{ a: 3, b: 7, likeness: 1 }])
  })

  it('are none where one word in eight differs, a number, a contrary, or the steps', () => {
    const pairs = (...titles: string[]) => alikeCases(titles.map((title, i) => said(i + 1, title)))
    expect(
      pairs('Vehicle deck refuses a load over the axle limit', 'Vehicle deck refuses a load over the axle limit on the small ferry'),
    ).toEqual([])
    expect(pairs('A ticket of zone 1 opens gate', 'A ticket of zone 2 opens gate')).toEqual([])
    expect(pairs('Gate opens for a pass that was blocked', 'Gate opens for a pass that was not blocked')).toEqual([])
    const steps = ['Open the planner. Choose lane A. Close it by hand.', 'Sign in. Order a reefer container. Print the manifest.']
    expect(alikeCases(steps.map((more, i) => said(i + 1, 'Lane is closed by the mate', more)))).toEqual([])
  })

  it('are all that comparing each with each finds', () => {
    // Park and Miller's generator (1988), so that every run tries the same
    let state = 18
    const random = (below: number) => (state = (state * 48_271) % 2_147_483_647) % below
    const words = ['gate', 'deck', 'lane', 'ticket', 'refund', 'tide', 'alert', 'pier', 'ramp', 'coach', 'trailer', 'manifest']
    const cases = Array.from({ length: 300 }, (_, i) => said(i + 1, Array.from({ length: 3 + random(6) }, () => words[random(words.length)]).join(' '))) // prettier-ignore
    const sets = cases.map(({ title }) => new Set(termsOf(title)))
    const each = cases.flatMap(({ id: a }, i) =>
      cases.slice(i + 1).flatMap(({ id: b }) => {
        const [x, y] = [sets[a - 1] ?? new Set(), sets[b - 1] ?? new Set()]
        const shared = [...x].filter((word) => y.has(word)).length
        return shared / (x.size + y.size - shared) >= ALIKE_FROM ? [`${a} ${b}`] : []
      }),
    )
    expect(each.length).toBeGreaterThan(20)
    expect(new Set(alikeCases(cases, Infinity).map(({ a, b }) => `${a} ${b}`))).toEqual(new Set(each))
  })

  it('cases without a word are like none', () => expect(alikeCases([said(1, '…'), said(2, '…')])).toEqual([]))
})
