import type { MappingCase, MappingRow } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { blocksOf, linesOf, proposalOf } from './blocks.js'

const row = (id: number, file: string, more: Partial<MappingRow> = {}): MappingRow => ({
  id,
  name: `test ${id}`,
  suites: [],
  file,
  line: id,
  framework: 'vitest',
  scanned: true,
  variants: 0,
  lastOutcome: null,
  links: [],
  suggestions: [],
  findings: [],
  was: null,
  movedAt: null,
  movedBy: null,
  goneAt: null,
  unknownKeys: [],
  claimedKeys: [],
  ...more,
})
const caseOf = (number: number, ...areas: string[]): [string, MappingCase] => [
  `FERRY-${number}`,
  { key: `FERRY-${number}`, title: `case ${number}`, areas, intent: 'toAutomate', state: 'draft' },
]
const suggested = (number: number, confidence = 0.9) => ({ caseKey: `FERRY-${number}`, confidence, reasons: [], chosen: true })
const linked = (number: number, state: 'active' | 'broken' = 'active') => ({
  caseKey: `FERRY-${number}`,
  caseTitle: '',
  origin: 'declared' as const,
  state,
})

describe('blocksOf', () => {
  const cases = new Map([caseOf(1, 'Deck', 'Limits'), caseOf(2, 'Deck', 'Limits'), caseOf(3, 'Gate')])

  it('puts the cases of a file beside it, by area, in the order of its scripts', () => {
    const [block] = blocksOf(
      [row(1, 'a.ts', { suggestions: [suggested(3)] }), row(2, 'a.ts', { links: [linked(2)] }), row(3, 'a.ts', { links: [linked(1)] })],
      cases,
    )
    expect(block?.cases.map((line) => (line.kind === 'area' ? line.name : line.at.key))).toEqual([
      'Gate',
      'FERRY-3',
      'Deck › Limits',
      'FERRY-2',
      'FERRY-1',
    ])
    expect(block?.threads.map(({ kind, from, to }) => [kind, from, to])).toEqual([
      ['suggested', 1, 1],
      ['active', 2, 3],
      ['active', 3, 4],
    ])
    expect(block && linesOf(block)).toBe(5)
  })

  it('frays what is broken, and draws what was just decided', () => {
    const rows = [
      row(1, 'a.ts', { links: [linked(1)], goneAt: '2026-11-29T00:00:00Z' }),
      row(2, 'a.ts', { suggestions: [suggested(2), suggested(3, 0.3)] }),
    ]
    expect(blocksOf(rows, cases)[0]?.threads.map(({ kind }) => kind)).toEqual(['broken', 'suggested'])
    const accepted = new Map([[2, { caseKey: 'FERRY-2', verdict: 'accept' as const }]])
    expect(blocksOf(rows, cases, accepted)[0]?.threads.map(({ kind }) => kind)).toEqual(['broken', 'active'])
    const rejected = new Map([[2, { caseKey: 'FERRY-2', verdict: 'reject' as const }]])
    expect(blocksOf(rows, cases, rejected)[0]?.threads.map(({ caseKey }) => caseKey)).toEqual(['FERRY-1', 'FERRY-3'])
    expect(rows[1] && proposalOf(rows[1], rejected)?.caseKey).toBe('FERRY-3')
  })

  it('parts long files', () => {
    const blocks = blocksOf(
      Array.from({ length: 95 }, (_, i) => row(i + 1, 'long.ts')),
      cases,
    )
    expect(blocks.map(({ scripts, continued }) => [scripts.length, continued])).toEqual([
      [40, false],
      [40, true],
      [15, true],
    ])
  })
})
