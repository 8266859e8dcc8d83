import { emptyDraft, judge, type ManualDraft } from '@bobbin/core'
import { describe, expect, it } from 'vitest'
import { DraftKeeper, type SaveAnswer } from './draft-keeper.js'

/** A server that keeps one draft, timers that run when they are told to, and what a browser keeps. */
function surroundings() {
  const server = { draft: emptyDraft(3), version: 0, away: false, refuses: null as string | null, saves: 0 }
  const timers = new Set<() => void>()
  let kept: string | null = null
  const merged: (string | null)[] = []
  const save = (version: number, draft: ManualDraft): Promise<SaveAnswer> => {
    server.saves++
    if (server.away) return Promise.resolve({ kind: 'away' })
    if (server.refuses) return Promise.resolve({ kind: 'refused', why: server.refuses })
    if (version !== server.version) return Promise.resolve({ kind: 'changed', version: server.version, draft: server.draft, by: 'Ines' })
    server.draft = draft
    return Promise.resolve({ kind: 'saved', version: ++server.version })
  }
  const open = () =>
    new DraftKeeper({
      draft: server.draft,
      version: server.version,
      save,
      store: { read: () => kept, write: (text) => (kept = text) },
      later: (work) => {
        timers.add(work)
        return () => timers.delete(work)
      },
      onMerged: (by) => merged.push(by),
    })
  return { server, open, merged, inBrowser: () => kept, due: () => timers.size }
}

const typed = (draft: ManualDraft, step: number, actual: string): ManualDraft => ({
  ...draft,
  steps: draft.steps.map((one, i) => (i === step ? { ...one, actual } : one)),
})

describe('what is written into a case', () => {
  it('is in the browser at once, and with the server a moment later', async () => {
    const { server, open, inBrowser, due } = surroundings()
    const keeper = open()
    keeper.change(judge(keeper.draft, 0, 'passed', 1))
    expect([inBrowser() !== null, due(), server.saves]).toEqual([true, 1, 0])
    expect(await keeper.flush()).toBe(true)
    expect(server.draft.steps[0]?.verdict).toBe('passed')
    expect([inBrowser(), keeper.state.at]).toEqual([null, 'saved'])
  })

  it('waits for a server that is away, also over a page that was closed', async () => {
    const { server, open, due } = surroundings()
    const keeper = open()
    server.away = true
    keeper.change(typed(keeper.draft, 1, 'names axle 3'))
    expect(await keeper.flush()).toBe(false)
    expect([keeper.state.at, due()]).toEqual(['away', 1])
    keeper.stop()
    server.away = false
    const later = open()
    expect(later.draft.steps[1]?.actual).toBe('names axle 3')
    expect(await later.flush()).toBe(true)
    expect(server.draft.steps[1]?.actual).toBe('names axle 3')
  })

  it('is brought together with what somebody wrote meanwhile', async () => {
    const { server, open, merged } = surroundings()
    const keeper = open()
    server.draft = typed(judge(server.draft, 0, 'passed', 2), 2, 'late')
    server.version = 4
    keeper.change(judge(keeper.draft, 1, 'failed', 1))
    expect(await keeper.flush()).toBe(true)
    expect(server.draft.steps.map(({ verdict, actual }) => [verdict, actual])).toEqual([['passed', ''], ['failed', ''], [null, 'late']]) // prettier-ignore
    expect([merged, server.version]).toEqual([['Ines'], 5])
  })

  it('that is older in the browser than with the server is brought together, too', () => {
    const { server, open } = surroundings()
    const keeper = open()
    keeper.change(typed(keeper.draft, 0, 'here'))
    keeper.stop()
    server.draft = judge(server.draft, 2, 'errored', 2)
    server.version = 9
    expect(open().draft.steps.map(({ verdict, actual }) => [verdict, actual])).toEqual([[null, 'here'], [null, ''], ['errored', '']]) // prettier-ignore
  })

  it('that is refused stays in the browser', async () => {
    const { server, open, inBrowser } = surroundings()
    const keeper = open()
    server.refuses = 'Teo does this case'
    keeper.change(typed(keeper.draft, 0, 'mine'))
    expect(await keeper.flush()).toBe(false)
    expect(keeper.state).toEqual({ at: 'refused', why: 'Teo does this case' })
    expect(inBrowser()).toContain('mine')
  })

  it('of what changes while it is saved nothing is lost', async () => {
    const { server, open } = surroundings()
    const keeper = open()
    keeper.change(typed(keeper.draft, 0, 'first'))
    const first = keeper.flush()
    keeper.change(typed(keeper.draft, 0, 'first and second'))
    await first
    expect(await keeper.flush()).toBe(true)
    expect(server.draft.steps[0]?.actual).toBe('first and second')
  })
})
