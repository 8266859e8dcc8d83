import type { IncomingMessage } from 'node:http'
import { PassThrough, type Readable } from 'node:stream'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { feed, openMultipart } from './upload.js'

const IDLE = 1000
const HEAD = '--thread\r\ncontent-disposition: form-data; name="file"; filename="a.xml"\r\n\r\n'
const END = '\r\n--thread--\r\n'

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'Date'] })
})
afterEach(() => {
  vi.useRealTimers()
})

/** A request whose one file is read when somebody asks for it. */
function open() {
  const request = Object.assign(new PassThrough(), { headers: { 'content-type': 'multipart/form-data; boundary=thread' } })
  const parser = openMultipart(request as unknown as IncomingMessage, {})
  const file = new Promise<Readable>((resolve) =>
    parser.on('file', (_, stream) => {
      // a request that is broken off errors every open stream
      stream.on('error', () => stream.resume())
      resolve(stream)
    }),
  )
  const fed = feed(request as unknown as IncomingMessage, parser, IDLE, () => false)
  const outcome = fed.then(
    () => 'read',
    (error: { code?: string }) => error.code,
  )
  return { request, file, outcome }
}
const pass = (ms: number) => {
  for (let gone = 0; gone < ms; gone += IDLE / 4) vi.advanceTimersByTime(IDLE / 4)
}

it('a sender who says nothing is broken off', async () => {
  const { request, file, outcome } = open()
  request.write(`${HEAD}some of it`)
  ;(await file).resume()
  await new Promise(setImmediate)
  pass(2 * IDLE)
  expect(await outcome).toBe('stalled')
})

it('a sender who waits until its file is read is not, however long that takes', async () => {
  const { request, file, outcome } = open()
  request.write(HEAD + 'x'.repeat(1 << 20))
  const stream = await file
  pass(10 * IDLE)
  stream.resume()
  request.end(END)
  expect(await outcome).toBe('read')
})

it('a sender who has sent everything is not waited for, however long its file takes to read', async () => {
  const { request, file, outcome } = open()
  request.end(`${HEAD}all of it${END}`)
  // Node says so of a request whose last byte has come
  Object.assign(request, { complete: true })
  const stream = await file
  await new Promise(setImmediate)
  pass(10 * IDLE)
  stream.resume()
  expect(await outcome).toBe('read')
})
