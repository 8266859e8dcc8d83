import type { FailureRow } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { differenceWords, isBack, muteWords, placeWords, reasonWords, standWords } from './failure-words.js'

const AT = '2026-11-20T10:00:00Z'
const build = (name: string, tests: number) => ({ build: name, runId: 1, at: AT, tests, outcome: tests > 0 ? ('failed' as const) : null })
const row = (more: Partial<FailureRow> = {}): FailureRow => ({
  id: 1, title: 'axle load is compared in kilograms', state: 'untriaged', cause: null, suggested: null, assignee: null, team: null, defect: null,
  failWhileOpen: false, mute: null, resolvedAt: null, resolvedByItself: false, backAt: null, version: 0, decidedBy: null, decidedAt: null,
  tests: 4, failures: 4, knockOn: 0, behind: null, outcome: 'failed', areas: ['Deck planner'], environments: ['pier-test'],
  since: { build: '412', commit: null, runId: 1, at: AT }, last: { build: '412', runId: 1, at: AT },
  strip: [build('411', 0), build('412', 4)], seenIn: 1, buildsSeen: 2, ...more,
}) // prettier-ignore
const mute = { id: 1, environment: null, reason: '', untilAt: null, untilBuild: null, untilDefect: null, by: null, at: AT, groupId: 1, scriptId: null, name: '', endedAt: null, endedWhy: null } // prettier-ignore

describe('how a cause stands', () => {
  it.each<[string, Partial<FailureRow>, [string, string, boolean]]>([
    ['nobody looked at it', {}, ['not triaged', '', true]],
    ['suggested', { suggested: { cause: 'product', sure: 0.924 } }, ['not triaged', 'suggested: product, 0.92', true]],
    ['nothing is wholly sure', { suggested: { cause: 'flaky', sure: 0.9999 } }, ['not triaged', 'suggested: flaky, 0.99', true]],
    ['decided', { state: 'known', cause: 'script', assignee: { id: 2, name: 'Runa Solberg' } }, ['script', 'Runa Solberg has it', false]],
    [
      'with a defect',
      {
        state: 'known',
        cause: 'data',
        defect: { id: 1, key: 'GHF-91', title: '', url: null, state: 'open', stateName: 'open', problem: null },
      },
      ['data', 'GHF-91 · open', false],
    ],
    ['muted', { state: 'muted', cause: 'flaky', mute: { ...mute, untilBuild: '420' } }, ['flaky', 'muted until build 420', false]],
    ['resolved', { state: 'resolved', cause: 'environment', resolvedAt: AT }, ['environment', 'resolved', false]],
    ['back', { state: 'known', cause: 'flaky', backAt: AT }, ['flaky, back again', '', true]],
    ['back, and decided since', { state: 'known', cause: 'flaky', backAt: AT, decidedAt: '2026-11-21T10:00:00Z' }, ['flaky', '', false]],
    ['behind another', { behind: { id: 2, title: 'x' } }, ['knock-on', '', false]],
  ])('%s', (_, more, [first, second, red]) => expect(standWords(row(more))).toEqual({ first, second, red }))

  it('is back only while it is open', () => {
    expect(isBack(row({ backAt: AT }))).toBe(true)
    expect(isBack(row({ backAt: AT, resolvedAt: AT }))).toBe(false)
  })
})

it.each<[Partial<FailureRow>, string]>([
  [{}, '4 tests · Deck planner · since 412'],
  [{ tests: 1, areas: [], environments: ['a', 'b'] }, '1 test · since 412 · 2 environments'],
  [{ areas: ['Fare desk', 'Timetable'] }, '4 tests · 2 areas · since 412'],
  [{ strip: [build('410', 1), build('411', 0), build('412', 1)], seenIn: 2, buildsSeen: 3 }, '4 tests · Deck planner · 2 of 3 builds'],
  [{ behind: { id: 2, title: 'x' }, failures: 3 }, '3 knock-on failures · Deck planner · since 412'],
])('where and since when: %#', (more, words) => expect(placeWords(row(more))).toBe(words))

it('a mute says until when, and where', () => {
  expect(muteWords({ ...mute, untilAt: '2026-12-12T22:00:00Z', environment: 'pier-test' })).toBe('muted until 12 Dec in pier-test')
  expect(muteWords({ ...mute, untilDefect: 'GHF-91' })).toBe('muted until GHF-91 is closed')
})

it('reasons are sentences', () => {
  expect(reasonWords({ code: 'changedInStack', cause: 'product', weight: 2, value: 'planner.ts' })).toBe(
    'planner.ts, which the first build changed, is on the stack',
  )
  expect(reasonWords({ code: 'decidedBefore', cause: 'flaky', weight: 2, value: 3, of: 4 })).toBe(
    '3 of 4 failures near it were called flaky',
  )
})

describe('what differs from the last good attempt', () => {
  const facts = {
    runId: 1,
    build: '411',
    environment: 'pier-test',
    at: AT,
    durationMs: 1000,
    agent: 'quay-1',
    profile: null,
    steps: 4,
    settings: { CURRENCY: 'crowns' },
  }

  it('is said line by line, and noise is not', () => {
    const bad = { ...facts, agent: 'quay-2', durationMs: 5200, steps: 2, settings: { CURRENCY: 'euros' } }
    expect(differenceWords({ bad, good: facts })).toEqual([
      'on agent quay-2, before on quay-1',
      'took 5.20 s, before 1.00 s',
      'stopped after 2 steps, before 4 steps',
      'CURRENCY is euros, before crowns',
    ])
    expect(differenceWords({ bad: { ...facts, durationMs: 1150 }, good: facts })).toEqual([])
    expect(differenceWords({ bad, good: null })).toEqual([])
  })
})
