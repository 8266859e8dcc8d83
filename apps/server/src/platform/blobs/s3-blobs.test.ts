import aws4 from 'aws4'
import { createHash, randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, request, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buffer, text } from 'node:stream/consumers'
import S3rver from 's3rver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { S3Blobs, type S3Settings } from './s3-blobs.js'

const KEYS = { accessKeyId: 'S3RVER', secretAccessKey: 'S3RVER' }

/**
 * Against s3rver, a server that speaks S3. It does not check signatures of version 4, so a proxy before it does, with a signer of
 * another hand (aws4).
 */
let server: S3rver
let proxy: Server
let settings: S3Settings
const folder = mkdtempSync(join(tmpdir(), 'bobbin-s3-'))

beforeAll(async () => {
  const bucket = { name: 'quay', configs: [] }
  server = new S3rver({ port: 0, address: '127.0.0.1', silent: true, directory: folder, configureBuckets: [bucket] })
  const { port } = await server.run()
  proxy = createServer((incoming, outgoing) => {
    if (!isSigned(incoming)) {
      incoming.resume()
      outgoing.writeHead(403).end('<Error><Code>SignatureDoesNotMatch</Code><Message>Check your key</Message></Error>')
      return
    }
    const { method, url: path, headers } = incoming
    const onward = request({ host: '127.0.0.1', port, method, path, headers }, (answer) => {
      outgoing.writeHead(answer.statusCode ?? 502, answer.headers)
      answer.pipe(outgoing)
    })
    incoming.pipe(onward)
  })
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve))
  const { port: own } = proxy.address() as AddressInfo
  settings = { url: `http://127.0.0.1:${own}/quay/bobbin`, accessKey: 'S3RVER', secretKey: 'S3RVER', region: 'us-east-1' }
})
afterAll(async () => {
  await server.close()
  proxy.close()
  rmSync(folder, { recursive: true })
})

/** Whether a request bears the signature that aws4 makes over the headers it says it signed. */
function isSigned({ method, url, headers }: IncomingMessage): boolean {
  const given = headers.authorization ?? ''
  const names = /SignedHeaders=([^,]+)/.exec(given)?.[1]?.split(';') ?? []
  const signed = Object.fromEntries(names.map((name) => [name, headers[name] as string]))
  const made = aws4.sign({ service: 's3', region: 'us-east-1', method: method ?? '', path: url ?? '', headers: signed }, KEYS)
  return given.endsWith(/Signature=\w+$/.exec(String(made.headers?.['Authorization']))?.[0] ?? 'none')
}

const hashOf = (content: Buffer) => createHash('sha256').update(content).digest('hex')

describe('a bucket', () => {
  it('keeps a content once, whoever puts it, and gives it back, whole or in part', async () => {
    const blobs = new S3Blobs(settings)
    const content = Buffer.from('the gate at noon')
    const hash = hashOf(content)
    expect(await blobs.get(hash)).toBeNull()
    await Promise.all([blobs.put(hash, content), blobs.put(hash, content)])
    await blobs.put(hash, content)
    const found = await blobs.get(hash)
    expect(found && (await text(found))).toBe('the gate at noon')
    const part = await blobs.get(hash, { start: 4, end: 7 })
    expect(part && (await text(part))).toBe('gate')
  })

  it('takes a large content from a file', async () => {
    const blobs = new S3Blobs(settings)
    const content = randomBytes(12 * 1024 ** 2)
    const path = join(folder, 'large')
    writeFileSync(path, content)
    await blobs.put(hashOf(content), { path })
    const found = await blobs.get(hashOf(content))
    expect(found && hashOf(await buffer(found))).toBe(hashOf(content))
  })

  it('forgets a content, and takes it anew', async () => {
    const blobs = new S3Blobs(settings)
    const content = Buffer.from('forgotten at dusk')
    await blobs.put(hashOf(content), content)
    await blobs.remove(hashOf(content))
    await blobs.remove(hashOf(content))
    expect(await blobs.get(hashOf(content))).toBeNull()
    await blobs.put(hashOf(content), content)
    expect(await blobs.get(hashOf(content))).not.toBeNull()
  })

  it('takes nothing but a hash for a name', async () => {
    await expect(new S3Blobs(settings).get('../../other-bucket/secret')).rejects.toThrow(/is no SHA-256/)
  })

  it('is checked before anything is stored, and says what is wrong', async () => {
    await expect(new S3Blobs(settings).check()).resolves.toBeUndefined()
    await expect(new S3Blobs({ ...settings, secretKey: 'wrong' }).check()).rejects.toThrow(
      /can’t be used: it answered 403 SignatureDoesNotMatch/,
    )
    await expect(new S3Blobs({ ...settings, url: settings.url.replace('quay', 'no-such') }).check()).rejects.toThrow(/404 NoSuchBucket/)
    await expect(new S3Blobs({ ...settings, url: 'http://127.0.0.1:1/quay' }).check()).rejects.toThrow(
      /at http:\/\/127\.0\.0\.1:1 does not answer/,
    )
  })

  it('says so when it refuses a content', async () => {
    const blobs = new S3Blobs({ ...settings, secretKey: 'wrong' })
    await expect(blobs.put(hashOf(Buffer.from('x')), Buffer.from('x'))).rejects.toThrow(
      /The store of contents at .* can’t be asked: it answered 403/,
    )
  })
})
