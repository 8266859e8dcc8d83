import type { AttemptDetail } from '@bobbin/client'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { AttemptView } from './attempt-view.js'

afterEach(cleanup)
const attempt = (part: Partial<AttemptDetail>): AttemptDetail => ({
  ordinal: 1, outcome: 'failed', durationMs: 420, startedAt: null, failures: [], reason: null, stdout: null, stderr: null, steps: [], attachments: [], properties: [], file: 'a.xml', ...part,
}) // prettier-ignore
const failure = (message: string, stack: string | null = null) => ({ message, type: 'AssertionError', stack })

describe('AttemptView', () => {
  it('sets expected and actual against each other, and keeps what else the message says', () => {
    render(
      <AttemptView attempt={attempt({ failures: [failure('Expected the load to be refused\nExpected: "9.5 t"\nReceived: "9 800"')] })} />,
    )
    expect(screen.getByText('Expected the load to be refused')).toBeTruthy()
    expect(screen.getByText('"9.5 t"').tagName).toBe('MARK')
    expect(screen.getByText('"9 800"').tagName).toBe('MARK')
  })

  it('folds frames of the runner and unfolds them on demand', () => {
    const stack = 'Error: no\n    at own (deck/planner.ts:1:1)\n    at a (node:internal/x:1:1)\n    at b (node_modules/y.js:1:1)'
    render(<AttemptView attempt={attempt({ failures: [failure('no', stack)] })} />)
    expect(screen.getByText(/at own/)).toBeTruthy()
    expect(screen.queryByText(/node:internal/)).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: /2 frames of the runner/ }))
    expect(screen.getByText(/node:internal/)).toBeTruthy()
  })

  it('shows every failure of a test with several', () => {
    render(<AttemptView attempt={attempt({ failures: [failure('first'), failure('second')] })} />)
    expect(screen.getByText('first')).toBeTruthy()
    expect(screen.getByText('second')).toBeTruthy()
  })

  it('shows names and output as text, never as markup, and drops terminal colours', () => {
    const { container } = render(
      <AttemptView attempt={attempt({ failures: [failure('<b>bold</b> \u001b[31mred\u001b[0m')], stdout: '<script>alert(1)</script>' })} />,
    )
    expect(screen.getByText('<b>bold</b> red')).toBeTruthy()
    expect(container.querySelector('b, script')).toBeNull()
  })

  it('shows long output in part, and all of it on demand', () => {
    const stdout = Array.from({ length: 500 }, (_, i) => `line ${i}`).join('\n')
    render(<AttemptView attempt={attempt({ outcome: 'passed', stdout })} />)
    expect(screen.queryByText(/line 499/)).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Show all 500 lines' }))
    expect(screen.getByText(/line 499/)).toBeTruthy()
  })

  it('gives the reason of a skip, and a plain word for a plain pass', () => {
    const { rerender } = render(<AttemptView attempt={attempt({ outcome: 'skipped', reason: 'winter timetable' })} />)
    expect(screen.getByText('winter timetable')).toBeTruthy()
    rerender(<AttemptView attempt={attempt({ outcome: 'passed' })} />)
    expect(screen.getByText(/Nothing to report; it took 0.42 s/)).toBeTruthy()
  })
})
