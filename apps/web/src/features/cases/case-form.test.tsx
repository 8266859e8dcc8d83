import type { CaseDetail } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { CaseForm } from './case-form.js'

const found: CaseDetail = {
  key: 'FERRY-214', title: 'Axle limit', areaId: 1, areaPath: ['Deck planner', 'Limits'], preconditions: 'A ferry', priority: 2, tags: ['smoke'], ownerId: null,
  steps: [{ action: 'Load a trailer', expected: 'It is refused' }, { action: 'Unload', expected: 'It is empty' }], state: 'approved', version: 3, updatedAt: '2026-11-22T00:00:00Z',
} // prettier-ignore
const PATH = '/api/projects/gullhaven/cases/FERRY-214'
const members = { '/api/projects/gullhaven/members': [{ id: 7, name: 'Teo Marsh', kind: 'tester' }] }

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
    expect(screen.getByText('Saving takes the approval away.')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Put back' }))
    expect((field('Title') as HTMLTextAreaElement).value).toBe('Axle limit')
  })

  it('sends only what changed, with the version it was read in', async () => {
    const { sent } = await open({ [PATH]: { ...found, version: 4 } })
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

  it('keeps the text when somebody else was faster, and says what to do', async () => {
    const conflict = Response.json(
      { code: 'changedMeanwhile', detail: 'FERRY-214 was changed by somebody else while you edited it' },
      { status: 409 },
    )
    await open({ [PATH]: conflict })
    fireEvent.change(field('Title'), { target: { value: 'Mine' } })
    fireEvent.keyDown(field('Title'), { key: 's', ctrlKey: true })
    expect((await screen.findByRole('alert')).textContent).toContain('changed by somebody else')
    expect((field('Title') as HTMLTextAreaElement).value).toBe('Mine')
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
