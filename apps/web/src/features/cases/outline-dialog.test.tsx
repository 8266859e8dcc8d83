import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { OutlineDialog } from './outline-dialog.js'

const PATH = '/api/projects/gullhaven/cases/outline'
const open = (answer: unknown) => {
  let closed = false
  const view = renderAt(
    '/gullhaven/cases',
    <OutlineDialog open onOpenChange={(next) => (closed = !next)} areaId={4} areaName="Deck planner" />,
    { [PATH]: answer },
  )
  return { ...view, closed: () => closed }
}
const write = async (text: string) => fireEvent.change(await screen.findByRole('textbox', { name: 'Lines' }), { target: { value: text } })

it('says what it will make before it does, and opens the first of what it made', async () => {
  const { sent, closed, router } = open({
    areas: 1,
    cases: [
      { key: 'FERRY-301', title: 'Tall' },
      { key: 'FERRY-302', title: 'Wide' },
    ],
  })
  expect(await screen.findByText('New cases in Deck planner')).toBeTruthy()
  expect(screen.getByRole('button', { name: 'Make 0 cases' }).hasAttribute('disabled')).toBe(true)
  await write('Ramps\n  Tall\n  Wide')
  expect(screen.getByText('in 1 area, those that are new are made')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Make 2 cases' }))
  await waitFor(() => expect(closed()).toBe(true))
  expect(sent).toEqual([{ method: 'POST', path: PATH, body: { text: 'Ramps\n  Tall\n  Wide', areaId: 4 } }])
  await waitFor(() => expect(router.state.location.search).toBe('?case=FERRY-301'))
})

it('keeps the lines when they are refused', async () => {
  open(Response.json({ code: 'longTitle', detail: 'Line 2 has 1,400 characters; a title has at most 1,000' }, { status: 400 }))
  await write('One line')
  fireEvent.keyDown(screen.getByRole('textbox', { name: 'Lines' }), { key: 'Enter', ctrlKey: true })
  expect((await screen.findByRole('alert')).textContent).toContain('Line 2 has 1,400 characters')
  expect(screen.getByRole<HTMLTextAreaElement>('textbox', { name: 'Lines' }).value).toBe('One line')
})
