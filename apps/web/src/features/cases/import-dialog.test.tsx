import type { ImportPreview } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeAll, expect, it, vi } from 'vitest'
import { giveLayout } from '../../testing/layout.js'
import { renderAt } from '../../testing/render.js'
import { ImportDialog } from './import-dialog.js'

const preview: ImportPreview = {
  rows: [
    { line: 2, action: 'make', key: null, title: 'A new one', changes: [], problems: [] },
    { line: 3, action: 'refuse', key: 'FERRY-9', title: 'x', changes: [], problems: ['No case has the key “FERRY-9”'] },
  ],
  make: 1, change: 0, same: 2, refuse: 1, columns: ['Title'], ignored: ['Colour'], newAreas: ['Freight › Hazard'],
} // prettier-ignore
beforeAll(giveLayout)

const API = '/api/projects/gullhaven/case-tables'
const choose = () => fireEvent.change(screen.getByLabelText('Table'), { target: { files: [new File(['Title\nA new one'], 'cases.csv')] } })

it('says what each row will do, what is left out and why, before anything is done', async () => {
  vi.stubGlobal('FormData', class { append() {} }) // prettier-ignore
  const done = vi.fn()
  const { sent } = renderAt('/gullhaven/cases', <ImportDialog onClose={done} />, {
    [`${API}/preview`]: preview,
    [API]: { actId: 3, cases: 1, made: 1, changed: 0, left: 1 },
  })
  await screen.findByRole('dialog')
  choose()
  const apply = await screen.findByRole('button', { name: 'Make 1 and change 0' })
  const text = screen.getByRole('dialog').textContent
  for (const words of [
    '2 cases are already up to date.',
    '1 row can’t be imported',
    'New areas: Freight › Hazard.',
    'Unrecognized columns: Colour.',
  ])
    expect(text).toContain(words)
  expect(screen.getAllByRole('row').map((row) => row.textContent)[0]).toContain('No case has the key “FERRY-9”')
  expect(sent.map((one) => one.path)).toEqual([`${API}/preview`])
  fireEvent.click(apply)
  await waitFor(() => expect(done).toHaveBeenCalled())
  expect(sent.map((one) => one.path)).toEqual([`${API}/preview`, API])
})

it('says what is wrong with a file that is no table', async () => {
  vi.stubGlobal('FormData', class { append() {} }) // prettier-ignore
  const refused = Response.json({ code: 'noTable', detail: 'This is neither CSV nor a workbook (.xlsx)' }, { status: 400 })
  renderAt('/gullhaven/cases', <ImportDialog onClose={() => undefined} />, { [`${API}/preview`]: refused })
  await screen.findByRole('dialog')
  choose()
  expect((await screen.findByRole('alert')).textContent).toBe('This is neither CSV nor a workbook (.xlsx).')
})
