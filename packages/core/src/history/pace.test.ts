import { describe, expect, it } from 'vitest'
import { paceOf } from './pace.js'

/** Park and Miller's generator (1988), so that every run tries the same histories. */
function seeded(seed: number): () => number {
  let state = seed
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647
}
/** Durations that scatter by a tenth, as the machines of pipelines do; log-normal by Box and Muller (1958). */
function history(random: () => number, builds: number, paceAt: (build: number) => number): number[] {
  return Array.from({ length: builds }, (_, build) => {
    const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    return paceAt(build) * Math.exp(0.1 * normal)
  })
}

describe('the pace of a test', () => {
  it('jumps at the build that made it slower, to within two', () => {
    const random = seeded(21)
    let near = 0
    for (let i = 0; i < 300; i++) {
      const at = 5 + Math.floor(random() * 20)
      const pace = paceOf(history(random, 30, (build) => (build < at ? 2100 : 6800)))
      if (pace?.kind === 'jump' && Math.abs(pace.index - at) <= 2) near++
    }
    expect(near / 300).toBeGreaterThan(0.98)
  })

  it('creeps where each build takes a little longer', () => {
    const random = seeded(4)
    const found = Array.from({ length: 200 }, () => paceOf(history(random, 30, (build) => 11_000 + 180 * build)))
    expect(found.filter((pace) => pace?.kind === 'creep').length / 200).toBeGreaterThan(0.85)
    const slopes = found.flatMap((pace) => (pace?.kind === 'creep' ? [pace.slope] : []))
    expect(slopes.reduce((sum, slope) => sum + slope, 0) / slopes.length).toBeCloseTo(180, -2)
  })

  it('is claimed to change for fewer than one of a thousand steady tests', () => {
    const random = seeded(7)
    let alarms = 0
    for (let i = 0; i < 5000; i++) if (paceOf(history(random, 30, () => 500 + 4000 * (i % 7)))) alarms++
    expect(alarms / 5).toBeLessThan(1)
  })

  it('is not changed by single odd values, by little, or in few builds', () => {
    expect(paceOf([100, 100, 9000, 100, 101, 100, 9000, 100, 99, 100])).toBeNull()
    expect(paceOf([10, 10, 10, 10, 10, 40, 40, 40, 40, 40])).toBeNull()
    expect(paceOf([100, 100, 100, 900, 900, 900, 900])).toBeNull()
    expect(paceOf([])).toBeNull()
  })

  it('may get better', () => {
    expect(paceOf([900, 910, 905, 899, 901, 300, 305, 299, 301, 300])).toMatchObject({ kind: 'jump', index: 5, before: 901, after: 300 })
  })
})
