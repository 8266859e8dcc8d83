import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { assign, bestPairs } from './assignment.js'
import { cosine, inverseFrequencies, jaccard, jaro, jaroWinkler, levenshtein, osaDistance } from './similarity.js'

/**
 * Values from jellyfish, RapidFuzz, python-Levenshtein, scikit-learn and scipy.optimize.linear_sum_assignment, on which several libraries
 * agree; where they do not, the file says so.
 */
interface Reference {
  id: string
  inputs: Record<string, unknown>
  expected: Record<string, unknown>
}
const { cases } = JSON.parse(readFileSync(new URL('similarity.fixture.json', import.meta.url), 'utf8')) as { cases: Reference[] }

describe('against values of other libraries', () => {
  const texts = cases.filter(({ inputs }) => typeof inputs.a === 'string' && inputs.k === undefined)
  it.each(texts.map((one) => [one.id, one] as const))('distances of %s', (_, { inputs, expected }) => {
    const [a, b] = [inputs.a as string, inputs.b as string]
    expect(levenshtein(a, b)).toBe(expected.levenshtein)
    expect(osaDistance(a, b)).toBe(expected.osa)
    // of two empty texts libraries say 0, 1 or nothing
    if (expected.jaro === null) return
    expect(jaro(a, b)).toBeCloseTo(expected.jaro as number, 10)
    expect(jaroWinkler(a, b)).toBeCloseTo(expected.jaroWinkler as number, 10)
  })

  it.each(cases.filter(({ id }) => id.startsWith('jaccard-')).map((one) => [one.id, one] as const))('%s', (_, { inputs, expected }) => {
    expect(jaccard(inputs.a as number[], inputs.b as number[])).toBeCloseTo(expected.jaccard as number, 10)
  })

  const weighed = cases.filter(({ id, inputs }) => id.startsWith('tfidf-') && inputs.smoothIdf === true && inputs.sublinearTf === false)
  it.each(weighed.map((one) => [one.id, one] as const))('%s', (_, { inputs, expected }) => {
    const documents = (inputs.docs as string[]).map((text) => text.split(/\s+/))
    const weights = inverseFrequencies(documents)
    for (const [word, idf] of Object.entries(expected.idf as Record<string, number>)) expect(weights.get(word)).toBeCloseTo(idf, 10)
    ;(expected.cosine as number[][]).forEach((row, i) =>
      row.forEach((value, j) => expect(cosine(documents[i] ?? [], documents[j] ?? [], weights)).toBeCloseTo(value, 10)),
    )
  })

  const problems = cases.filter(({ id }) => id.startsWith('assignment-'))
  it.each(problems.map((one) => [one.id, one] as const))('%s', (_, { inputs, expected }) => {
    const cost = (inputs.cost as number[][]).map((row) => row.map((value) => (inputs.maximize ? -value : value)))
    const found = assign(cost)
    const chosen = found.flatMap((column, row) => (column < 0 ? [] : [(inputs.cost as number[][])[row]?.[column] ?? NaN]))
    expect(chosen.reduce((sum, value) => sum + value, 0)).toBe(expected.total)
    if (!expected.unique) return
    expect(found.flatMap((column, row) => (column < 0 ? [] : [row]))).toEqual(expected.rows)
    expect(found.filter((column) => column >= 0)).toEqual(expected.cols)
  })
})

describe('bestPairs', () => {
  it('gives up the best pair where two others come to more', () => {
    const fits = [
      { row: 0, column: 0, score: 0.9 },
      { row: 0, column: 1, score: 0.8 },
      { row: 1, column: 0, score: 0.8 },
    ]
    expect(bestPairs(fits).map(({ row, column }) => [row, column])).toEqual([
      [0, 1],
      [1, 0],
    ])
  })
  it('leaves alone what nothing fits, and solves groups apart', () => {
    expect(bestPairs([])).toEqual([])
    expect(
      bestPairs([
        { row: 0, column: 5, score: 0.5 },
        { row: 1, column: 5, score: 0.4 },
        { row: 7, column: 8, score: 0.1 },
      ]).map(({ row, column }) => [row, column]),
    ).toEqual([
      [0, 5],
      [7, 8],
    ])
  })
})
