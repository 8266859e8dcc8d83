import { describe, expect, it } from 'vitest'
import type { BriefRun, Finding } from './finding.js'
import { headlineOf, sentenceOf } from './sentences.js'

const run: BriefRun = {
  id: 149,
  build: '412',
  commit: '9f1c2ab',
  at: '2026-11-22T13:32:50Z',
  lane: { id: 1, pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' },
}
const words = (finding: Finding) => {
  const { parts, detail } = sentenceOf(finding, (iso) => iso)
  return [...parts, ...detail].map((part) => (part.to ? `[${part.text}](${part.to})` : part.text)).join('')
}

describe('sentenceOf', () => {
  it('says what newly fails, where and why, and links to exactly those rows', () => {
    expect(
      words({
        kind: 'newlyFailing',
        run,
        flaky: 0,
        count: 3,
        areas: ['Deck planner'],
        causes: 1,
        largest: { count: 3, oneCause: true, message: 'axle load is compared in kilograms\nmore' },
      }),
    ).toMatchInlineSnapshot(
      `"[3 tests newly fail](runs/149?show=newlyFailing) in Deck planner, with one cause: axle load is compared in kilograms.Since [build 412](runs/149) of fare-desk-web in pier-test, commit 9f1c2ab. [1 cause](failures?run=149)."`,
    )
  })
  it('claims one cause where that is sure, likeness where it is likely, and nothing where each says its own', () => {
    const said = (causes: number, size: number, oneCause: boolean) =>
      words({
        kind: 'newlyFailing',
        run,
        flaky: 0,
        count: 1204,
        areas: [],
        causes,
        largest: { count: size, oneCause, message: 'expected … to be …' },
      })
    expect(said(1, 1204, false)).toContain('1,204 tests newly fail](runs/149?show=newlyFailing), all alike: expected … to be …')
    expect(said(30, 1100, true)).toContain('newlyFailing); 1,100 of them have one cause: expected … to be …')
    expect(said(900, 40, false)).toContain('newlyFailing); 40 of them fail alike: expected … to be …')
    expect(said(1204, 1, false)).toContain('newlyFailing).')
  })
  it('says of what is proven flaky that it is no news', () => {
    expect(
      words({ kind: 'unsteady', run, failed: 2, passed: 1, worst: { name: 'Scanner rejoins', scriptId: 7, share: 0.36 } }),
    ).toMatchInlineSnapshot(
      `"[3 tests that are proven flaky](trends) changed in fare-desk-web in pier-test: 2 fail and 1 passes again. That is no news.[“Scanner rejoins”](tests/7) does not pass at first in 36 % of its runs."`,
    )
    expect(words({ kind: 'newlyFailing', run, flaky: 1, count: 2, areas: [], causes: 0, largest: null })).toContain(
      'Its page lists 1 more that is proven flaky.',
    )
    expect(words({ kind: 'flaky', proven: 3, maybe: 1, redAlone: 12, retryMs: 22_000 })).toMatchInlineSnapshot(
      `"[3 tests are proven flaky](trends), 1 more may be.12 runs were red because of one alone and 22.0 s went into retries."`,
    )
    expect(words({ kind: 'flaky', proven: 0, maybe: 2, redAlone: 0, retryMs: 0 })).toMatchInlineSnapshot(
      `"[2 tests may be flaky](trends)."`,
    )
  })
  it('says what got slower, what is silent, what waits and what comes next', () => {
    const worst = {
      name: 'Deck plan',
      scriptId: 7,
      beforeMs: 2100,
      afterMs: 6800,
      build: '398',
      commit: 'a61f0c2d',
      runId: 9,
      creeps: false,
    }
    expect(words({ kind: 'slower', count: 1, costMs: 4700, worst })).toMatchInlineSnapshot(
      `"[1 test got slower](trends/slow), by 4.70 s a run.[“Deck plan”](tests/7) takes 6.80 s instead of 2.10 s, since [build 398](runs/9?script=7), commit a61f0c2."`,
    )
    expect(words({ kind: 'silentScripts', count: 2 })).toMatchInlineSnapshot(
      `"[2 scripts with a case were not reported lately](mapping?only=silent): in the code, and in none of the newest runs."`,
    )
    expect(words({ kind: 'mine', failures: 1, unread: 2 })).toMatchInlineSnapshot(
      `"[1 cause of failures and 2 mentions](mine) wait for you."`,
    )
    expect(words({ kind: 'next', planId: 3, name: 'Nightly', at: '2026-11-30T06:00:00Z' })).toMatch(
      /^\[Nightly\]\(plans\?plan=3\) runs next, /,
    )
  })
  it('speaks of one test in the singular', () => {
    expect(words({ kind: 'newlyFailing', run, flaky: 0, count: 1, areas: ['Timetable'], causes: 1, largest: null })).toContain(
      '1 test newly fails](runs/149?show=newlyFailing) in Timetable.',
    )
  })
  it.each<[Finding, string]>([
    [{ kind: 'outage', run, count: 118, total: 388, message: 'connection refused', over: true }, 'runs/149?outcome=errored'],
    [{ kind: 'incomplete', run, faults: 1, notRun: 18, subject: 'test_tides.py' }, 'runs/149?show=notRun'],
    [{ kind: 'unlinked', count: 41, total: 388 }, 'scripts?only=unlinked'],
    [{ kind: 'uncovered', count: 28, total: 271 }, 'cases?only=uncovered'],
    [{ kind: 'unknownKeys', count: 1, keys: ['FERRY-990'] }, 'scripts?only=unknownKeys'],
    [{ kind: 'silent', environment: 'pier-test', days: 4, lastRunId: 7 }, 'runs?env=pier-test'],
    [{ kind: 'fixed', run, flaky: 0, count: 4 }, 'runs/149?show=fixed'],
  ])('links $kind to its rows', (finding, to) => expect(words(finding)).toContain(to))
})

describe('headlineOf', () => {
  const brief = (findings: Finding[], failing = 0) => ({ findings, latest: [{ failing, newlyFailing: 0 }] })
  it('names what broke', () =>
    expect(headlineOf(brief([{ kind: 'newlyFailing', run, flaky: 0, count: 3, areas: ['Deck planner'], causes: 1, largest: null }]))).toBe(
      'Deck planner broke in build 412. The rest passed.',
    ))
  it('does not call a red build sound', () => expect(headlineOf(brief([], 2))).toBe('Nothing new broke. Some older failures remain.'))
  it('says so when nothing broke', () => expect(headlineOf(brief([]))).toBe('Nothing broke.'))
})
