import type { IncomingMessage } from 'node:http'
import type { DefectFound } from '../contract/index.js'
import { allowedAddress, askAt } from '../platform/reachable.js'
import { signatureOf } from '../platform/signature.js'

const WITHIN_MS = 8000
/** An answer that is longer is none of a tracker. */
const MOST_BYTES = 1 << 20

/** An issue as a tracker tells it; see docs/tracker.md. */
export interface TrackerIssue {
  key: string
  title: string
  state: 'open' | 'closed'
  stateName: string
  url: string | null
}

/** What a tracker said that it did not do. `final`: asking again does not help. */
export class TrackerRefusal extends Error {
  override name = 'TrackerRefusal'
  constructor(
    message: string,
    readonly final: boolean,
    readonly status: number,
  ) {
    super(message)
  }
}

export interface Connection {
  url: string
  token: string | null
  secret: string
  hosts: readonly string[]
}

/** Speaks to a tracker by the open interface of docs/tracker.md. */
export class TrackerClient {
  constructor(private readonly connection: Connection) {}

  /** @returns what it calls itself */
  async hello(): Promise<string> {
    const answer = await this.ask('GET', '')
    const { name, interface: spoken } = answer as { name?: unknown; interface?: unknown }
    if (spoken !== 'bobbin-tracker/1' || typeof name !== 'string')
      throw new TrackerRefusal('it does not speak the interface that is described in docs/tracker.md', true, 200)
    return name
  }

  async search(words: string): Promise<DefectFound[]> {
    const answer = await this.ask('GET', `/issues?search=${encodeURIComponent(words)}&limit=20`)
    const { issues } = answer as { issues?: unknown }
    if (!Array.isArray(issues)) throw malformed()
    return issues.map(issueOf)
  }

  /** @returns null where there is no such issue; one that moved under its new key */
  async look(key: string): Promise<TrackerIssue | null> {
    try {
      return issueOf(await this.ask('GET', `/issues/${encodeURIComponent(key)}`))
    } catch (error) {
      if (error instanceof TrackerRefusal && (error.status === 404 || error.status === 410)) return null
      throw error
    }
  }

  /** @param id the same for every try: the tracker makes one issue */
  async create(id: string, issue: object): Promise<TrackerIssue> {
    return issueOf(await this.ask('POST', '/issues', issue, id))
  }

  async comment(id: string, key: string, text: string): Promise<void> {
    await this.ask('POST', `/issues/${encodeURIComponent(key)}/comments`, { text }, id)
  }

  async setState(id: string, key: string, state: 'open' | 'closed', comment: string): Promise<TrackerIssue> {
    return issueOf(await this.ask('PUT', `/issues/${encodeURIComponent(key)}/state`, { state, comment }, id))
  }

  private async ask(method: 'GET' | 'POST' | 'PUT', path: string, json?: object, id?: string): Promise<unknown> {
    const { url, token, secret, hosts } = this.connection
    const body = json === undefined ? undefined : JSON.stringify(json)
    let answer: IncomingMessage
    try {
      answer = await askAt(allowedAddress((url.endsWith('/') ? url.slice(0, -1) : url) + path, hosts), {
        hosts,
        withinMs: WITHIN_MS,
        ...(body !== undefined && { body }),
        ...(method === 'PUT' && { method }),
        headers: {
          accept: 'application/json',
          ...(token !== null && { authorization: `Bearer ${token}` }),
          ...(id !== undefined && { 'idempotency-key': id }),
          ...(body !== undefined && { 'content-type': 'application/json', 'x-bobbin-signature': signatureOf(secret, body) }),
        },
      })
    } catch (error) {
      throw new TrackerRefusal(`it does not answer: ${error instanceof Error ? error.message : String(error)}`, false, 0)
    }
    const text = await textOf(answer)
    const status = answer.statusCode ?? 0
    const { location } = answer.headers
    // an issue that moved: the key at the end of its new address is asked for once
    if (status === 301 && location !== undefined && method === 'GET' && path.startsWith('/issues/')) {
      const key = decodeURIComponent(location.split('/').at(-1) ?? '')
      if (key !== '' && !path.endsWith(encodeURIComponent(key))) return this.askMoved(key)
    }
    if (status < 200 || status > 299)
      throw new TrackerRefusal(
        `it answered ${status}${sentence(text)}`,
        status >= 400 && status < 500 && ![401, 403, 408, 425, 429].includes(status),
        status,
      )
    try {
      return JSON.parse(text) as unknown
    } catch {
      throw malformed()
    }
  }

  private async askMoved(key: string): Promise<unknown> {
    const moved = new TrackerClient(this.connection)
    const issue = await moved.look(key)
    if (!issue) throw new TrackerRefusal('the issue was moved, and is not where it was moved to', true, 404)
    return issue
  }
}

/** What of an answer a person may read: the detail of a problem document, and nothing of a page. */
function sentence(text: string): string {
  try {
    const { detail } = JSON.parse(text) as { detail?: unknown }
    return typeof detail === 'string' ? `: ${detail.slice(0, 200)}` : ''
  } catch {
    return ''
  }
}

async function textOf(answer: IncomingMessage): Promise<string> {
  const pieces: Buffer[] = []
  let bytes = 0
  try {
    for await (const piece of answer) {
      bytes += (piece as Buffer).length
      if (bytes > MOST_BYTES) {
        answer.destroy()
        throw new TrackerRefusal('its answer is longer than any that is expected', false, 0)
      }
      pieces.push(piece as Buffer)
    }
  } catch (error) {
    if (error instanceof TrackerRefusal) throw error
    throw new TrackerRefusal('it broke off in the middle of its answer', false, 0)
  }
  return Buffer.concat(pieces).toString('utf8')
}

const malformed = () => new TrackerRefusal('its answer is not the JSON that docs/tracker.md describes', false, 200)

/** @throws TrackerRefusal */
export function issueOf(told: unknown): TrackerIssue {
  const { key, title, state, stateName, url } = (told ?? {}) as Record<string, unknown>
  if (typeof key !== 'string' || key === '' || key.length > 200 || typeof title !== 'string' || (state !== 'open' && state !== 'closed'))
    throw malformed()
  return {
    key,
    title: title.slice(0, 500) || key,
    state,
    stateName: typeof stateName === 'string' && stateName !== '' ? stateName.slice(0, 100) : state,
    // a link that a page shows leads nowhere but to the web
    url: typeof url === 'string' && /^https?:\/\//.test(url) ? url.slice(0, 2000) : null,
  }
}
