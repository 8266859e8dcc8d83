import type { AttemptDetail } from '@bobbin/client'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { AttemptView } from './attempt-view.js'

afterEach(cleanup)
const attempt = (part: Partial<AttemptDetail>): AttemptDetail => ({
  ordinal: 1, outcome: 'failed', durationMs: 420, startedAt: null, failures: [], reason: null, stdout: null, stderr: null, steps: [], attachments: [], properties: [], file: 'a.xml', ...part,
}) // prettier-ignore
const PLACE = { runId: 60, scriptId: 7 }
const failure = (message: string, stack: string | null = null) => ({ message, type: 'AssertionError', stack })

describe('AttemptView', () => {
  it('shows a changed word within a sentence, and documents line by line with what is alike folded', () => {
    const rows = Array.from({ length: 12 }, (_, i) => `"row ${i}"`)
    const expected = `[${rows.join(',')}]`
    const actual = expected.replace('row 6', 'row six')
    render(
      <AttemptView
        name="Quay fare"
        place={PLACE}
        attempt={attempt({
          failures: [{ ...failure('not equal'), expected, actual }, failure("expected 'the ramp is open' to be 'the ramp is closed'")],
        })}
      />,
    )
    const difference = screen.getByLabelText('Difference').textContent
    expect(difference).toContain('−   "row six"')
    expect(difference).toContain('+   "row 6"')
    expect(difference).toMatch(/… 4 lines alike.*… 3 lines alike/s)
    expect(screen.getByText('closed').tagName).toBe('MARK')
  })

  it('says first and second where the message does not tell which was wanted', () => {
    const { container } = render(<AttemptView name="Quay fare" place={PLACE} attempt={attempt({ failures: [failure('420 != 430')] })} />)
    expect([...container.querySelectorAll('dt')].map((dt) => dt.textContent)).toEqual(['first', 'second'])
    expect([...container.querySelectorAll('dd')].map((dd) => dd.textContent)).toEqual(['420', '430'])
  })

  it('copies message and stack by one key, and opens them over the whole window by another', async () => {
    const written: string[] = []
    vi.stubGlobal('navigator', { clipboard: { writeText: (text: string) => Promise.resolve(void written.push(text)) } })
    render(
      <AttemptView
        name="Quay fare"
        place={PLACE}
        attempt={attempt({ failures: [failure('\u001b[31mno\u001b[0m', 'AssertionError: no\n    at own (a.ts:1:1)')] })}
      />,
    )
    fireEvent.keyDown(window, { key: 'c' })
    await waitFor(() => expect(written).toEqual(['AssertionError: no\n    at own (a.ts:1:1)']))
    fireEvent.keyDown(window, { key: 'o' })
    expect((await screen.findByRole('dialog', { name: 'Quay fare' })).textContent).toContain('at own (a.ts:1:1)')
    vi.unstubAllGlobals()
  })

  it('sets expected and actual against each other, and keeps what else the message says', () => {
    render(
      <AttemptView
        name="Quay fare"
        place={PLACE}
        attempt={attempt({ failures: [failure('Expected the load to be refused\nExpected: "9.5 t"\nReceived: "9 800"')] })}
      />,
    )
    expect(screen.getByText('Expected the load to be refused')).toBeTruthy()
    expect(screen.getByText('"9.5 t"').tagName).toBe('MARK')
    expect(screen.getByText('"9 800"').tagName).toBe('MARK')
  })

  it('folds frames of the runner and unfolds them on demand', () => {
    const stack = 'Error: no\n    at own (deck/planner.ts:1:1)\n    at a (node:internal/x:1:1)\n    at b (node_modules/y.js:1:1)'
    render(<AttemptView name="Quay fare" place={PLACE} attempt={attempt({ failures: [failure('no', stack)] })} />)
    expect(screen.getByText(/at own/)).toBeTruthy()
    expect(screen.queryByText(/node:internal/)).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: /2 frames of the runner/ }))
    expect(screen.getByText(/node:internal/)).toBeTruthy()
  })

  it('shows every failure of a test with several', () => {
    render(<AttemptView name="Quay fare" place={PLACE} attempt={attempt({ failures: [failure('first'), failure('second')] })} />)
    expect(screen.getByText('first')).toBeTruthy()
    expect(screen.getByText('second')).toBeTruthy()
  })

  it('shows names and output as text, never as markup, and terminal colours as colours', () => {
    const { container } = render(
      <AttemptView
        name="Quay fare"
        place={PLACE}
        attempt={attempt({ failures: [failure('<b>bold</b> \u001b[31mred\u001b[0m')], stdout: '<script>alert(1)</script>' })}
      />,
    )
    expect(screen.getByText('red').className).toContain('text-failed')
    expect(screen.getByText('red').parentElement?.textContent).toBe('<b>bold</b> red')
    expect(container.querySelector('b, script')).toBeNull()
  })

  it('shows long output in part, and all of it on demand', () => {
    const stdout = Array.from({ length: 500 }, (_, i) => `line ${i}`).join('\n')
    render(<AttemptView name="Quay fare" place={PLACE} attempt={attempt({ outcome: 'passed', stdout })} />)
    expect(screen.queryByText(/line 499/)).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Show all 500 lines' }))
    expect(screen.getByText(/line 499/)).toBeTruthy()
  })

  it('gives the reason of a skip, and a plain word for a plain pass', () => {
    const { rerender } = render(
      <AttemptView name="Quay fare" place={PLACE} attempt={attempt({ outcome: 'skipped', reason: 'winter timetable' })} />,
    )
    expect(screen.getByText('winter timetable')).toBeTruthy()
    rerender(<AttemptView name="Quay fare" place={PLACE} attempt={attempt({ outcome: 'passed' })} />)
    expect(screen.getByText(/Nothing to report; it took 0.42 s/)).toBeTruthy()
  })
})
