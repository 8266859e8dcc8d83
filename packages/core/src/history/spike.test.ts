import { describe, expect, it } from 'vitest'
import { type DayPart, explainSpike, findSpike, type RedCount } from './spike.js'

const red = (count: number, parts: Partial<Record<DayPart, string>>): RedCount => ({
  count,
  parts: { environment: null, area: null, suite: null, file: null, team: null, cause: null, pipeline: null, ...parts },
})

describe('a spike', () => {
  it('is explained by the fewest parts that make most of it, but not by what is always so', () => {
    const spike = [
      red(48, { environment: 'pier-test', area: 'Timetable', team: 'Harbour', file: 'tides.py' }),
      red(3, { environment: 'pier-test', area: 'Timetable', team: 'Harbour', file: 'season.py' }),
      red(2, { environment: 'harbour-dev', area: 'Fares', file: 'fares.ts' }),
    ]
    const others = [red(40, { environment: 'pier-test', area: 'Fares', file: 'fares.ts' }), red(10, { environment: 'harbour-dev' })]
    const found = explainSpike(spike, others)
    // 51 of 53 stand in one area and with one team, 48 in one file; 80 % are in pier-test at other times, too
    expect(found.map(({ part, values, share }) => [part, values, Number(share.toFixed(3))])).toEqual([
      ['area', [{ name: 'Timetable', count: 51 }], 0.962],
      ['team', [{ name: 'Harbour', count: 51 }], 0.962],
      ['file', [{ name: 'tides.py', count: 48 }], 0.906],
    ])
  })

  it('may need several, and is not explained where it is spread', () => {
    const two = [red(5, { area: 'a' }), red(4, { area: 'b' }), red(1, { area: 'c' })]
    expect(explainSpike(two, [])).toEqual([
      { part: 'area', values: [{ name: 'a', count: 5 }, { name: 'b', count: 4 }], share: 0.9, usualShare: null },
    ]) // prettier-ignore
    expect(explainSpike('abcdefgh'.split('').map((area) => red(1, { area })), [])).toEqual([]) // prettier-ignore
    expect(explainSpike(two, [], { area: 1 })).toEqual([])
    expect(explainSpike([], two)).toEqual([])
  })

  it('is found where days stand out from their median, with its neighbours', () => {
    expect(findSpike([4, 5, 3, 0, 51, 47, 4, 6, 30])).toEqual([4, 5])
    expect(findSpike([0, 0, 0, 4, 0])).toBeNull()
    expect(findSpike([10, 12, 11, 25])).toBeNull()
    expect(findSpike([])).toBeNull()
  })
})
