import { ApiClient, deliver, UnreachableError } from '@bobbin/client'
import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { nodeFetch } from './transport.js'

interface Seen {
  headers: IncomingMessage['headers']
  body: Buffer
}

let server: Server
let baseUrl: string
let seen: Seen
beforeAll(async () => {
  server = createServer((request, response) => {
    if (request.url?.startsWith('/api/projects/refused')) {
      // it has read enough to say no, and reads no more
      response.writeHead(413, { 'content-type': 'application/problem+json', 'retry-after': '7', connection: 'close' })
      return response.end(JSON.stringify({ code: 'tooLarge', detail: 'That is too much' }), () => request.destroy())
    }
    void bytesOf(request).then((body) => {
      seen = { headers: request.headers, body }
      if (request.method === 'DELETE') response.writeHead(204).end()
      else response.setHeader('content-type', 'application/json').end(JSON.stringify({ deliveryId: 7 }))
    })
    return response
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  baseUrl = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(() => new Promise((resolve) => server.close(resolve)))

async function bytesOf(request: IncomingMessage): Promise<Buffer> {
  const pieces: Buffer[] = []
  for await (const piece of request) pieces.push(piece as Buffer)
  return Buffer.concat(pieces)
}

const TARGET = { pipeline: 'fare desk', build: '412', branch: 'main', environment: 'pier-test' }
const LARGE = '<testsuite>'.padEnd(300_000, ' ')

// the reader of forms is the platform's own: Response.formData()
it('sends files as a form, with its length, and counts what it sends', async () => {
  const counts: number[] = []
  const client = new ApiClient({ baseUrl, token: 'bbn_x', fetch: nodeFetch((bytes) => counts.push(bytes)) })
  const name = 'reports/ünï "quoted"\r\n.xml'
  await deliver(client, 'gullhaven', { ...TARGET, changedFiles: ['src/a.ts', 'src/b.ts'] }, 'cli', [
    { name, content: new Blob([LARGE]) },
    { name: 'empty.png', content: new Blob([]), attachment: true },
  ])
  expect(seen.headers).toMatchObject({ authorization: 'Bearer bbn_x', 'content-length': String(seen.body.length) })
  const form = await new Response(new Uint8Array(seen.body), { headers: { 'content-type': seen.headers['content-type'] ?? '' } }).formData()
  expect(form.get('changedFiles')).toBe('src/a.ts\r\nsrc/b.ts')
  const file = form.get('file') as File
  expect([file.name, await file.text()]).toEqual([name, LARGE])
  expect((form.get('attachment') as File).size).toBe(0)
  expect(counts.at(-1)).toBe(seen.body.length)
  expect(counts).toEqual([...counts].sort((a, b) => a - b))
})

it('sends JSON, and reads an answer without a body', async () => {
  const client = new ApiClient({ baseUrl, fetch: nodeFetch() }) as unknown as Record<
    'post' | 'delete',
    (path: string, request?: object) => Promise<unknown>
  >
  expect(await client.post('/recount', { body: { name: 'Fähre' } })).toEqual({ deliveryId: 7 })
  expect([seen.headers['content-type'], seen.body.toString()]).toEqual(['application/json', '{"name":"Fähre"}'])
  expect(await client.delete('/thing')).toBeUndefined()
  expect(seen.body).toHaveLength(0)
})

it('tells what a server answers that does not read to the end', async () => {
  const client = new ApiClient({ baseUrl, fetch: nodeFetch() })
  const error: unknown = await deliver(client, 'refused', TARGET, 'cli', [{ name: 'a.xml', content: new Blob([LARGE]) }]).catch(
    (thrown: unknown) => thrown,
  )
  expect(error).toMatchObject({ status: 413, code: 'tooLarge', message: 'That is too much', retryAfterMs: 7000 })
})

it('tells that nobody answers', async () => {
  const client = new ApiClient({ baseUrl: 'http://127.0.0.1:1', fetch: nodeFetch() })
  await expect(client.get('/session')).rejects.toBeInstanceOf(UnreachableError)
})
