import { act, cleanup, render, screen } from '@testing-library/react'
import { createMemoryRouter, RouterProvider, useLocation } from 'react-router'
import { afterEach, expect, it } from 'vitest'
import { useAddress } from './use-address.js'

afterEach(cleanup)

it('adds up changes of one moment, and of handlers that were made earlier', async () => {
  const handlers: ReturnType<typeof useAddress>[1][] = []
  function Page() {
    const [, set] = useAddress()
    handlers.push(set)
    return <output>{useLocation().search}</output>
  }
  const router = createMemoryRouter([{ path: '/', element: <Page /> }], { initialEntries: ['/?do=paste&keep=1'] })
  render(<RouterProvider router={router} />)
  const [first] = handlers
  await act(() => {
    first?.({ do: null })
    first?.({ case: 'FERRY-1' })
    return Promise.resolve()
  })
  expect(screen.getByRole('status').textContent).toBe('?keep=1&case=FERRY-1')
  await act(() => Promise.resolve(first?.({ area: '7' })))
  expect(screen.getByRole('status').textContent).toBe('?keep=1&case=FERRY-1&area=7')
})

it('says what the address comes to before the page is drawn', async () => {
  let handler: ReturnType<typeof useAddress> | null = null
  function Page() {
    const address = useAddress()
    handler ??= address
    return null
  }
  render(<RouterProvider router={createMemoryRouter([{ path: '/', element: <Page /> }], { initialEntries: ['/?run=3'] })} />)
  const [drawn, set, now] = handler as unknown as ReturnType<typeof useAddress>
  expect(now().get('run')).toBe('3')
  await act(() => {
    set({ run: '4' })
    expect([drawn.get('run'), now().get('run')]).toEqual(['3', '4'])
    return Promise.resolve()
  })
})
