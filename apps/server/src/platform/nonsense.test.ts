import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { resultFile, TestApp } from '../testing/test-app.js'

interface Route {
  method: string
  path: string
  query: string[]
  body: 'json' | 'multipart' | null
}
interface Operation {
  parameters?: { name: string; in: string }[]
  requestBody?: { content: Record<string, unknown> }
}

const document = JSON.parse(readFileSync(new URL('../openapi/openapi.json', import.meta.url), 'utf8')) as {
  paths: Record<string, Record<string, Operation>>
}
const routes: Route[] = Object.entries(document.paths).flatMap(([path, item]) =>
  Object.entries(item).flatMap(([method, operation]) => {
    if (!['get', 'post', 'put', 'patch', 'delete'].includes(method) || path.endsWith('/events')) return []
    const query = [...((item['parameters'] as Operation['parameters']) ?? []), ...(operation.parameters ?? [])]
      .filter((one) => one.in === 'query')
      .map(({ name }) => name)
    const types = Object.keys(operation.requestBody?.content ?? {})
    const body = types.includes('multipart/form-data') ? 'multipart' : types.length > 0 ? 'json' : null
    return [{ method: method.toUpperCase(), path, query, body } satisfies Route]
  }),
)

let bobbin: TestApp
let cookie: string
beforeAll(async () => {
  bobbin = await TestApp.start()
  await bobbin.deliver(resultFile(['there']))
  cookie = await bobbin.signIn('runa@gullhaven.example')
})
afterAll(() => bobbin.stop())

/** What stands in an address or a body and is none of what is asked for. */
const WORDS = ['', '0', '-1', '2147483648', '99999999999999999999', '1e9', 'NaN', 'null', '[object Object]', '\u0000', 'a\u0000b', '\ud800', '%', '../..', "'; drop", 'x'.repeat(5000), '💥', '‮'] // prettier-ignore
const deep = (depth: number): unknown => (depth === 0 ? 1 : [deep(depth - 1)])
const values = fc.oneof(
  fc.constantFrom<unknown>(
    ...WORDS,
    null,
    true,
    -1,
    2 ** 31,
    2 ** 53,
    1e300,
    [],
    {},
    [[]],
    [null],
    { a: { b: null } },
    ['\u0000'],
    deep(40),
    deep(3000),
  ),
  fc.jsonValue({ maxDepth: 3 }),
)
const NAMES = ['name', 'title', 'keys', 'set', 'id', 'email', 'password', 'results', 'number', 'version', 'steps', 'ownerId', 'areaId', 'scripts', 'decision', 'secret', 'folders', 'hosts', 'key', 'build', '__proto__', 'constructor'] // prettier-ignore
const bodies = fc.oneof(values, fc.dictionary(fc.constantFrom(...NAMES), values, { maxKeys: 6 }))

const encoded = (word: string) => encodeURIComponent(Buffer.from(word).toString())

async function send(route: Route, path: string, query: string, body: string | null, type: string, cookies: string): Promise<Response> {
  return fetch(`${bobbin.url}/api${path}${query}`, {
    method: route.method,
    redirect: 'manual',
    headers: { cookie: cookies, ...(body !== null && { 'content-type': type }) },
    ...(body !== null && { body }),
  })
}

// routes that end the session of whoever asks, or the project that the others are asked about
const ENDING = ['DELETE /session', 'DELETE /sessions', 'PUT /session/password']

it.each(
  routes
    .filter(({ method, path }) => !ENDING.includes(`${method} ${path}`))
    .map((route) => [`${route.method} ${route.path}`, route] as const),
)('%s answers nonsense with a problem, and never breaks', async (_, route) => {
  const parameters = fc.record({
    word: fc.constantFrom(...WORDS.filter((word) => word !== '')),
    inProject: fc.boolean(),
    query: fc.array(fc.tuple(fc.constantFrom(...route.query, 'other', 'a[b]'), fc.constantFrom(...WORDS)), { maxLength: 3 }),
    body: bodies,
    raw: fc.constantFrom(null, null, null, '{', '[1,', '"', 'NaN', '\u0000', ''),
    type: fc.constantFrom('application/json', 'application/json', 'multipart/form-data; boundary=x', 'multipart/form-data'),
    cookie: fc.constantFrom('', '; bobbin_session=j:{"a":1}', '; other=%E0%A4%A', '; =; ;;'),
  })
  await fc.assert(
    fc.asyncProperty(parameters, async ({ word, inProject, query, body, raw, type, cookie: more }) => {
      const path = route.path.replace(/\{(\w+)\}/g, (_match, name: string) =>
        name === 'project' && inProject ? 'gullhaven' : encoded(word),
      )
      const search = query.length > 0 ? `?${query.map(([name, value]) => `${encoded(name)}=${encoded(value)}`).join('&')}` : ''
      const text = route.method === 'GET' || route.method === 'DELETE' ? null : (raw ?? JSON.stringify(body) ?? null)
      const answer = await send(route, path, search, text, route.body === 'multipart' ? type : 'application/json', cookie + more)
      const said = await answer.text()
      const told = `${route.method} ${path.slice(0, 100)}${search.slice(0, 200)} ${(text ?? '').slice(0, 300)} → ${answer.status} ${said.slice(0, 300)}`
      expect(answer.status, told).toBeLessThan(500)
      if (answer.status >= 400) expect(answer.headers.get('content-type'), told).toContain('application/problem+json')
    }),
    { numRuns: 12, seed: 20261129 },
  )
  // who asked is still signed in, and what was there is there
  expect((await fetch(`${bobbin.url}/api/projects/gullhaven/scripts?search=there`, { headers: { cookie } })).status).toBe(200)
})

it.each(['/api/%', '/api/projects/%E0%A4%A/cases', '/api/projects/gullhaven/cases/%00', '/api/none', '//api//'])(
  'an address that is none: %s',
  async (path) => {
    const answer = await fetch(bobbin.url + path, { headers: { cookie } })
    expect(answer.status).toBeLessThan(500)
    expect(answer.status).toBeGreaterThanOrEqual(400)
  },
)
