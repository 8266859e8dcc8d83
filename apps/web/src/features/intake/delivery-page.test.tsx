import type { DeliveryDetail, DeliveryFile } from '@bobbin/client'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { toast } from 'sonner'
import { afterEach, describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { Toasts } from '../../ui/toast.js'
import { DeliveryView } from './delivery-page.js'

afterEach(() => void toast.dismiss())

const AT = '2026-11-20T10:00:00Z'
const API = '/api/projects/gullhaven/deliveries/9'
const totals = { total: 4, passed: 3, failed: 1, errored: 0, skipped: 0, blocked: 0, notRun: 0, recovered: 0 }
const file = (id: number, more: Partial<DeliveryFile> = {}): DeliveryFile => ({
  id, name: `shard-${id}.xml`, status: 'stored', format: 'junit-xml', framework: 'vitest', bytes: 2048, totals, coverage: null, faults: [],
  warnings: [], unknownKeys: [], error: null, original: true, readAt: AT, ...more,
}) // prettier-ignore
const delivery: DeliveryDetail = {
  id: 9,
  state: 'read',
  problem: null,
  waiting: 0,
  at: AT,
  by: 'Runa Solberg',
  source: 'cli',
  target: { pipeline: 'fare-desk-web', build: '412', branch: 'main', environment: 'pier-test', commit: '9f1c2ab', run: '', trial: false },
  run: {
    id: 60,
    build: '412',
    lane: { id: 1, pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' },
    totals: { ...totals, total: 8 },
    live: false,
    incomplete: false,
  },
  undone: null,
  made: [{ kind: 'environment', name: 'pier-test' }],
  notes: ['Moved here by Runa Solberg from build 411 of fare-desk-web in pier-test'],
  newScripts: 1,
  decided: { make: 0, aside: 0, ask: 0 },
  decisions: [],
  files: [
    file(1),
    file(2, { warnings: [{ code: 'duration', message: 'Duration “x” can’t be read', place: { line: 7, column: 1 }, count: 1 }] }),
  ],
  fileCount: 2,
}
const gone: DeliveryDetail = {
  ...delivery,
  run: null,
  undone: { at: AT, by: 'Runa Solberg' },
  files: delivery.files.map((one) => ({ ...one, status: 'undone' as const })),
}
const show = (detail: DeliveryDetail, answers: Record<string, unknown> = {}) =>
  renderAt(
    '/gullhaven/intake/9',
    <>
      <DeliveryView delivery={detail} />
      <Toasts />
    </>,
    answers,
  )
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))

/** An answer that comes when it is given. */
function later() {
  let give: (answer: unknown) => void = () => undefined
  const answer = new Promise((resolve) => (give = resolve))
  return { answer, give: (value: unknown) => give(value) }
}

