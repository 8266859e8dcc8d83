import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query'
import { renderHook, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { keyFor, useInvalidate } from './query-keys.js'

it('a word asks anew what begins with it, of whatever it is, and nothing else', async () => {
  const asked = { suites: 0, suite: 0, plans: 0 }
  const client = new QueryClient()
  const { result } = renderHook(
    () => {
      useQuery({ queryKey: keyFor('suites', 'gullhaven'), queryFn: () => ++asked.suites })
      useQuery({ queryKey: keyFor('suite', 'gullhaven', 7), queryFn: () => ++asked.suite })
      useQuery({ queryKey: keyFor('plans', 'gullhaven'), queryFn: () => ++asked.plans })
      return useInvalidate()
    },
    { wrapper: ({ children }) => <QueryClientProvider client={client}>{children}</QueryClientProvider> },
  )
  await waitFor(() => expect(asked).toEqual({ suites: 1, suite: 1, plans: 1 }))
  await result.current('suites', 'plans')
  expect(asked).toEqual({ suites: 2, suite: 1, plans: 2 })
  await result.current('suite')
  expect(asked).toEqual({ suites: 2, suite: 2, plans: 2 })
})
