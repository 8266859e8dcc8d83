import type { ProjectRules, QueuedDelivery, Source, SourceList, SourceLook, Space } from '@bobbin/client'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { RuleSettings } from './rule-settings.js'
import { freedWords, SpaceSettings } from './space-settings.js'

const AT = '2026-11-20T10:00:00Z'
const API = '/api/projects/gullhaven'
const rules: ProjectRules = {
  unknownTests: 'ask',
  oneScriptPerKey: false,
  keepDetailsDays: 60,
  keepActsDays: null,
  quarantineLimit: 20,
  resolveAfter: 5,
  decideAbove: null,
}
const source: Source = {
  id: 3, name: 'Nightly reports', kind: 'folder', address: '/srv/reports', pipeline: 'nightly-full', branch: 'main', environment: 'pier-test',
  build: null, everySeconds: 300, paused: false, by: 'Runa Solberg', nextAt: AT, lastAt: AT, failures: 0, problem: null, brought: 4, lastDelivery: 9,
} // prettier-ignore
const list = (...rows: Source[]): SourceList => ({ rows, folders: ['/srv/reports'], hosts: [] })
const queued: QueuedDelivery = {
  id: 12, at: AT, by: 'Runa Solberg', state: 'failed', tries: 5, dueAt: null, problem: '“a.xml” is not in the store of contents', bytes: 90_000_000,
  pipeline: 'nightly-full', build: '208', files: 3, stored: 1,
} // prettier-ignore
const open = (answers: object = {}) =>
  renderAt('/gullhaven/settings/intake', <RuleSettings />, {
    [`${API}/rules`]: rules,
    [`${API}/sources`]: list(),
    [`${API}/queue`]: [],
    ...answers,
  })
const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))

describe('what becomes of tests that no case claims', () => {
  it('is chosen, and can be taken back', async () => {
    const { sent } = open({ [`PATCH ${API}`]: {} })
    expect((await screen.findByRole<HTMLInputElement>('radio', { name: /^Ask/ })).checked).toBe(true)
    fireEvent.click(screen.getByRole('radio', { name: /^Make a case for each/ }))
    await waitFor(() => expect(sent).toEqual([{ method: 'PATCH', path: API, body: { unknownTests: 'make' } }]))
  })
})

describe('sources', () => {
  it('say how they are, and why the last look failed', async () => {
    open({ [`${API}/sources`]: list(source, { ...source, id: 4, name: 'Stage', failures: 3, problem: 'http://x answered 503' }) })
    const [well, failing] = await within(await screen.findByRole('region', { name: 'Sources' })).findAllByRole('listitem')
    expect(well?.textContent).toContain('Every 5 minutes')
    expect(well?.textContent).toContain('brought 4 files')
    expect(within(failing as HTMLElement).getByRole('status').textContent).toContain('http://x answered 503. 3 times in a row')
  })

  it('show what would come in before they are added', async () => {
    const look: SourceLook = {
      count: 2,
      fresh: 1,
      files: [
        { name: '412/junit.xml', bytes: 2048, build: '412', known: true, format: 'junit-xml', totals: { total: 34, passed: 34, failed: 0, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 0 }, error: null },
        { name: 'x.xml', bytes: 10, build: '413', known: false, format: null, totals: null, error: 'The file is empty' },
      ],
    } // prettier-ignore
    const { sent } = open({ [`POST ${API}/sources/look`]: look, [`POST ${API}/sources`]: source })
    fireEvent.click(await screen.findByRole('button', { name: 'Add a source' }))
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add it' }).disabled).toBe(true)
    const type = (name: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(name), { target: { value } })
    type('Name', 'Nightly reports')
    type('Path of the folder', '/srv/reports')
    type('Pipeline', 'nightly-full')
    type('Environment', 'pier-test')
    type(/^Build, if not/, '{folder}')
    click('Preview')
    expect((await screen.findByText('2 result files, 1 new')).textContent).toBeTruthy()
    const files = within(screen.getByRole('list', { name: 'Preview' })).getAllByRole('listitem')
    expect(files.map((file) => file.textContent)).toEqual([
      expect.stringContaining('known · 34 results'),
      expect.stringContaining('The file is empty'),
    ])
    click('Add it')
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    expect(sent.at(-1)).toMatchObject({
      method: 'POST',
      path: `${API}/sources`,
      body: { name: 'Nightly reports', build: '{folder}', everySeconds: 300 },
    })
  })

  it('are looked into at once when somebody asks', async () => {
    const { sent } = open({ [`${API}/sources`]: list(source), [`POST ${API}/sources/3/fetch`]: { ...source, brought: 6 } })
    fireEvent.click(await screen.findByRole('button', { name: 'Check now' }))
    await waitFor(() => expect(sent.map(({ path }) => path)).toEqual([`${API}/sources/3/fetch`]))
  })

  it('say who must allow them where nobody did', async () => {
    open({ [`${API}/sources`]: { rows: [], folders: [], hosts: [] } })
    expect((await screen.findByText(/has to allow it first/)).textContent).toContain('BOBBIN_SOURCE_FOLDERS')
  })
})

