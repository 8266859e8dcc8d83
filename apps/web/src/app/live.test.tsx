import { act, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useQuery } from '@tanstack/react-query'
import { renderAt } from '../testing/render.js'
import { touchedBy, useLive } from './live.js'

it('knows which questions a change may answer anew', () => {
  expect(touchedBy(['views'])).toEqual(new Set(['views']))
  expect(touchedBy(['runs']).has('brief')).toBe(true)
  expect(touchedBy(['runs']).has('case')).toBe(false)
})

describe('an open page', () => {
  /** As much of the browser's EventSource as is used: events are dispatched by the test. */
  class Source extends EventTarget {
    static newest: Source
    closed = false
    constructor(readonly url: string) {
      super()
      Source.newest = this
    }
    close() {
      this.closed = true
    }
  }
  let asked = 0
  function Page() {
    useLive()
    const answer = useQuery({ queryKey: ['runs', 'x'], queryFn: () => ++asked })
    return <output>{answer.data}</output>
  }
  beforeEach(() => {
    asked = 0
    vi.stubGlobal('EventSource', Source)
  })
  afterEach(() => void vi.useRealTimers())

  const tell = async (event: Event) => {
    Source.newest.dispatchEvent(event)
    await act(() => vi.advanceTimersByTimeAsync(600))
  }
  const change = (topics: string[]) => new MessageEvent('change', { data: JSON.stringify({ topics }) })

  it('asks again for what changed, once for a flock of changes, and not for the rest', async () => {
    renderAt('/gullhaven/runs', <Page />)
    expect((await screen.findByText('1')).textContent).toBe('1')
    expect(Source.newest.url).toBe('/api/projects/gullhaven/events')
    vi.useFakeTimers()
    await tell(change(['views']))
    expect(asked).toBe(1)
    Source.newest.dispatchEvent(change(['runs']))
    await tell(change(['runs']))
    expect(asked).toBe(2)
  })

  it('asks for everything when something changed after it was opened and before it could hear of that', async () => {
    renderAt('/gullhaven/runs', <Page />)
    await screen.findByText('1')
    vi.useFakeTimers()
    const began = (quietMs: number) => new MessageEvent('began', { data: JSON.stringify({ quietMs }) })
    const now = vi.spyOn(performance, 'now').mockReturnValue(1000)
    await tell(began(1001))
    expect(asked).toBe(1)
    await tell(began(999))
    expect(asked).toBe(2)
    now.mockRestore()
  })

  it('asks for everything when something may have been missed, and hangs up when it is left', async () => {
    const { unmount } = renderAt('/gullhaven/runs', <Page />)
    await screen.findByText('1')
    vi.useFakeTimers()
    await tell(new MessageEvent('missed'))
    expect(asked).toBe(2)
    Source.newest.dispatchEvent(new Event('error'))
    await tell(new Event('open'))
    expect(asked).toBe(3)
    unmount()
    expect(Source.newest.closed).toBe(true)
  })

  it('asks for what changed in a live run after some seconds, and less often when that takes long', async () => {
    let answer = () => undefined as void
    let questions = 0
    function Run() {
      useLive()
      const run = useQuery({
        queryKey: ['run', 'gullhaven', 7],
        queryFn: () => {
          questions++
          return new Promise<{ questions: number }>((resolve) => (answer = () => resolve({ questions })))
        },
      })
      return <output>{run.data?.questions}</output>
    }
    vi.useFakeTimers()
    renderAt('/gullhaven/runs/7', <Run />)
    const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms))
    const sums = () => {
      const live = { runId: 7, live: true, totals: {} }
      Source.newest.dispatchEvent(new MessageEvent('change', { data: JSON.stringify({ topics: ['live'], live }) }))
    }
    const answered = async () => {
      answer()
      await pass(10)
    }
    await answered()
    sums()
    await pass(1900)
    sums()
    await answered()
    expect(questions).toBe(1)
    // asked after two to three seconds, and answered after half a second more at least
    await pass(1600)
    await answered()
    expect(questions).toBe(2)
    sums()
    await pass(10_000)
    await answered()
    expect(questions).toBe(2)
    await pass(25_000)
    await answered()
    expect(questions).toBe(3)
  })
})
