import { ALL_RIGHTS } from '@bobbin/core'
import type { Me } from '@bobbin/client'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, render } from '@testing-library/react'
import { useEffect, useState, type ReactNode } from 'react'
import { createMemoryRouter, RouterProvider } from 'react-router'
import { vi } from 'vitest'
import { SessionProvider } from '../context/session.js'

const ME: Me = {
  account: { id: 1, name: 'Runa Solberg', email: 'runa@gullhaven.example', kind: 'engineer', serverAdmin: true, makesProjects: true },
  projects: [{ slug: 'gullhaven', name: 'Gullhaven Ferry', keyPrefix: 'FERRY', defaultBranch: 'main', role: 'lead', rights: ALL_RIGHTS }],
}

/**
 * Answers of the API by path (without the query; `POST /path` for one method), as the server would give them, a promise of one for
 * an answer that takes its time; anything else is a 404.
 */
export type Answers = Record<string, unknown>

let show: (element: ReactNode) => void = () => undefined
function Shown({ first }: { first: ReactNode }) {
  const [element, setElement] = useState(first)
  useEffect(() => {
    show = setElement
  }, [])
  return element
}

export interface Sent {
  method: string
  path: string
  body: unknown
}

/** Shows a part of the application as a signed-in member at an address; `fetch` answers from `answers`. */
export function renderAt(address: string, element: ReactNode, answers: Answers = {}) {
  const sent: Sent[] = []
  const known: Answers = { '/api/session': ME, ...answers }
  vi.stubGlobal('fetch', (url: string, init: { method: string; body?: string | FormData }) => {
    const [path = ''] = url.split('?')
    if (init.method !== 'GET')
      sent.push({ method: init.method, path: url, body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : null })
    return Promise.resolve(known[`${init.method} ${path}`] ?? known[path]).then((answer) => {
      if (answer === undefined) return Response.json({ code: 'notFound', detail: `There is no ${path}` }, { status: 404 })
      return answer instanceof Response ? answer.clone() : Response.json(answer)
    })
  })
  const router = createMemoryRouter(
    [
      {
        path: '/:project/*',
        element: (
          <SessionProvider>
            <Shown first={element} />
          </SessionProvider>
        ),
      },
      { path: '/sign-in', element: <p>sign in here</p> },
    ],
    {
      initialEntries: [address],
    },
  )
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const view = render(
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  )
  /** Shows something else in its place, as a parent that renders anew would. */
  const rerender = (next: ReactNode) => act(() => show(next))
  return { ...view, router, sent, rerender }
}
