import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { JoinPage } from './join-page.js'

const SECRET = 'the-secret-of-an-invitation'
const seen = { project: 'Gullhaven Ferry', email: 'teo@gullhaven.example', invitedBy: 'Runa Solberg' }

it('is accepted by whoever is signed in', async () => {
  const { sent } = renderAt(`/gullhaven/join#${SECRET}`, <JoinPage />, {
    'POST /api/invitations/look': seen,
    'POST /api/invitations/accept': { project: 'gullhaven' },
  })
  expect((await screen.findByRole('heading')).textContent).toBe('Join Gullhaven Ferry')
  fireEvent.click(await screen.findByRole('button', { name: 'Accept' }))
  await waitFor(() => expect(sent.at(-1)).toMatchObject({ path: '/api/invitations/accept', body: { secret: SECRET } }))
})

it('says why a link can’t be used', async () => {
  const gone = Response.json({ code: 'invitationGone', detail: 'This invitation was accepted' }, { status: 404 })
  renderAt(`/gullhaven/join#${SECRET}`, <JoinPage />, { 'POST /api/invitations/look': gone })
  expect((await screen.findByRole('alert')).textContent).toContain('This invitation was accepted')
})