describe('the page of a delivery', () => {
  it('says who sent what where, what it came to and what was decided', async () => {
    show(delivery)
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    const words = screen.getByRole('region', { name: 'Delivery' }).textContent
    for (const part of [
      'by Runa Solberg from a command line',
      'commit 9f1c2ab',
      '8 results from 2 files: 2 failed, 6 passed. 1 script was new.',
      'It made environment pier-test.',
      'Moved here by Runa Solberg from build 411',
      'junit-xml by vitest: 4 results: 1 failed, 3 passed',
      'Duration “x” can’t be read (line 7)',
    ]) {
      expect(words).toContain(part)
    }
    // the run holds nothing else: it is not told twice
    expect(words).not.toContain('in all')
    expect(screen.getByRole('link', { name: 'Download shard-1.xml' }).getAttribute('href')).toBe(`${API}/files/1/original`)
  })

  it('undoes, and takes in again from the notice', async () => {
    const { sent } = show(delivery, {
      [`POST ${API}/undo`]: gone,
      [`POST ${API}/files/1/reading`]: file(1),
      [`POST ${API}/files/2/reading`]: file(2),
    })
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    press('Undo delivery')
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }))
    await screen.findByText('2 files read again.')
    expect(sent.map(({ path }) => path)).toEqual([`${API}/undo`, `${API}/files/1/reading`, `${API}/files/2/reading`])
  })

  it('asks first where undoing is for good', async () => {
    const { sent } = show({ ...delivery, files: [file(1, { original: false })] }, { [`POST ${API}/undo`]: gone })
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    press('Undo delivery')
    const dialog = await screen.findByRole('dialog', { name: 'Undo this delivery for good?' })
    expect(dialog.textContent).toContain('1 file of it was not kept as delivered')
    expect(sent).toEqual([])
    fireEvent.click(within(dialog).getByRole('button', { name: 'Undo for good' }))
    await waitFor(() => expect(sent.map(({ path }) => path)).toEqual([`${API}/undo`]))
  })

  it('shows an undone delivery with the way back', async () => {
    const { sent } = show(gone, { [`POST ${API}/files/1/reading`]: file(1), [`POST ${API}/files/2/reading`]: file(2) })
    await screen.findByText(/Undone by Runa Solberg/)
    expect(screen.queryByRole('button', { name: 'Undo delivery' })).toBeNull()
    press('Restore it')
    await waitFor(() => expect(sent).toHaveLength(2))
  })

  it('attaches again what came alone: once, for all of it', async () => {
    const attached = (id: number) => file(id, { status: 'attached', original: false, totals: null, format: null, framework: null })
    const { sent } = show({ ...gone, files: [attached(1), attached(2)] }, { [`POST ${API}/files/1/reading`]: attached(1) })
    await screen.findByText(/Undone by Runa Solberg/)
    press('Restore it')
    await waitFor(() => expect(sent.map(({ path }) => path)).toEqual([`${API}/files/1/reading`]))
  })

  it('offers what is still to come where taking in again was stopped half-way', async () => {
    const { sent } = show({ ...delivery, files: [file(1), file(2, { status: 'undone' })] }, { [`POST ${API}/files/2/reading`]: file(2) })
    await screen.findByText('1 file of it is still undone.')
    press('Restore the rest')
    await waitFor(() => expect(sent.map(({ path }) => path)).toEqual([`${API}/files/2/reading`]))
  })

  it('says of how many files it speaks where there are more than it shows', async () => {
    show({ ...delivery, fileCount: 2400 })
    expect(await screen.findByText(/^The first 2 of 2,400 files are shown; of these: 8 results from 2 files/)).toBeTruthy()
  })

  it('reads every kept file again, counts them, and says which could not be', async () => {
    const first = later()
    const no = Response.json({ code: 'refusedNow', detail: 'The reader of today refuses it' }, { status: 409 })
    const { sent } = show(
      { ...delivery, files: [...delivery.files, file(3, { original: false })] },
      { [`POST ${API}/files/1/reading`]: first.answer, [`POST ${API}/files/2/reading`]: no },
    )
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    press('Read again')
    expect(await screen.findByText('Reading file 1 of 2')).toBeTruthy()
    first.give(file(1))
    expect(await screen.findByText('1 file read again.')).toBeTruthy()
    expect(await screen.findByText('shard-2.xml: The reader of today refuses it.')).toBeTruthy()
    expect(sent).toHaveLength(2)
  })

  it('stops when asked, and says what stayed', async () => {
    const first = later()
    const { sent } = show(delivery, { [`POST ${API}/files/1/reading`]: first.answer, [`POST ${API}/files/2/reading`]: file(2) })
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    press('Read again')
    fireEvent.click(await screen.findByRole('button', { name: 'Stop' }))
    first.give(file(1))
    expect(await screen.findByText('1 file read again, then stopped. 1 file stayed as before.')).toBeTruthy()
    expect(sent).toHaveLength(1)
  })

  it('moves to the run it should have gone to, and back', async () => {
    const { sent } = show(delivery, {
      [`POST ${API}/move`]: delivery,
      '/api/projects/gullhaven/lens': { branches: [], environments: [], pipelines: [], olderBuilds: 0 },
    })
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    press('Move …')
    const dialog = await screen.findByRole('dialog', { name: 'Move this delivery' })
    const move = within(dialog).getByRole<HTMLButtonElement>('button', { name: 'Move' })
    expect(move.disabled).toBe(true)
    fireEvent.change(within(dialog).getByLabelText('Build'), { target: { value: '413' } })
    fireEvent.click(move)
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }))
    await waitFor(() => expect(sent.map(({ body }) => (body as { build: string }).build)).toEqual(['413', '412']))
  })

  it('says why a move is refused, and keeps what was typed', async () => {
    show(delivery, {
      [`POST ${API}/move`]: Response.json({ code: 'already', detail: 'That run has “shard-1.xml” already' }, { status: 409 }),
    })
    await screen.findByRole('heading', { name: 'Delivery to build 412' })
    press('Move …')
    const dialog = await screen.findByRole('dialog', { name: 'Move this delivery' })
    fireEvent.change(within(dialog).getByLabelText('Build'), { target: { value: '411' } })
    fireEvent.click(within(dialog).getByRole('button', { name: 'Move' }))
    expect((await within(dialog).findByRole('alert')).textContent).toContain('That run has “shard-1.xml” already')
    expect(within(dialog).getByLabelText<HTMLInputElement>('Build').value).toBe('411')
  })
})

describe('decisions and the queue', () => {
  const show = (more: Partial<DeliveryDetail>) => renderAt('/gullhaven/intake/9', <DeliveryView delivery={{ ...delivery, ...more }} />)

  it('says what was decided about tests that no case claims, with their cases now', async () => {
    show({
      decided: { make: 1, aside: 0, ask: 2 },
      decisions: [
        { scriptId: 4, name: 'waits', place: 'deck/a.ts', decision: 'ask', cases: [] },
        { scriptId: 5, name: 'linked since', place: null, decision: 'ask', cases: ['FERRY-214'] },
        { scriptId: 6, name: 'given one', place: null, decision: 'make', cases: ['FERRY-901'] },
      ],
    })
    const decisions = await screen.findByRole('region', { name: 'Decisions' })
    expect(decisions.textContent).toContain('3 tests came that no case claims: 2 wait for a person, a case was made for 1.')
    const rows = within(decisions)
      .getAllByRole('listitem')
      .map((row) => row.textContent)
    expect(rows).toEqual(['waitsdeck/a.tswaits for a decision', 'linked sincelinked to FERRY-214', 'given onea case was made: FERRY-901'])
  })

  it('says that it waits, or why it could not be read', async () => {
    const { rerender } = show({ state: 'waiting', waiting: 3, files: [], fileCount: 0 })
    expect((await screen.findByText(/It is stored, and waits to be read. 3 files./)).textContent).toBeTruthy()
    rerender(<DeliveryView delivery={{ ...delivery, state: 'failed', waiting: 3, problem: '“a.xml” is lost' }} />)
    expect((await screen.findByText(/“a.xml” is lost/)).textContent).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Try again now' })).toBeTruthy()
  })
})
