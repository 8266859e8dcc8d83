import type { DeliveryDetail, DeliveryReport } from '@bobbin/client'
import { afterAll, beforeAll, expect, inject, it, vi } from 'vitest'
import { THREAD_LIMITS } from '../../platform/threads/thread-pool.js'
import { resultFile, TestApp } from '../../testing/test-app.js'

/** Reads as usual, but for files whose text says what becomes of the thread. */
const thread = () =>
  new URL(
    `data:text/javascript,${encodeURIComponent(`
      import { parentPort } from 'node:worker_threads'
      await import(${JSON.stringify(`file://${inject('readingThread')}`)})
      parentPort.on('message', ({ kind, bytes }) => {
        if (kind === 'piece' && Buffer.from(bytes).includes('goes on for ever')) for (;;);
        if (kind === 'piece' && Buffer.from(bytes).includes('breaks its reader')) process.exit(1)
      })`)}`,
  )

/** Silent for so long is long for a thread that reads some bytes, also on a busy machine. */
const reading = () => ({ thread: thread(), threads: 2, limits: { ...THREAD_LIMITS, silenceMs: 3000 } })

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([], { reading: reading() })
})
afterAll(() => bobbin.stop())

it.each([
  ['goes on for ever', 'tooSlow', /took too long to read/],
  ['breaks its reader', 'crashed', /broke its reader/],
])('a file that %s is refused and kept as it came, and others are taken meanwhile', async (name, code, message) => {
  const hostile = resultFile([name])
  const [report, ...others] = await Promise.all([
    bobbin.deliver({ 'hostile.xml': hostile, 'good.xml': resultFile([`beside it, ${code}`]) }, { pipeline: name }),
    ...[1, 2, 3, 4].map((n) => bobbin.deliver(resultFile([`of others ${n}`]), { pipeline: `${code} ${n}` })),
  ])
  expect(report.files).toMatchObject([{ status: 'refused', error: { code } }, { status: 'stored' }])
  expect(report.files[0]?.error?.message).toMatch(message)
  expect(others.map(({ files }) => files[0]?.status)).toEqual(['stored', 'stored', 'stored', 'stored'])
  const delivery = await bobbin.get<DeliveryDetail>(`/deliveries/${report.deliveryId}`)
  const kept = delivery.files.find((file) => file.name === 'hostile.xml')
  expect(kept).toMatchObject({ status: 'refused', original: true })
  const original = await fetch(`${bobbin.url}/api/projects/gullhaven/deliveries/${report.deliveryId}/files/${kept?.id}/original`, {
    headers: { cookie: await bobbin.signIn('runa@gullhaven.example') },
  })
  expect(await original.text()).toBe(hostile)
})

it('a waiting delivery with such a file is read once, and never taken up again by itself', async () => {
  const queued = await TestApp.start([], { queueBytes: 0, reading: reading() })
  const { deliveryId } = await queued.deliver({ 'hostile.xml': resultFile(['breaks its reader']), 'good.xml': resultFile(['beside it']) })
  const report = await vi.waitFor(
    async () => {
      const told = await queued.get<DeliveryReport>(`/deliveries/${deliveryId}/report`)
      if (told.state !== 'read') throw new Error(told.state)
      return told
    },
    { timeout: 30_000 },
  )
  expect(report.files.map(({ status }) => status)).toEqual(['refused', 'stored'])
  expect(await queued.ask('select tries, state from delivery')).toEqual([{ tries: 1, state: 'read' }])
  await queued.stop()
})
