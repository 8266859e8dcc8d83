import { ApiToken, TokensService } from './index.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
let routes: { method: string; path: string }[]
let strangersCookie: string
let readToken: string

interface Layer {
  route?: { path: string; methods: Record<string, boolean> }
}

beforeAll(async () => {
  bobbin = await TestApp.start()
  const { stack } = (bobbin.app.getHttpAdapter().getInstance() as unknown as { router: { stack: Layer[] } }).router
  routes = stack.flatMap(({ route }) =>
    route ? Object.keys(route.methods).map((method) => ({ method: method.toUpperCase(), path: route.path })) : [],
  )
  // the command line is a file like those of the web app
  routes = routes.filter(({ path }) => path.startsWith('/api/'))
  strangersCookie = await bobbin.signIn('olav@gullhaven.example')
  const [owner] = await bobbin.ask<{ project_id: number; account_id: number }>(
    `select project_id, account_id from api_token where project_id = (select id from project where slug = 'gullhaven')`,
  )
  readToken = 'bbn_test-token-read'
  await bobbin.app.get(TokensService).store(owner?.project_id ?? 0, owner?.account_id ?? 0, 'reader', 'read', readToken)
})
afterAll(() => bobbin.stop())

const OPEN = [
  'POST /api/session',
  'GET /api/first-run',
  'POST /api/first-run',
  'GET /api/openapi.json',
  'POST /api/invitations/look',
  'POST /api/invitations/accept',
  'GET /api/sign-in-ways',
  'POST /api/password-resets',
  'POST /api/password-resets/look',
  'POST /api/password-resets/accept',
  'GET /api/oidc/start',
  'GET /api/oidc/callback',
  'GET /api/calendars/:key.ics',
  'GET /api/wall/:key',
  'GET /api/wall/:key/parts/:part',
  'POST /api/tracker-hooks/:hook',
]
/** Signing in elsewhere is not set up here; coming back leads to the sign-in page all the same. */
const OPEN_ANSWERS: Record<string, number> = {
  'GET /api/oidc/start': 404,
  'GET /api/oidc/callback': 302,
  'GET /api/calendars/:key.ics': 400,
  'GET /api/wall/:key': 400,
  'GET /api/wall/:key/parts/:part': 400,
}
/** What a token with the scope `deliver` may do besides reading. */
const DELIVERING = [
  'POST /api/projects/:project/deliveries',
  'POST /api/projects/:project/feeds',
  'POST /api/projects/:project/feeds/:id/batches',
  'POST /api/projects/:project/feeds/:id/close',
  'POST /api/projects/:project/recount',
  'POST /api/projects/:project/scans',
  'POST /api/projects/:project/mapping/pushes',
  'POST /api/projects/:project/scans/:id/tests',
  'POST /api/projects/:project/scans/:id/finish',
]
/** What machines never see. */
const PERSONAL = [
  /\/api\/sessions?(\/|$)/,
  /\/tokens(\/|$)/,
  /\/views(\/|$)/,
  /\/invitations(\/|$)/,
  /\/notifications\//,
  /\/api\/server\//,
]

const fill = (path: string) =>
  path
    .replace(':project', 'gullhaven')
    .replace(/:(id|script|file|ordinal)/g, '1')
    .replace(':key', 'FERRY-1')

const ask = ({ method, path }: (typeof routes)[number], headers: Record<string, string> = {}) =>
  fetch(bobbin.url + fill(path), { method, headers, redirect: 'manual' }).then(async (answer) => {
    await answer.body?.cancel()
    return answer.status
  })
const bearer = (token: string) => ({ authorization: `Bearer ${token}` })
const nameOf = ({ method, path }: (typeof routes)[number]) => `${method} ${path}`

/** Every route of the API, as the framework knows them: one that is added later is walked too. */
describe('every route', () => {
  it('is found by this test', () => expect(routes.length).toBeGreaterThan(30))

  it('gives nobody anything, but the few that are open', async () => {
    for (const route of routes) {
      const status = await ask(route)
      if (OPEN.includes(nameOf(route)))
        expect([nameOf(route), status]).toEqual([nameOf(route), OPEN_ANSWERS[nameOf(route)] ?? (route.method === 'GET' ? 200 : 400)])
      else expect([nameOf(route), status]).toEqual([nameOf(route), 401])
    }
  })

  it('below a project gives a member of another project nothing, in a session or by token', async () => {
    for (const route of routes.filter(({ path }) => path.includes(':project'))) {
      expect([nameOf(route), await ask(route, { cookie: strangersCookie })]).toEqual([nameOf(route), 404])
      expect([403, 404], nameOf(route)).toContain(await ask(route, bearer('bbn_test-token-other')))
    }
  })

  it('that changes something refuses a token without the scope', async () => {
    for (const route of routes.filter((one) => one.method !== 'GET' && !OPEN.includes(nameOf(one)))) {
      expect([nameOf(route), await ask(route, bearer(readToken))]).toEqual([nameOf(route), 403])
      if (!DELIVERING.includes(nameOf(route))) expect([nameOf(route), await ask(route, bearer(TOKEN))]).toEqual([nameOf(route), 403])
    }
  })

  it('about a person refuses every token', async () => {
    const personal = routes.filter((route) => PERSONAL.some((part) => part.test(route.path)) && !OPEN.includes(nameOf(route)))
    expect(personal.length).toBeGreaterThan(5)
    for (const route of personal.filter((one) => nameOf(one) !== 'GET /api/session')) {
      expect([nameOf(route), await ask(route, bearer(readToken))]).toEqual([nameOf(route), 403])
    }
  })

  it('refuses a token that was revoked', async () => {
    await ApiToken.update(
      { revokedAt: new Date() },
      { where: { tokenHash: (await ApiToken.findOne({ where: { name: 'reader' } }))?.tokenHash } },
    )
    expect(await ask({ method: 'GET', path: '/api/projects/:project/cases' }, bearer(readToken))).toBe(401)
  })
})
