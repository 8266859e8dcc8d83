import type { CaseList } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { renderAt } from '../testing/render.js'
import { CommandMenu } from './command-menu.js'

beforeAll(() => {
  HTMLElement.prototype.scrollIntoView = () => undefined
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  }
})

const API = '/api/projects/gullhaven'
const cases: Partial<CaseList> = {
  rows: [
    { key: 'FERRY-214', title: 'Axle limit holds', area: 'Deck planner', areaId: 1, priority: 1, tags: [], owner: null, state: 'draft', intent: 'byHand', estimateS: null, updatedAt: '2026-11-20T10:00:00Z', scripts: 0 },
  ], // prettier-ignore
}
const close = vi.fn()
const keys = vi.fn()
beforeEach(() => void vi.clearAllMocks())

async function open(answers: Record<string, unknown> = {}) {
  const view = renderAt(
    '/gullhaven/brief?env=pier-test',
    <CommandMenu open onOpenChange={close} onKeySheet={keys} onSignOut={() => undefined} />,
    {
      [`${API}/cases`]: cases,
      [`${API}/scripts`]: { rows: [] },
      [`${API}/runs`]: { rows: [], hidden: 0 },
      [`${API}/lens`]: { branches: [{ name: 'release/4.2', builds: 1 }], environments: [], pipelines: [], olderBuilds: 0 },
      ...answers,
    },
  )
  const input = await screen.findByRole('combobox')
  return {
    ...view,
    type: (value: string) => fireEvent.change(input, { target: { value } }),
    press: () => fireEvent.keyDown(input, { key: 'Enter' }),
  }
}

describe('the command menu', () => {
  it('goes to a section, and keeps the lens', async () => {
    const { router, type, press } = await open()
    type('runs')
    press()
    await waitFor(() => expect(router.state.location.pathname).toBe('/gullhaven/runs'))
    expect(router.state.location.search).toBe('?env=pier-test')
    expect(close).toHaveBeenCalledWith(false)
  })
  it('finds cases by what they say', async () => {
    const { router, type } = await open()
    type('axle')
    fireEvent.click(await screen.findByRole('option', { name: /FERRY-214 Axle limit holds/ }))
    await waitFor(() => expect(router.state.location.search).toBe('?case=FERRY-214&env=pier-test'))
  })
  it('opens the case by Enter where scripts are called the same, and trusts the server’s match', async () => {
    const script = { id: 7, name: 'Axle limit holds', classname: null, suites: [], file: 'deck/limits.ts', profile: null, framework: null }
    const { router, type, press } = await open({ [`${API}/scripts`]: { rows: [script] } })
    type('limit axle')
    expect(await screen.findByRole('option', { name: /deck\/limits\.ts/ })).toBeTruthy()
    press()
    await waitFor(() => expect(router.state.location.search).toBe('?case=FERRY-214&env=pier-test'))
  })
  it('says so when the search does not answer', async () => {
    const { type } = await open({ [`${API}/scripts`]: Response.json({ code: 'internal', detail: 'no' }, { status: 500 }) })
    type('nothing like this anywhere')
    expect(await screen.findByText('The search did not answer.')).toBeTruthy()
  })
  it('turns the lens', async () => {
    const { router, type } = await open()
    await screen.findByRole('option', { name: 'Branch release/4.2' })
    type('branch release')
    fireEvent.click(screen.getByRole('option', { name: 'Branch release/4.2' }))
    await waitFor(() => expect(router.state.location.search).toContain('branch=release%2F4.2'))
  })
  it('does things, and says when nothing is called so', async () => {
    const { type } = await open({ [`${API}/cases`]: { rows: [] } })
    type('keyboard')
    fireEvent.click(screen.getByRole('option', { name: /Show keyboard shortcuts/ }))
    expect(keys).toHaveBeenCalled()
    type('nothing like this anywhere')
    expect(await screen.findByText('No matches.')).toBeTruthy()
  })
})
