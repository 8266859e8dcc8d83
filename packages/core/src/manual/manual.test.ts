import { describe, expect, it } from 'vitest'
import { readResultFile } from '../formats/registry.js'
import { writeJunit } from '../formats/write/junit.js'
import { emptyDraft, isBegun, judge, judgeCase, mergeDrafts, nextStep, passRest, undoVerdict, verdictOf } from './draft.js'
import { type ManualCase, manualResult } from './manual-result.js'
import { workDays, workload } from './workload.js'

const HOUR = 3_600_000

describe('a draft', () => {
  it('takes verdicts step by step, and undoes them in the order in which they came', () => {
    let draft = judge(emptyDraft(4), 0, 'passed', 7)
    expect(nextStep(draft, 1)).toBe(1)
    draft = judge(draft, 1, 'failed', 7)
    draft = passRest(draft, 8)
    expect(draft.steps.map(({ verdict, by }) => [verdict, by])).toEqual([['passed', 7], ['failed', 7], ['passed', 8], ['passed', 8]]) // prettier-ignore
    expect(nextStep(draft)).toBeNull()
    const back = undoVerdict(draft)
    expect(back?.step).toBe(2)
    expect(back?.draft.steps.map(({ verdict }) => verdict)).toEqual(['passed', 'failed', null, null])
    const further = back && undoVerdict(back.draft)
    expect(further?.draft.steps.map(({ verdict }) => verdict)).toEqual(['passed', null, null, null])
    expect(undoVerdict(emptyDraft(1))).toBeNull()
  })

  it('goes on with a step that was left out before', () => {
    const draft = judge(judge(emptyDraft(3), 1, 'passed', 1), 2, 'passed', 1)
    expect(nextStep(draft, 3)).toBe(0)
  })

  it.each([
    [['passed', 'passed'], 'passed'],
    [['passed', 'skipped'], 'passed'],
    [['skipped', 'skipped'], 'skipped'],
    [['errored', 'passed'], 'errored'],
    [['errored', 'failed'], 'failed'],
    [['passed', null], null],
  ] as const)('of steps that %s comes to %s', (said, expected) => {
    const steps = said.map((verdict) => ({ verdict, actual: '', by: null, defectId: null }))
    expect(verdictOf({ steps, verdict: null })).toBe(expected)
  })

  it('has a verdict of the whole that holds whatever its steps say, and can be taken back', () => {
    const draft = judgeCase(judge(emptyDraft(2), 0, 'passed', 1), 'errored')
    expect(verdictOf(draft)).toBe('errored')
    expect(verdictOf(judgeCase(draft, 'errored'))).toBeNull()
    expect(undoVerdict(draft)?.draft.verdict).toBeNull()
    expect([isBegun(draft), isBegun(emptyDraft(2))]).toEqual([true, false])
  })
})

describe('two drafts of one case', () => {
  const base = emptyDraft(3)
  const typed = (draft: typeof base, step: number, actual: string) => ({
    ...draft,
    steps: draft.steps.map((one, i) => (i === step ? { ...one, actual } : one)),
  })

  it('come together without a loss: verdicts, texts, time', () => {
    const mine = { ...typed(judge(base, 1, 'failed', 1), 1, 'names axle 3'), spentMs: 5000, values: { booking: 'GH-1' } }
    const theirs = { ...typed(judge(judge(base, 0, 'passed', 2), 1, 'passed', 2), 1, 'all is well'), spentMs: 7000, comment: 'slow today' }
    expect(mergeDrafts(base, mine, theirs)).toMatchObject({
      steps: [
        { verdict: 'passed', by: 2, actual: '' },
        { verdict: 'failed', by: 1, actual: 'all is well\nnames axle 3' },
        { verdict: null, actual: '' },
      ],
      comment: 'slow today',
      values: { booking: 'GH-1' },
      spentMs: 12_000,
    })
  })

  it('are theirs where nothing was written here', () => {
    const theirs = { ...typed(judge(base, 0, 'passed', 2), 0, 'well'), spentMs: 100 }
    expect(mergeDrafts(base, base, theirs)).toEqual(theirs)
  })
})

const axle: ManualCase = {
  key: 'FERRY-214',
  title: 'Vehicle deck refuses a load over the axle limit',
  version: 3,
  preconditions: '',
  steps: [
    { action: 'Add a trailer', expected: 'It stands in lane A' },
    { action: 'Ask for it to be placed', expected: 'The plan names axle 2' },
  ],
}
const doing = { profile: 'kiosk', startedAt: Date.UTC(2026, 10, 28, 9), doneBy: 'Ines Dahl', values: { sailing: '07:40' }, attachments: [] }

