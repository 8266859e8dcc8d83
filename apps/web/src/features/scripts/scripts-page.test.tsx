import type { ScriptDetail, ScriptList, ScriptRow } from '@bobbin/client'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeAll, describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { ScriptsPage } from './scripts-page.js'

beforeAll(() => {
  // happy-dom lays nothing out: give the list a height, so that rows are seen
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: 700 })
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 900 })
  HTMLElement.prototype.scrollTo = () => undefined
})

const row = (id: number, name: string, part: Partial<ScriptRow> = {}): ScriptRow => ({
  id, name, classname: 'deck', suites: [], file: 'deck/axle-load.spec.ts', profile: null, framework: 'playwright', cases: [], unknownKeys: [], aside: false,
  lastOutcome: 'passed', lastRunId: 149, lastSeen: '2026-11-22T13:32:50Z', ...part,
}) // prettier-ignore
const list: ScriptList = {
  rows: [
    row(1, 'mapped', { cases: ['FERRY-214'] }),
    row(2, 'loose'),
    row(3, 'mistyped', { file: 'fares/a.spec.ts', unknownKeys: ['FERRY-990'] }),
  ],
  total: 3,
  unlinked: 2,
  aside: 0,
  unknownKeys: 1,
}
const detail: ScriptDetail = {
  ...row(1, 'mapped', { cases: ['FERRY-214'], unknownKeys: ['FERRY-990'] }),
  links: [{ caseKey: 'FERRY-214', caseTitle: 'Axle limit', origin: 'manual', state: 'active' }],
  histories: [],
  source: null,
  head: null,
  variants: [],
  aliases: [],
}
const LIST = '/api/projects/gullhaven/scripts'
const open = (search = '', more = {}) =>
  renderAt(`/gullhaven/scripts${search}`, <ScriptsPage />, { [LIST]: list, [`${LIST}/1`]: detail, ...more })

describe('ScriptsPage', () => {
  it('lists scripts in their files, with cases, missing cases and keys that no case has', async () => {
    open()
    expect(await screen.findByRole('row', { name: /deck\/axle-load.spec.ts/ })).toBeTruthy()
    expect(screen.getByRole('row', { name: /mapped/ }).textContent).toContain('FERRY-214')
    expect(screen.getByRole('row', { name: /loose/ }).textContent).toContain('no case')
    expect(screen.getByRole('row', { name: /mistyped/ }).textContent).toContain('FERRY-990?')
  })

  it('keeps filter and selection in the address', async () => {
    const { router } = open()
    fireEvent.click(await screen.findByRole('button', { name: '2 without a case' }))
    await waitFor(() => expect(router.state.location.search).toBe('?only=unlinked'))
    fireEvent.click(screen.getByRole('row', { name: /mapped/ }))
    await waitFor(() => expect(router.state.location.search).toBe('?only=unlinked&script=1'))
  })

  it('takes a link away on request, and says where a declared key leads nowhere', async () => {
    const { sent } = open('?script=1', { [`${LIST}/1/links/FERRY-214`]: detail })
    const inspector = await screen.findByRole('complementary', { name: 'Script' })
    await screen.findByText('by hand')
    expect(inspector.textContent).toContain('declares FERRY-990, which no case has')
    fireEvent.click(screen.getByRole('button', { name: /^Unlink/ }))
    await waitFor(() => expect(sent).toEqual([{ method: 'DELETE', path: `${LIST}/1/links/FERRY-214`, body: null }]))
  })

  it('tells an empty project from an empty search', async () => {
    const empty = { [LIST]: { rows: [], total: 0, unlinked: 0, unknownKeys: 0 } }
    const { unmount } = open('', empty)
    expect(await screen.findByText('No scripts yet')).toBeTruthy()
    unmount()
    const { router } = open('?search=whale', empty)
    fireEvent.click(await screen.findByRole('button', { name: 'Show all scripts' }))
    await waitFor(() => expect(router.state.location.search).toBe(''))
  })
})

describe('picked scripts', () => {
  const DECISIONS = `POST ${LIST}/decisions`
  it('are decided about together, but for those that have a case', async () => {
    const { sent } = open('', { [DECISIONS]: { scripts: 2, cases: 2, actId: 7 } })
    const grid = await screen.findByRole('grid')
    fireEvent.keyDown(grid, { key: 'a', ctrlKey: true })
    const bar = await screen.findByRole('toolbar', { name: '3 scripts selected' })
    expect(bar.textContent).toContain('1 of them has a case')
    fireEvent.click(within(bar).getByRole('button', { name: /Make cases for 2/ }))
    await waitFor(() => expect(sent[0]?.body).toEqual({ scripts: [2, 3], decision: 'make' }))
    await waitFor(() => expect(screen.queryByRole('toolbar')).toBeNull())
  })

  it('are set aside by a key, and taken back by the same', async () => {
    const { sent } = open('', { [DECISIONS]: { scripts: 2, cases: 0, actId: null } })
    fireEvent.keyDown(await screen.findByRole('grid'), { key: 'a', ctrlKey: true })
    await screen.findByRole('toolbar')
    fireEvent.keyDown(window, { key: 's' })
    await waitFor(() => expect(sent[0]?.body).toEqual({ scripts: [2, 3], decision: 'aside' }))
  })
})
