import { QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router/dom'
import { ApiError } from '@bobbin/client'
import { applyTheme } from './app/theme.js'
import { router } from './app/routes.js'
import { keyFor } from './lib/query-keys.js'
import './styles.css'

applyTheme()

const queryClient: QueryClient = new QueryClient({
  // a session that ended is found out wherever the next question is asked; asking who one is leads to the sign-in page
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (error instanceof ApiError && error.status === 401 && query.queryKey[0] !== 'me')
        void queryClient.invalidateQueries({ queryKey: keyFor('me') })
    },
  }),
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      // a clear no is final; a lost connection is worth another try
      retry: (count, error) => !(error instanceof ApiError) && count < 2,
    },
  },
})

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no element #root')
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
)
