import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { deliver } from './deliver.js'
import { ApiClient, ApiError, UnreachableError } from './http.js'

/** A real HTTP server that answers what its path asks for. */
let server: Server
let client: ApiClient
/** The same client, for paths that no document knows. */
let loose: Record<'get' | 'put' | 'delete', (path: string, request?: object) => Promise<unknown>>
const seen: { method?: string | undefined; url?: string | undefined; authorization?: string | undefined; body: string }[] = []

beforeAll(async () => {
  server = createServer((request, response) => {
    void bodyOf(request).then((body) => {
      seen.push({ method: request.method, url: request.url, authorization: request.headers.authorization, body })
      if (request.url === '/api/problem') {
        response.writeHead(409, { 'content-type': 'application/problem+json' })
        response.end(JSON.stringify({ code: 'changedMeanwhile', detail: 'Somebody was faster', theirs: 3 }))
      } else if (request.url === '/api/broken') response.writeHead(502).end('<html>')
      else if (request.url === '/api/nothing') response.writeHead(204).end()
      else response.end(JSON.stringify({ ok: true }))
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  client = new ApiClient({ baseUrl: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, token: 'bbn_x' })
  loose = client as unknown as typeof loose
})
afterAll(() => new Promise((resolve) => server.close(resolve)))

async function bodyOf(request: IncomingMessage): Promise<string> {
  let body = ''
  for await (const chunk of request) body += String(chunk)
  return body
}

it('sends the token and JSON, and reads JSON or nothing', async () => {
  expect(
    await loose.put('/thing/{id}', { path: { id: 'a b' }, query: { list: ['x', 'y'], empty: '', none: undefined }, body: { a: 1 } }),
  ).toEqual({ ok: true })
  expect(seen.at(-1)).toEqual({ method: 'PUT', url: '/api/thing/a%20b?list=x%2Cy', authorization: 'Bearer bbn_x', body: '{"a":1}' })
  expect(await loose.delete('/nothing')).toBeUndefined()
})

it('turns problem details into an error with their code and sentence', async () => {
  const error: unknown = await loose.get('/problem').catch((thrown: unknown) => thrown)
  expect(error).toBeInstanceOf(ApiError)
  expect(error).toMatchObject({ status: 409, code: 'changedMeanwhile', message: 'Somebody was faster', extra: { theirs: 3 } })
})

it('says the status when the answer is no problem details', async () => {
  await expect(loose.get('/broken')).rejects.toThrow('The server answered 502 Bad Gateway')
})

it('tells a server that is not there from one that says no', async () => {
  const nobody = new ApiClient({ baseUrl: 'http://127.0.0.1:1' })
  await expect(nobody.get('/session')).rejects.toBeInstanceOf(UnreachableError)
})

it('delivers files by name, with the target in the query and nothing empty', async () => {
  const target = { pipeline: 'fare desk', build: '412', branch: 'release/4.2', environment: 'pier-test', commit: '' }
  await deliver(client, 'gullhaven', target, 'cli', [{ name: 'reports/a.xml', content: new Blob(['<testsuite/>']) }])
  const { url, body } = seen.at(-1) ?? { url: '', body: '' }
  expect(url).toBe('/api/projects/gullhaven/deliveries?source=cli&pipeline=fare+desk&build=412&branch=release%2F4.2&environment=pier-test')
  expect(body).toContain('filename="reports/a.xml"')
  expect(body).toContain('<testsuite/>')
})
