import { createBrowserRouter, useRouteError } from 'react-router'
import { SignInPage } from '../features/access/sign-in-page.js'
import { BriefPage } from '../features/brief/brief-page.js'
import { CasesPage } from '../features/cases/cases-page.js'
import { IntakePage } from '../features/intake/intake-page.js'
import { RunPage } from '../features/runs/run-page.js'
import { RunsPage } from '../features/runs/runs-page.js'
import { ScriptsPage } from '../features/scripts/scripts-page.js'
import { ErrorState } from '../ui/states.js'
import { SessionProvider } from '../context/session.js'
import { Shell } from './shell.js'

function Broken() {
  return <ErrorState error={useRouteError()} onRetry={() => window.location.reload()} />
}

export const router = createBrowserRouter([
  { path: '/sign-in', Component: SignInPage, ErrorBoundary: Broken },
  { path: '/', element: <SessionProvider>{null}</SessionProvider>, ErrorBoundary: Broken },
  {
    path: '/:project',
    Component: Shell,
    ErrorBoundary: Broken,
    children: [
      { index: true, Component: BriefPage },
      { path: 'brief', Component: BriefPage },
      { path: 'cases', Component: CasesPage },
      { path: 'scripts', Component: ScriptsPage },
      { path: 'runs', Component: RunsPage },
      { path: 'runs/:id', Component: RunPage },
      { path: 'intake', Component: IntakePage },
    ],
  },
])