describe('the result of a case done by hand', () => {
  const draft = judge(judge(emptyDraft(2), 0, 'passed', 1), 1, 'failed', 1)
  const said = {
    ...draft,
    spentMs: 192_000,
    steps: draft.steps.map((step, i) => (i === 1 ? { ...step, actual: 'It names axle 3' } : step)),
  }

  it('says what was expected and found, who did it, and on which version', () => {
    const result = manualResult(axle, said, doing)
    expect(result).toMatchObject({
      name: 'Vehicle deck refuses a load over the axle limit',
      outcome: 'failed',
      durationMs: 192_000,
      profile: 'kiosk',
      keys: ['FERRY-214'],
      properties: [
        { name: 'done by', value: 'Ines Dahl' },
        { name: 'case version', value: '3' },
        { name: 'sailing', value: '07:40' },
      ],
    })
    expect(result.attempts[0]?.failures).toEqual([
      {
        message: 'Step 2, Ask for it to be placed: It names axle 3',
        type: null,
        stack: null,
        expected: 'The plan names axle 2',
        actual: 'It names axle 3',
      },
    ])
    expect(result.attempts[0]?.steps.map(({ outcome, message }) => [outcome, message])).toEqual([
      ['passed', 'Expected: It stands in lane A'],
      ['failed', 'Expected: The plan names axle 2\nActual: It names axle 3'],
    ])
  })

  it('is refused while it is not done', () => {
    expect(() => manualResult(axle, judge(emptyDraft(2), 0, 'passed', 1), doing)).toThrow(RangeError)
  })

  it('of a case without steps is that of the case itself', () => {
    const whole = manualResult({ ...axle, steps: [] }, judge(emptyDraft(1), 0, 'passed', 1), doing)
    expect(whole.attempts[0]?.steps.map(({ text }) => text)).toEqual([axle.title])
  })

  it('written as JUnit-style XML reads back with its outcome, time and message', async () => {
    let text = ''
    for await (const piece of writeJunit([manualResult(axle, said, doing)])) text += piece
    const read = readResultFile(new TextEncoder().encode(text))
    expect(read.results.map(({ name, outcome, durationMs }) => ({ name, outcome, durationMs }))).toEqual([
      { name: 'Vehicle deck refuses a load over the axle limit', outcome: 'failed', durationMs: 192_000 },
    ])
    expect(read.results[0]?.attempts[0]?.failures[0]?.message).toBe('Step 2, Ask for it to be placed: It names axle 3')
  })
})

// worked out by hand
describe('the load of people', () => {
  const days = ['2026-11-30', '2026-12-01', '2026-12-02'].map((day) => ({ day, ms: 6 * HOUR }))
  const of = (hours: number, due: string | null, accountId = 1) => ({ accountId, expectedMs: hours * HOUR, due })

  it('is summed by the day on which it is due; what is late counts today', () => {
    expect(workload([of(2, '2026-11-20'), of(1, '2026-11-30'), of(3, '2026-12-02'), of(4, null), of(5, '2027-01-01')], days)).toEqual([
      {
        accountId: 1,
        days: [
          { day: '2026-11-30', ms: 3 * HOUR },
          { day: '2026-12-01', ms: 0 },
          { day: '2026-12-02', ms: 3 * HOUR },
        ],
        laterMs: 9 * HOUR,
        overloadedOn: null,
      },
    ])
  })

  it('knows no work on Saturdays and Sundays, and whose midnight it is', () => {
    // 27 November 2026 is a Friday
    expect(workDays(new Date('2026-11-27T23:30:00Z'), 'UTC', 3, HOUR)).toEqual([
      { day: '2026-11-27', ms: HOUR },
      { day: '2026-11-28', ms: 0 },
      { day: '2026-11-29', ms: 0 },
    ])
    expect(workDays(new Date('2026-11-27T23:30:00Z'), 'Europe/Oslo', 1, HOUR)[0]?.day).toBe('2026-11-28')
  })

  it('is too much on the first day by which more is due than there are hours until then', () => {
    const [busy, calm] = workload([of(11, '2026-12-01'), of(2, '2026-12-01'), of(12, '2026-12-01', 2)], days)
    expect(busy?.overloadedOn).toBe('2026-12-01')
    expect(calm?.overloadedOn).toBeNull()
  })
})
