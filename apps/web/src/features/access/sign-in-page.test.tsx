import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { createMemoryRouter, RouterProvider } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { SignInPage } from './sign-in-page.js'

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

function open(address: string, answer: () => Promise<Response>) {
  vi.stubGlobal('fetch', answer)
  const router = createMemoryRouter(
    [
      { path: '/sign-in', element: <SignInPage /> },
      { path: '*', element: <p>inside</p> },
    ],
    { initialEntries: [address] },
  )
  render(
    <QueryClientProvider client={new QueryClient()}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  )
  fireEvent.change(screen.getByLabelText('Email'), { target: { value: 'runa@gullhaven.example' } })
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'gullhaven' } })
  fireEvent.click(screen.getByRole('button', { name: 'Sign in' }))
  return router
}

const yes = () => Promise.resolve(new Response(null, { status: 204 }))

it('leads back to where one came from', async () => {
  const router = open('/sign-in?to=%2Fgullhaven%2Fruns%2F149%3Fshow%3Dfixed', yes)
  await screen.findByText('inside')
  expect(router.state.location.pathname + router.state.location.search).toBe('/gullhaven/runs/149?show=fixed')
})

it.each(['https%3A%2F%2Felsewhere.example', '%2F%2Felsewhere.example', ''])('does not lead to another site (%s)', async (to) => {
  const router = open(`/sign-in?to=${to}`, yes)
  await screen.findByText('inside')
  expect(router.state.location.pathname).toBe('/')
})

it('says what was wrong and keeps what was typed', async () => {
  open('/sign-in', () => Promise.resolve(Response.json({ code: 'wrongPassword', detail: 'Email or password is wrong' }, { status: 401 })))
  expect((await screen.findByRole('alert')).textContent).toBe('Email or password is wrong.')
  expect(screen.getByLabelText<HTMLInputElement>('Email').value).toBe('runa@gullhaven.example')
})

it('tells a server that is down from a wrong password', async () => {
  open('/sign-in', () => Promise.reject(new TypeError('fetch failed')))
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('It may be restarting, or the connection is down.'))
})
