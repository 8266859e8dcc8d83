import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { TokensService } from '../access/index.js'
import { TestApp, TOKEN } from '../testing/test-app.js'
import { Work } from '../testing/work.js'
import { boundsOf } from './json-bodies.js'

interface Operation {
  requestBody?: { content: Record<string, { schema: Schema }> }
}
interface Schema {
  $ref?: string
  type?: string
  properties?: Record<string, Schema>
  items?: Schema
}
const document = JSON.parse(readFileSync(new URL('../openapi/openapi.json', import.meta.url), 'utf8')) as {
  paths: Record<string, Record<string, Operation>>
  components: { schemas: Record<string, Schema> }
}
const METHODS = ['post', 'put', 'patch', 'delete']
const routes = Object.entries(document.paths).flatMap(([path, item]) =>
  Object.entries(item).flatMap(([method, operation]) =>
    METHODS.includes(method)
      ? [{ method: method.toUpperCase(), path, schema: operation.requestBody?.content['application/json']?.schema }]
      : [],
  ),
)

const MADE_UP = 'bobbin_session=made-up'

let bobbin: TestApp
const work = new Work()
const callers = new Map<string, Record<string, string>>()
beforeAll(async () => {
  bobbin = await TestApp.start()
  const [owner] = await bobbin.ask<{ project_id: number; account_id: number }>('select project_id, account_id from api_token limit 1')
  for (const scope of ['agent', 'start', 'read'] as const)
    await bobbin.app.get(TokensService).store(owner?.project_id ?? 0, owner?.account_id ?? 0, scope, scope, `bbn_${scope}`)
  callers.set('nobody', {})
  callers.set('nobody who says somebody', { cookie: MADE_UP })
  callers.set('a lead', { cookie: await bobbin.signIn('runa@gullhaven.example') })
  callers.set('a delivering token', { authorization: `Bearer ${TOKEN}` })
  for (const scope of ['agent', 'start', 'read']) callers.set(`a token to ${scope}`, { authorization: `Bearer bbn_${scope}` })
  work.start()
})
afterAll(async () => {
  work.stop()
  await bobbin.stop()
})

const resolved = (schema: Schema | undefined): Schema =>
  schema?.$ref ? resolved(document.components.schemas[schema.$ref.split('/').at(-1) ?? '']) : (schema ?? {})

/** As many pieces of text as fit into so many bytes, with commas. */
function filled(bytes: number, most: number, one: (place: number) => string): string {
  const pieces: string[] = []
  for (let size = 200; pieces.length < most;) {
    const piece = one(pieces.length)
    size += piece.length + 1
    if (size > bytes) break
    pieces.push(piece)
  }
  return pieces.join(',')
}

const made = new Map<string, string>()
/** Made once; making them is work too. */
function once(key: string, make: () => string): string {
  const body = made.get(key) ?? make()
  made.set(key, body)
  return body
}

/** As wide, as deep and as long as a request may be, and steps beyond. */
function hostile({ path, schema }: (typeof routes)[number], headers: Record<string, string>): [kind: string, body: string][] {
  const all = headers['cookie']?.includes('bobbin_session=') && headers['cookie'] !== MADE_UP
  const bounds = boundsOf({ path: `/api${path}`, headers })
  // what grows faster than its body is seen at a part of the most
  const bytes = Math.min(bounds.bytes, all ? 48 * 1024 : 8 * 1024)
  const [values, containers, depth] = [Math.min(bounds.values, 4000), Math.min(bounds.containers, 1000), bounds.depth]
  const properties = Object.entries(resolved(schema).properties ?? {})
  const list = properties.find(([, one]) => resolved(one).type === 'array')?.[0]
  const name = list ?? properties[0]?.[0] ?? 'name'
  const inMember = (kind: string, value: () => string) => `{"${name}":${once(`${kind} ${bytes}`, value)}}`
  const unknown: [string, string] = [
    'unknown members',
    once(`unknown ${bytes}`, () => `{${filled(bytes, values - 1, (i) => `"k${i}":0`)}}`),
  ]
  if (!all) return [unknown]
  return [
    unknown,
    ['lists in a member', inMember('lists', () => `[${filled(bytes, containers - 2, () => '[]')}]`)],
    ['more unknown members', once('more', () => `{${filled(1_000_000, 80_000, (i) => `"k${i}":0`)}}`)],
    ['objects in a member', inMember('objects', () => `[${filled(bytes, containers - 2, (i) => `{"a${i}":1}`)}]`)],
    ['texts in a member', inMember('texts', () => `[${filled(bytes, values - 2, () => '"x"')}]`)],
    ['as deep as may be', inMember('deep', () => `${'['.repeat(depth - 2)}${']'.repeat(depth - 2)}`)],
    ['far deeper', once('deeper', () => `${'['.repeat(7000)}${']'.repeat(7000)}`)],
    ['a long text', inMember('text', () => `"${'a'.repeat(bytes - 200)}"`)],
    ['members that all objects have', `{"__proto__":{"isAdmin":true},"constructor":{"prototype":{}},"${name}":{"toString":1}}`],
  ]
}

const send = async ({ method, path }: (typeof routes)[number], headers: Record<string, string>, body: string) => {
  const filledIn = path
    .replace('{project}', 'gullhaven')
    .replace('{key}', 'FERRY-999')
    .replace(/\{\w+\}/g, '999999')
  const answer = await fetch(`${bobbin.url}/api${filledIn}`, { method, headers: { ...headers, 'content-type': 'application/json' }, body }) // prettier-ignore
  await answer.arrayBuffer()
  return answer.status
}

/** What ends the session of who asks is asked by nobody. */
const ENDING = ['DELETE /session', 'DELETE /sessions', 'PUT /session/password']
/**
 * Function calls that all bodies of a route may cost together, whatever they hold: 15 of up to 48 KB and 4,000 values, of which the validators take
 * some 400 each. What grows with the square of its body costs 16,000,000 for one of them.
 */
const MOST_CALLS = 6_000_000

it.each(
  routes
    .filter(({ method, path }) => !ENDING.includes(`${method} ${path}`))
    .map((route) => [`${route.method} ${route.path}`, route] as const),
)('%s costs little for any body, whoever sends it', async (_, route) => {
  const requests = [...callers].flatMap(([caller, headers]) => hostile(route, headers).map((body) => ({ caller, headers, body })))
  // making the bodies is work too
  work.calls()
  for (const { caller, headers, body } of requests) {
    const [kind, text] = body
    const status = await send(route, headers, text)
    expect(status, `${caller}: ${kind}`).toBeLessThan(500)
    if (caller.startsWith('nobody')) expect(status, `${caller}: ${kind}`).toBeGreaterThanOrEqual(400)
  }
  expect(work.calls()).toBeLessThan(MOST_CALLS)
})
