import type { Me, ProjectInfo } from '@bobbin/client'
import { ApiError } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { createContext, useContext, type ReactNode } from 'react'
import { Navigate, useLocation, useParams } from 'react-router'
import { api } from '../lib/api.js'
import { keyFor } from '../lib/query-keys.js'
import { EmptyState, ErrorState, Loading } from '../ui/states.js'

const SessionContext = createContext<{ me: Me; project: ProjectInfo } | null>(null)

/** Who is signed in, and the project of the address. Fails loudly outside the provider. */
export function useSession() {
  const session = useContext(SessionContext)
  if (!session) throw new Error('useSession is used outside SessionProvider')
  return session
}

/** Lets signed-in members of the project through; everybody else goes to the sign-in page and comes back. */
export function SessionProvider({ children }: { children: ReactNode }) {
  const location = useLocation()
  const { project: slug } = useParams()
  const me = useQuery({ queryKey: keyFor('me'), queryFn: () => api.get('/session'), staleTime: 60_000 })
  if (me.isPending) return <Loading what="your account" />
  if (me.error instanceof ApiError && me.error.status === 401) {
    return <Navigate to={`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`} replace />
  }
  if (me.error) return <ErrorState error={me.error} onRetry={() => void me.refetch()} />
  const [first] = me.data.projects
  if (!first) return <EmptyState title="You belong to no project yet">Ask a lead of a project to invite you.</EmptyState>
  const project = slug ? me.data.projects.find((candidate) => candidate.slug === slug) : first
  if (!project) return <EmptyState title="This is not here">There is no project “{slug}” that you belong to.</EmptyState>
  if (!slug) return <Navigate to={`/${project.slug}/brief`} replace />
  return <SessionContext value={{ me: me.data, project }}>{children}</SessionContext>
}
