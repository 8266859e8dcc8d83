import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { WelcomePage } from './welcome-page.js'

it('sends what the first account and project need, and says what is wrong without losing it', async () => {
  const taken = Response.json({ code: 'notFirst', detail: 'Somebody made the first account already' }, { status: 409 })
  const { sent } = renderAt('/gullhaven/welcome', <WelcomePage />, { '/api/first-run': taken })
  const type = (name: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(name), { target: { value } })
  await screen.findByText('Set up Bobbin')
  type('Name', 'Ann')
  type('Email', ' ann@gullhaven.example ')
  type(/^Password/, 'ten letters')
  type('Name of the project', 'Pilot Boats')
  type(/^Code/, 'ABCD-EFGH-JKLM')
  fireEvent.click(screen.getByRole('button', { name: 'Create and start' }))
  await waitFor(
    () =>
    expect(sent[0]?.body).toEqual({
      person: 'Ann', email: 'ann@gullhaven.example', password: 'ten letters', kind: 'engineer', name: 'Pilot Boats', slug: 'pilot-boats', keyPrefix: 'PILOT', code: 'ABCD-EFGH-JKLM',
    }), // prettier-ignore
  )
  expect((await screen.findByRole('alert')).textContent).toContain('Somebody made the first account already')
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Ann')
})
