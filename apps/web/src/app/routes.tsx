import { lazy, Suspense, type ComponentType } from 'react'
import { createBrowserRouter, useRouteError } from 'react-router'
import { SessionProvider } from '../context/session.js'
import { SignInPage } from '../features/access/sign-in-page.js'
import { BriefPage } from '../features/brief/brief-page.js'
import { ErrorState, Loading } from '../ui/states.js'
import { Shell } from './shell.js'

function Broken() {
  return <ErrorState error={useRouteError()} onRetry={() => window.location.reload()} />
}

/** A page whose code is fetched when it is first opened. */
function later<Name extends string>(load: () => Promise<Record<Name, ComponentType>>, name: Name): ComponentType {
  const Page = lazy(() => load().then((module): { default: ComponentType } => ({ default: module[name] })))
  return function Later() {
    return (
      <Suspense fallback={<Loading what="the page" />}>
        <Page />
      </Suspense>
    )
  }
}

export const router = createBrowserRouter([
  { path: '/sign-in', Component: SignInPage, ErrorBoundary: Broken },
  { path: '/welcome', Component: later(() => import('../features/access/welcome-page.js'), 'WelcomePage'), ErrorBoundary: Broken },
  { path: '/join', Component: later(() => import('../features/access/join-page.js'), 'JoinPage'), ErrorBoundary: Broken },
  {
    path: '/new-password',
    Component: later(() => import('../features/access/new-password-page.js'), 'NewPasswordPage'),
    ErrorBoundary: Broken,
  },
  { path: '/reference', Component: later(() => import('../features/reference/reference-page.js'), 'ReferencePage'), ErrorBoundary: Broken },
  { path: '/wall/:key', Component: later(() => import('../features/boards/wall-page.js'), 'WallPage'), ErrorBoundary: Broken },
  { path: '/', element: <SessionProvider>{null}</SessionProvider>, ErrorBoundary: Broken },
  {
    path: '/:project',
    Component: Shell,
    ErrorBoundary: Broken,
    children: [
      { index: true, Component: BriefPage },
      { path: 'brief', Component: BriefPage },
      { path: 'boards', Component: later(() => import('../features/boards/boards-page.js'), 'BoardsPage') },
      { path: 'boards/:id', Component: later(() => import('../features/boards/boards-page.js'), 'BoardsPage') },
      { path: 'cases', Component: later(() => import('../features/cases/cases-page.js'), 'CasesPage') },
      { path: 'cases/requirements', Component: later(() => import('../features/requirements/requirements-page.js'), 'RequirementsPage') },
      { path: 'scripts', Component: later(() => import('../features/scripts/scripts-page.js'), 'ScriptsPage') },
      { path: 'mapping', Component: later(() => import('../features/mapping/mapping-page.js'), 'MappingPage') },
      { path: 'suites', Component: later(() => import('../features/suites/suites-page.js'), 'SuitesPage') },
      { path: 'plans', Component: later(() => import('../features/plans/plans-page.js'), 'PlansPage') },
      { path: 'plans/today', Component: later(() => import('../features/plans/today-page.js'), 'TodayPage') },
      { path: 'releases', Component: later(() => import('../features/releases/releases-page.js'), 'ReleasesPage') },
      { path: 'runs', Component: later(() => import('../features/runs/runs-page.js'), 'RunsPage') },
      { path: 'runs/:id', Component: later(() => import('../features/runs/run-page.js'), 'RunPage') },
      { path: 'builds', Component: later(() => import('../features/builds/builds-page.js'), 'BuildsPage') },
      { path: 'builds/compare', Component: later(() => import('../features/builds/compare-page.js'), 'ComparePage') },
      { path: 'weave', Component: later(() => import('../features/weave/weave-page.js'), 'WeavePage') },
      { path: 'failures', Component: later(() => import('../features/failures/failures-page.js'), 'FailuresPage') },
      { path: 'tests/:id', Component: later(() => import('../features/life/life-page.js'), 'LifePage') },
      { path: 'trends', Component: later(() => import('../features/trends/trends-page.js'), 'TrendsPage') },
      { path: 'trends/:part', Component: later(() => import('../features/trends/trends-page.js'), 'TrendsPage') },
      { path: 'mine', Component: later(() => import('../features/manual/mine-page.js'), 'MinePage') },
      { path: 'report/:kind/:id', Component: later(() => import('../features/manual/report-page.js'), 'ReportPage') },
      { path: 'intake', Component: later(() => import('../features/intake/intake-page.js'), 'IntakePage') },
      { path: 'intake/:id', Component: later(() => import('../features/intake/delivery-page.js'), 'DeliveryPage') },
      { path: 'settings', Component: later(() => import('../features/settings/settings-page.js'), 'SettingsPage') },
      { path: 'settings/:part', Component: later(() => import('../features/settings/settings-page.js'), 'SettingsPage') },
    ],
  },
])
