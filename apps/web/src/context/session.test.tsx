import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../testing/render.js'
import { ProjectLink } from './project-link.js'
import { useSession } from './session.js'

const Name = () => <p>{useSession().project.name}</p>

it('knows the project of the address', async () => {
  renderAt('/gullhaven/brief', <Name />)
  expect(await screen.findByText('Gullhaven Ferry')).toBeTruthy()
})

it('sends who is not signed in to the sign-in page, and remembers where they wanted to go', async () => {
  const { router } = renderAt('/gullhaven/cases?search=axle', <Name />, {
    '/api/session': Response.json({ code: 'notSignedIn', detail: 'Sign in' }, { status: 401 }),
  })
  await screen.findByText('sign in here')
  expect(router.state.location.search).toBe(`?to=${encodeURIComponent('/gullhaven/cases?search=axle')}`)
})

it('says so when the project is not one’s own', async () => {
  renderAt('/skerries/brief', <Name />)
  expect(await screen.findByText(/no project “skerries” that you belong to/)).toBeTruthy()
})

it('says what happened when the server fails, and offers another try', async () => {
  renderAt('/gullhaven/brief', <Name />, {
    '/api/session': Response.json({ code: 'internal', detail: 'Something went wrong in the server' }, { status: 500 }),
  })
  expect((await screen.findByRole('alert')).textContent).toContain('Something went wrong in the server. Nothing that was stored is lost.')
  expect(screen.getByRole('button', { name: 'Try again' })).toBeTruthy()
})

it('keeps the lens in every link of the project', async () => {
  renderAt('/gullhaven/brief?branch=release%2F4.2&env=pier-test&script=7', <ProjectLink to="runs/149?show=fixed">fixed</ProjectLink>)
  expect((await screen.findByRole('link')).getAttribute('href')).toBe('/gullhaven/runs/149?show=fixed&branch=release%2F4.2&env=pier-test')
})
