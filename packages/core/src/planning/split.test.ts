import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { medianOf, splitByCount, splitByTime } from './split.js'

interface Case {
  id: string
  inputs: { jobs: number[]; machines: number }
  expected: { opt: number; lpt?: number }
}

/** Graham's worked examples and seeded instances; optimum by branch and bound and by mixed-integer programming, as each case says. */
const { cases } = JSON.parse(readFileSync(new URL('split.fixture.json', import.meta.url), 'utf8')) as { cases: Case[] }
const split = (jobs: readonly number[], machines: number) => splitByTime(jobs.map((time) => ({ time })), machines) // prettier-ignore

describe('splitting by time', () => {
  it.each(cases.map((one) => [one.id, one] as const))('%s', (_, { inputs: { jobs, machines }, expected: { opt } }) => {
    const { makespan, shares, bound } = split(jobs, machines)
    expect(makespan).toBeGreaterThanOrEqual(opt)
    expect(makespan).toBeLessThanOrEqual(opt * (4 / 3 - 1 / (3 * machines)) + 1e-9)
    expect(bound).toBeLessThanOrEqual(opt + 1e-9)
    expect(shares.flat().sort((a, b) => a - b)).toEqual(jobs.map((_, i) => i))
  })

  it('is within 2 % of the best on the seeded instances, on average', () => {
    const ratios = cases.map(({ inputs: { jobs, machines }, expected: { opt } }) => split(jobs, machines).makespan / opt)
    expect(ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length).toBeLessThanOrEqual(1.02)
  })

  it('gives nothing to do where there is nothing, and all to one machine', () => {
    expect(split([], 3)).toEqual({ shares: [[], [], []], makespan: 0, bound: 0 })
    expect(split([2, 3], 1).makespan).toBe(5)
  })
})

it('splits by count into shares that differ by one at most', () => {
  const shares = splitByCount(Array.from({ length: 10 }, () => ({ time: 1 })), 4).shares // prettier-ignore
  expect(shares.map((share) => share.length).sort()).toEqual([2, 2, 3, 3])
  expect(shares.flat()).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9])
})

it('takes the median of times', () => {
  expect(medianOf([])).toBeNull()
  expect(medianOf([3, 1, 2])).toBe(2)
  expect(medianOf([4, 1, 2, 3])).toBe(2.5)
})
