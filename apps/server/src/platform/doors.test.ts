import { connect, type Socket } from 'node:net'
import { once } from 'node:events'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { resultFile, TestApp, TOKEN } from '../testing/test-app.js'

const UPLOADS = 5
let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([], { uploadsPerAddress: UPLOADS })
})
afterAll(() => bobbin.stop())

/** A connection that says something and then nothing more. */
async function stalled(words: string): Promise<Socket> {
  const { port } = new URL(bobbin.url)
  const socket = connect(Number(port), '127.0.0.1')
  socket.on('error', () => undefined)
  await once(socket, 'connect')
  socket.write(words)
  return socket
}

const head = (type: string, more = '') =>
  `POST /api/projects/gullhaven/deliveries?pipeline=p&build=1&branch=main&environment=e HTTP/1.1\r\nhost: 127.0.0.1\r\nauthorization: Bearer ${TOKEN}\r\ncontent-type: ${type}\r\ntransfer-encoding: chunked\r\n\r\n${more}`
const UPLOAD = head('multipart/form-data; boundary=x', '5\r\n--x\r\n\r\n')

it('answers while 1,500 connections say nothing, or stop in the middle of what they say', async () => {
  const words = [
    '',
    'GET /api/session HT',
    'POST /api/session HTTP/1.1\r\nhost: a\r\ncontent-type: application/json\r\ncontent-length: 100\r\n\r\n{',
  ]
  const sockets = await Promise.all(Array.from({ length: 1500 }, (_, i) => stalled(words[i % words.length] ?? '')))
  expect((await fetch(`${bobbin.url}/health`)).status).toBe(200)
  const report = await bobbin.deliver(resultFile(['beside many']))
  expect(report.files[0]?.status).toBe('stored')
  for (const socket of sockets) socket.destroy()
})

it('has so many uploads of one address under way, asks more to wait, and has room again when they have ended', async () => {
  const answer = async (socket: Socket) => String((await once(socket, 'data'))[0]).split('\r\n')[0]
  const open = await Promise.all(Array.from({ length: UPLOADS }, () => stalled(UPLOAD)))
  // counted once their heads are read
  await vi.waitFor(async () => expect(await answer(await stalled(UPLOAD))).toContain('429'), { timeout: 20_000 })
  // what stalls is broken off by itself, with an answer
  expect(await answer(open[0] as Socket)).toMatch(/408|429/)
  for (const socket of open) socket.destroy()
  await vi.waitFor(async () => expect((await bobbin.deliver(resultFile(['after all']))).files[0]?.status).toBe('stored'), {
    timeout: 20_000,
  })
})

it('lets nobody in between keep what the API says', async () => {
  for (const path of ['/api/session', '/api/projects/gullhaven/runs', '/api/first-run'])
    expect((await fetch(bobbin.url + path)).headers.get('cache-control'), path).toBe('no-store')
})

it('a full temporary disk is answered as that, at once', async () => {
  const { ThreadPool } = await import('./threads/thread-pool.js')
  const lease = vi.spyOn(ThreadPool.prototype, 'lease').mockRejectedValueOnce(Object.assign(new Error('write'), { code: 'ENOSPC' }))
  await expect(bobbin.deliver(resultFile(['no room']), { build: '9' })).rejects.toMatchObject({ status: 507, code: 'diskFull' })
  lease.mockRestore()
})

it('refuses areas that are nested absurdly deep, pasted or one by one', async () => {
  const act = await bobbin.person()
  const text = Array.from({ length: 60 }, (_, i) => `${'  '.repeat(i)}area ${i}/`).join('\n')
  await expect(act('POST', '/cases/outline', { text: `${text}\n${'  '.repeat(60)}case` })).rejects.toMatchObject({ status: 400 })
  let parentId: number | null = null
  let refusal: unknown = null
  for (let i = 0; i < 60 && !refusal; i++) {
    const made: { id: number } | null = await act<{ id: number }>('POST', '/areas', { name: `area ${i}`, parentId }).catch(
      (error: unknown) => {
        refusal = error
        return null
      },
    )
    parentId = made?.id ?? null
  }
  expect(refusal).toMatchObject({ status: 400, code: 'tooDeep' })
})

// last, since models know the database of the server that was started last
it('over TLS is asked for over TLS again, and has a cookie of this host alone', async () => {
  const proxied = await TestApp.start([], { proxies: 1 })
  const answer = await fetch(`${proxied.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-forwarded-proto': 'https' },
    body: JSON.stringify({ email: 'runa@gullhaven.example', password: 'gullhaven' }),
  })
  expect(answer.headers.get('strict-transport-security')).toBe('max-age=31536000')
  const [cookie = '', known = ''] = answer.headers.getSetCookie()
  expect(known).toMatch(/^bobbin_known=[^;]+; Max-Age=\d+; Path=\/api\/session; Expires=[^;]+; HttpOnly; Secure; SameSite=Strict$/)
  expect(cookie).toMatch(/^__Host-bobbin_session=[^;]+; Max-Age=\d+; Path=\/; Expires=[^;]+; HttpOnly; Secure; SameSite=Lax$/)
  const me = (name: string) =>
    fetch(`${proxied.url}/api/session`, {
      headers: { 'x-forwarded-proto': 'https', cookie: cookie.split(';')[0]?.replace('__Host-bobbin_session', name) ?? '' },
    })
  expect((await me('__Host-bobbin_session')).status).toBe(200)
  // another host of the same site could have set that one
  expect((await me('bobbin_session')).status).toBe(401)
  await proxied.stop()
})