it('a delivery that could not be read says why, and is tried again', async () => {
  const { sent } = open({ [`${API}/queue`]: [queued], [`POST ${API}/deliveries/12/retry`]: new Response(null, { status: 204 }) })
  const line = await within(await screen.findByRole('region', { name: 'Queue' })).findByRole('listitem')
  await waitFor(() => expect(line.textContent).toContain('has failed'))
  expect(line.textContent).toContain('“a.xml” is not in the store of contents. Tried 5 times; its files are kept.')
  click('Try again now')
  await waitFor(() => expect(sent.map(({ path }) => path)).toEqual([`${API}/deliveries/12/retry`]))
})

describe('space', () => {
  const space: Space = {
    keepDetailsDays: 60,
    measuredAt: AT,
    parts: [
      { kind: 'outcomes', rows: 47_576, bytes: 5_000_000, estimated: true },
      { kind: 'files', rows: 225, bytes: 9_000_000, estimated: false },
    ],
    due: 13,
    kept: 2,
    forgettings: [{ at: AT, by: null, runs: 3, attempts: 2000, texts: 1, attachments: 0, files: 12 }],
  }
  const show = (more: object = {}) => renderAt('/gullhaven/settings/space', <SpaceSettings />, { [`${API}/space`]: space, ...more })

  it('says what takes it, the largest first, and what was forgotten', async () => {
    show()
    const [largest, second] = within(await screen.findByRole('region', { name: 'Space used' })).getAllByRole('listitem')
    expect(largest?.textContent).toContain('Files as they were delivered225 files8.6 MiB')
    expect(second?.textContent).toContain('47,576 results, kept permanentlyabout 4.8 MiB')
    expect(screen.getByText('Details of 3 runs: 2,000 tries, 1 text and 12 files').textContent).toBeTruthy()
    expect(screen.getByText(/\(2 runs\)/).textContent).toBeTruthy()
  })

  it('is forgotten before the night when somebody says so', async () => {
    show({ [`POST ${API}/space/forgetting`]: { ...space, due: 0 } })
    fireEvent.click(await screen.findByRole('button', { name: 'Delete them now' }))
    await waitFor(() => expect(screen.queryByText(/Next night forgets/)).toBeNull())
  })

  it('is kept for as long as is chosen', async () => {
    const { sent } = show({ [`PATCH ${API}`]: {} })
    fireEvent.change(await screen.findByLabelText('Details are kept'), { target: { value: '' } })
    await waitFor(() => expect(sent[0]?.body).toEqual({ keepDetailsDays: null }))
  })

  it('tells what went of runs that were deleted before', () =>
    expect(freedWords({ at: AT, by: null, runs: 0, attempts: 5, texts: 0, attachments: 0, files: 0 })).toBe(
      '5 tries of runs that were deleted before',
    ))
})
