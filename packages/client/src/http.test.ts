import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { deliver } from './deliver.js'
import { ApiClient, ApiError, UnreachableError } from './http.js'

/** A real HTTP server that answers what its path asks for. */
let server: Server
let client: ApiClient
const seen: { method?: string | undefined; url?: string | undefined; authorization?: string | undefined; body: string }[] = []

beforeAll(async () => {
  server = createServer((request, response) => {
    void bodyOf(request).then((body) => {
      seen.push({ method: request.method, url: request.url, authorization: request.headers.authorization, body })
      if (request.url === '/api/problem') {
        response.writeHead(409, { 'content-type': 'application/problem+json' })
        response.end(JSON.stringify({ code: 'changedMeanwhile', detail: 'Somebody was faster' }))
      } else if (request.url === '/api/broken') response.writeHead(502).end('<html>')
      else if (request.url === '/api/nothing') response.writeHead(204).end()
      else response.end(JSON.stringify({ ok: true }))
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  client = new ApiClient({ baseUrl: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, token: 'bbn_x' })
})
afterAll(() => new Promise((resolve) => server.close(resolve)))

async function bodyOf(request: IncomingMessage): Promise<string> {
  let body = ''
  for await (const chunk of request) body += String(chunk)
  return body
}

it('sends the token and JSON, and reads JSON or nothing', async () => {
  expect(await client.put('/thing', { a: 1 })).toEqual({ ok: true })
  expect(seen.at(-1)).toEqual({ method: 'PUT', url: '/api/thing', authorization: 'Bearer bbn_x', body: '{"a":1}' })
  expect(await client.delete('/nothing')).toBeUndefined()
})

it('turns problem details into an error with their code and sentence', async () => {
  const error: unknown = await client.get('/problem').catch((thrown: unknown) => thrown)
  expect(error).toBeInstanceOf(ApiError)
  expect(error).toMatchObject({ status: 409, code: 'changedMeanwhile', message: 'Somebody was faster' })
})

it('says the status when the answer is no problem details', async () => {
  await expect(client.get('/broken')).rejects.toThrow('The server answered 502 Bad Gateway')
})

it('tells a server that is not there from one that says no', async () => {
  const nobody = new ApiClient({ baseUrl: 'http://127.0.0.1:1' })
  await expect(nobody.get('/x')).rejects.toBeInstanceOf(UnreachableError)
})

it('delivers files by name, with the target in the query and nothing empty', async () => {
  const target = { pipeline: 'fare desk', build: '412', branch: 'release/4.2', environment: 'pier-test', commit: '' }
  await deliver(client, 'gullhaven', target, 'cli', [{ name: 'reports/a.xml', content: new Blob(['<testsuite/>']) }])
  const { url, body } = seen.at(-1) ?? { url: '', body: '' }
  expect(url).toBe('/api/projects/gullhaven/deliveries?source=cli&pipeline=fare+desk&build=412&branch=release%2F4.2&environment=pier-test')
  expect(body).toContain('filename="reports/a.xml"')
  expect(body).toContain('<testsuite/>')
})
