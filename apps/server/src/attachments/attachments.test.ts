import type { ResultDetail, RunDetail } from '@bobbin/client'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import S3rver from 's3rver'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
let bucket: S3rver
const folder = mkdtempSync(join(tmpdir(), 'bobbin-s3-'))

/** All of this goes through a bucket, over S3. */
beforeAll(async () => {
  const bucketConfig = { name: 'quay', configs: [] }
  bucket = new S3rver({ port: 0, address: '127.0.0.1', silent: true, directory: folder, configureBuckets: [bucketConfig] })
  const { port } = await bucket.run()
  const blobs = { url: `http://127.0.0.1:${port}/quay`, accessKey: 'S3RVER', secretKey: 'S3RVER', region: 'us-east-1' }
  bobbin = await TestApp.start([], { blobs })
})
afterAll(async () => {
  await bobbin.stop()
  await bucket.close()
  rmSync(folder, { recursive: true })
})

const LOG = Array.from({ length: 2000 }, (_, i) => `line ${i} of the gate`).join('\n')
const bytesOf = (buffer: Buffer) => Uint8Array.from(buffer)

/** Delivers one failing test with files beside it. */
async function deliver(pipeline: string, files: Record<string, Uint8Array>) {
  const mentioned = Object.keys(files)
    .map((name) => `[[ATTACHMENT|${name}]]`)
    .join('\n')
  const report = `<testsuite name="s"><testcase classname="c" name="gate"><failure message="no"/><system-out>${mentioned}</system-out></testcase></testsuite>`
  const archive = zipSync({ 'report.xml': strToU8(report), ...files }, { level: 0 })
  const { run } = await bobbin.deliver({ 'r.zip': Uint8Array.from(archive) }, { pipeline })
  const detail = await bobbin.get<RunDetail>(`/runs/${run?.id}`)
  const script = detail.rows[0]?.script.id ?? 0
  const result = await bobbin.get<ResultDetail>(`/runs/${run?.id}/results/${script}`)
  return { attachments: result.attempts[0]?.attachments ?? [], path: `runs/${run?.id}/results/${script}/attempts/1/attachments` }
}

const ask = (path: string, headers: Record<string, string> = {}, token = TOKEN) =>
  fetch(`${bobbin.url}/api/projects/gullhaven/${path}`, { headers: { authorization: `Bearer ${token}`, ...headers } })

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#3B3F8F' } })
    .png()
    .toBuffer()

describe('an attached picture', () => {
  it('is made small, and may not be what it is not', async () => {
    const { attachments } = await deliver('small', { 'shot.png': bytesOf(await picture(1280, 800)), 'log.txt': strToU8(LOG) })
    const [shot, log] = attachments
    const answer = await ask(`attachments/${shot?.id}/thumbnail`)
    expect(answer.headers.get('content-type')).toBe('image/webp')
    expect(answer.headers.get('content-security-policy')).toMatch(/^sandbox/)
    const { width, height } = await sharp(Buffer.from(await answer.arrayBuffer())).metadata()
    expect([width, height]).toEqual([352, 220])
    expect((await ask(`attachments/${log?.id}/thumbnail`)).status).toBe(404)
    expect((await ask(`attachments/${shot?.id}/thumbnail`, {}, `${TOKEN}-other`)).status).toBe(404)
  })

  it('that is cut, or unpacks beyond all measure, gets no small one and harms nothing', async () => {
    const whole = await picture(600, 400)
    const { attachments } = await deliver('harm', {
      'cut.png': bytesOf(whole.subarray(0, whole.length / 2)),
      'bomb.png': bytesOf(await picture(12_000, 12_000)),
    })
    for (const { id } of attachments) expect((await ask(`attachments/${id}/thumbnail`)).status).toBe(404)
    expect(attachments.map(({ mediaType }) => mediaType)).toEqual(['image/png', 'image/png'])
  })
})

describe('a part of an attachment', () => {
  it('is given to a player that asks for it', async () => {
    const { attachments } = await deliver('parts', { 'log.txt': strToU8(LOG) })
    const path = `attachments/${attachments[0]?.id}`
    const part = await ask(path, { range: 'bytes=5-9' })
    expect([part.status, part.headers.get('content-range'), await part.text()]).toEqual([206, `bytes 5-9/${LOG.length}`, LOG.slice(5, 10)])
    const end = await ask(path, { range: 'bytes=-4' })
    expect(await end.text()).toBe(LOG.slice(-4))
    expect((await ask(path, { range: `bytes=${LOG.length}-` })).status).toBe(416)
    // several parts, or none that anybody understands: the whole
    for (const range of ['bytes=0-1,4-5', 'lines=1-2']) {
      const whole = await ask(path, { range })
      expect([whole.status, await whole.text()]).toEqual([200, LOG])
    }
  })
})

describe('all attachments of an attempt', () => {
  it('come as one zip, those of one name told apart', async () => {
    const shot = bytesOf(await picture(20, 20))
    const { path } = await deliver('zipped', { 'a/shot.png': shot, 'b/shot.png': strToU8('other'), 'log.txt': strToU8(LOG) })
    const answer = await ask(path)
    expect(answer.headers.get('content-disposition')).toMatch(/attachment; filename="run-\d+-script-\d+-attempt-1\.zip"/)
    // read by another hand (fflate)
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()))
    expect(Object.keys(files)).toEqual(['shot.png', 'shot (2).png', 'log.txt'])
    expect(Buffer.from(files['shot.png'] ?? []).equals(Buffer.from(shot))).toBe(true)
    expect(Buffer.from(files['log.txt'] ?? []).toString()).toBe(LOG)
    expect((await ask(path.replace('attempts/1', 'attempts/2'))).status).toBe(404)
    expect((await ask(path, {}, `${TOKEN}-other`)).status).toBe(404)
  })
})

describe('an attached archive', () => {
  it('tells what is in it', async () => {
    const trace = Uint8Array.from(zipSync({ 'trace/events.json': strToU8('{}'), 'trace/0.log': strToU8(LOG) }))
    // an archive in the archive is passed over as a result file, and found as an attachment
    const { attachments } = await deliver('archive', { 'trace.zip': trace, 'log.txt': strToU8(LOG) })
    const answer = await ask(`attachments/${attachments[0]?.id}/entries`)
    expect(await answer.json()).toEqual([
      { name: 'trace/events.json', bytes: 2 },
      { name: 'trace/0.log', bytes: LOG.length },
    ])
    const none = await ask(`attachments/${attachments[1]?.id}/entries`)
    expect([none.status, ((await none.json()) as { detail: string }).detail]).toEqual([400, '“log.txt” is not an archive'])
  })
})

it('a delivered file is given back from the bucket', async () => {
  const report = `<testsuite name="s"><testcase classname="c" name="kept"/></testsuite>`
  const { deliveryId } = await bobbin.deliver(report, { pipeline: 'kept' })
  const { files } = await bobbin.get<{ files: { id: number }[] }>(`/deliveries/${deliveryId}`)
  const answer = await ask(`deliveries/${deliveryId}/files/${files[0]?.id}/original`)
  expect(await answer.text()).toBe(report)
})
