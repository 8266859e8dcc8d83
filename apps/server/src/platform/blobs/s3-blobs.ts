import { AwsClient } from 'aws4fetch'
import { openAsBlob } from 'node:fs'
import { Readable } from 'node:stream'
import { assertHash, type BlobContent, type BlobStore, type ByteRange, StoreAway } from './blob-store.js'

export interface S3Settings {
  /** `https://host/bucket` or `https://host/bucket/prefix` (path style). */
  url: string
  accessKey: string
  secretKey: string
  region: string
}

/** Contents as objects of a bucket, over the S3 protocol with signature version 4. */
export class S3Blobs implements BlobStore {
  private readonly client: AwsClient
  private readonly base: string

  constructor({ url, accessKey, secretKey, region }: S3Settings) {
    this.base = url.replace(/(?<!\/)\/+$/, '')
    this.client = new AwsClient({ accessKeyId: accessKey, secretAccessKey: secretKey, region, service: 's3', retries: 3 })
  }

  async put(hash: string, content: BlobContent): Promise<void> {
    const url = this.urlOf(hash)
    if (await this.has(url)) return
    const body = Buffer.isBuffer(content) ? new Blob([new Uint8Array(content)]) : await openAsBlob(content.path)
    // the name is the hash that the service is to check what it got against
    const headers = { 'x-amz-content-sha256': hash, 'content-type': 'application/octet-stream' }
    await this.expect(await this.ask(url, { method: 'PUT', body, headers }), 'can’t take a content')
  }

  async get(hash: string, range?: ByteRange): Promise<Readable | null> {
    const headers = range ? { range: `bytes=${range.start}-${range.end}` } : undefined
    const answer = await this.ask(this.urlOf(hash), headers && { headers })
    if (answer.status === 404) return null
    await this.expect(answer, 'can’t give a content')
    return answer.body ? Readable.fromWeb(answer.body) : Readable.from([])
  }

  async remove(hash: string): Promise<void> {
    const answer = await this.ask(this.urlOf(hash), { method: 'DELETE' })
    if (answer.status !== 404) await this.expect(answer, 'can’t remove a content')
  }

  /** Asks for a content that nobody has: the answer tells whether the bucket is there and lets itself be asked. */
  async check(): Promise<void> {
    const url = this.urlOf('0'.repeat(64))
    const answer = await this.ask(url)
    if (answer.ok) return
    const said = await saidBy(answer)
    if (answer.status !== 404 || said.startsWith('NoSuchBucket')) throw this.refusal(answer, 'can’t be used', said)
  }

  /** @throws StoreAway when nobody answers */
  private ask(url: string, init?: RequestInit): Promise<Response> {
    return this.client.fetch(url, init).catch((error: unknown) => {
      throw new StoreAway(`The store of contents at ${new URL(url).origin} does not answer`, { cause: error })
    })
  }

  private async has(url: string): Promise<boolean> {
    const answer = await this.ask(url, { method: 'HEAD' })
    if (answer.status !== 404) await this.expect(answer, 'can’t be asked')
    return answer.ok
  }

  private async expect(answer: Response, what: string): Promise<void> {
    if (!answer.ok) throw this.refusal(answer, what, await saidBy(answer))
  }

  private refusal({ status }: Response, what: string, said: string): Error {
    return new StoreAway(`The store of contents at ${this.base} ${what}: it answered ${status}${said && ` ${said}`}`)
  }

  private urlOf(hash: string): string {
    assertHash(hash)
    return `${this.base}/${hash.slice(0, 2)}/${hash}`
  }
}

/** What a service says against a request, as S3 says it: a code and a message in XML. */
async function saidBy(answer: Response): Promise<string> {
  const text = await answer.text()
  return [between(text, '<Code>', '</Code>'), between(text, '<Message>', '</Message>')].filter(Boolean).join(': ')
}

function between(text: string, opening: string, closing: string): string | null {
  const [, after] = text.split(opening, 2)
  const end = after?.indexOf(closing) ?? -1
  return end < 0 ? null : (after?.slice(0, end) ?? null)
}
