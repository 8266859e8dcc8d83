import type { CaseDetail } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { CaseForm } from './case-form.js'

const found: CaseDetail = {
  id: 12,
  key: 'FERRY-214', title: 'Axle limit', areaId: 1, areaPath: ['Deck planner', 'Limits'], preconditions: 'A ferry', priority: 2, tags: ['smoke'], ownerId: null,
  steps: [{ action: 'Load a trailer', expected: 'It is refused' }, { action: 'Unload', expected: 'It is empty' }], state: 'approved', intent: 'toAutomate', estimateS: null, runsAfter: [], version: 3, updatedAt: '2026-11-22T00:00:00Z',
} // prettier-ignore
const PATH = '/api/projects/gullhaven/cases/FERRY-214'
const members = {
  '/api/projects/gullhaven/areas': [{ id: 1, parentId: null, name: 'Limits', cases: 1 }],
  '/api/projects/gullhaven/members': [{ id: 7, name: 'Teo Marsh', kind: 'tester' }],
}

const open = async (answers = {}) => {
  const view = renderAt('/gullhaven/cases?case=FERRY-214', <CaseForm found={found} />, { ...members, ...answers })
  await screen.findByRole('textbox', { name: 'Title' })
  return view
}
const field = (name: string) => screen.getByRole('textbox', { name })

describe('CaseForm', () => {
  it('offers to save only when something changed, and says what saving does', async () => {
    await open()
    expect(screen.queryByRole('button', { name: 'Save' })).toBeNull()
    fireEvent.change(field('Title'), { target: { value: 'Axle limit holds' } })
    expect(screen.getByText('Saving removes the approval.')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Undo changes' }))
    expect((field('Title') as HTMLTextAreaElement).value).toBe('Axle limit')
  })

  it('sends only what changed, with the version it was read in', async () => {
    const { sent } = await open({ [PATH]: { case: { ...found, version: 4 }, actId: 9 } })
    fireEvent.click(screen.getByRole('button', { name: 'Step 2 up' }))
    fireEvent.change(screen.getByLabelText('Priority'), { target: { value: '1' } })
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toEqual({
      method: 'PATCH',
      path: PATH,
      body: {
        version: 3,
        priority: 1,
        steps: [
          { action: 'Unload', expected: 'It is empty' },
          { action: 'Load a trailer', expected: 'It is refused' },
        ],
      },
    })
  })

  it('offers a choice when somebody else was faster: both are kept where they fit, one chooses where not', async () => {
    const theirs: CaseDetail = { ...found, title: 'Theirs', priority: 1, version: 4 }
    const conflict = Response.json({ code: 'changedMeanwhile', detail: 'changed by somebody else', theirs }, { status: 409 })
    const { sent } = await open({ [PATH]: conflict })
    fireEvent.change(field('Title'), { target: { value: 'Mine' } })
    fireEvent.change(field('Preconditions'), { target: { value: 'Two ferries' } })
    fireEvent.keyDown(field('Title'), { key: 's', ctrlKey: true })
    const dialog = await screen.findByRole('dialog')
    expect(dialog.textContent).toContain('Somebody else changed this case too')
    const bring = screen.getByRole('button', { name: 'Merge' })
    expect(bring.hasAttribute('disabled')).toBe(true)
    fireEvent.click(screen.getByRole('radio', { name: /yours\s*Mine/ }))
    fireEvent.click(bring)
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    expect((field('Title') as HTMLTextAreaElement).value).toBe('Mine')
    expect(screen.getByLabelText<HTMLSelectElement>('Priority').value).toBe('1')
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[1]?.body).toEqual({ version: 4, title: 'Mine', preconditions: 'Two ferries' })
  })

  it('keeps what is typed when a newer version arrives, and offers to bring both together', async () => {
    const { rerender } = await open()
    fireEvent.change(field('Title'), { target: { value: 'Mine' } })
    rerender(<CaseForm found={{ ...found, title: 'Theirs', version: 4 }} />)
    expect((field('Title') as HTMLTextAreaElement).value).toBe('Mine')
    expect(screen.getByText(/Somebody saved version 4 while/)).toBeTruthy()
  })

  it('makes steps of a pasted table', async () => {
    await open()
    fireEvent.paste(field('Step 2, action'), { clipboardData: { getData: () => 'Weigh it\t9.5 t\nWave it on\tIt rolls' } })
    expect((field('Step 3, action') as HTMLTextAreaElement).value).toBe('Weigh it')
    expect((field('Step 4, expected result') as HTMLTextAreaElement).value).toBe('It rolls')
    fireEvent.keyDown(field('Step 4, action'), { key: 'ArrowUp', altKey: true })
    expect((field('Step 3, action') as HTMLTextAreaElement).value).toBe('Wave it on')
  })

  it('adds and removes steps, and needs a title', async () => {
    await open()
    fireEvent.click(screen.getByRole('button', { name: 'Add a step' }))
    expect(field('Step 3, action')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Remove step 1' }))
    expect((field('Step 1, action') as HTMLTextAreaElement).value).toBe('Unload')
    fireEvent.change(field('Title'), { target: { value: '  ' } })
    expect(screen.getByRole('button', { name: 'Save' }).hasAttribute('disabled')).toBe(true)
    expect(screen.getByText('A case needs a title.')).toBeTruthy()
  })
})
