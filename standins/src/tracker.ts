import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'

/** An issue of the tracker. */
export interface Issue {
  key: string
  title: string
  text: string
  state: 'open' | 'closed'
  stateName: string
  comments: string[]
  /** What came with it, as bytes of a PNG. */
  picture: Buffer | null
}

export interface TrackerSettings {
  /** Both sides sign with it. */
  secret: string
  token: string
  /** Where its webhooks go; none are sent without. */
  hook: string | null
}

const PREFIX = 'GHF'
const FIRST = 91

/** A defect tracker with a page of its own, which speaks the interface of docs/tracker.md over HTTP. */
export class TrackerStandIn {
  readonly issues = new Map<string, Issue>()
  /** Keys that were given up for another. */
  readonly moved = new Map<string, string>()
  readonly deleted = new Set<string>()
  /** What it does instead of its work: answers 500, a page, nothing at all, or is gone. */
  trouble: 'none' | 'fails' | 'html' | 'silent' = 'none'
  /** Requests that it refused since they were not signed. */
  unsigned = 0
  /** Answers of the other side to its webhooks. */
  readonly told: number[] = []
  /** Pages beside its own, by path. */
  readonly pages = new Map<string, () => { title: string; rows: { title: string; text: string }[] }>()
  private readonly done = new Map<string, Issue>()
  private next = FIRST

  private constructor(
    private readonly server: Server,
    readonly port: number,
    readonly settings: TrackerSettings,
  ) {}

  static async start(settings: TrackerSettings, port = 0): Promise<TrackerStandIn> {
    let own: TrackerStandIn | null = null
    const server = createServer((request, response) => {
      own?.answer(request, response).catch((error: unknown) => {
        response.writeHead(500, { 'content-type': 'text/plain' }).end(String(error))
      })
    })
    await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve))
    own = new TrackerStandIn(server, (server.address() as AddressInfo).port, settings)
    return own
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}/api`
  }

  add(title: string, state: 'open' | 'closed' = 'open', text = ''): Issue {
    const issue: Issue = { key: `${PREFIX}-${this.next++}`, title, text, state, stateName: state, comments: [], picture: null }
    this.issues.set(issue.key, issue)
    return issue
  }

  /** What it held before it was stopped. */
  load(issues: readonly Issue[]): void {
    for (const issue of issues) {
      this.issues.set(issue.key, issue)
      const number = Number(issue.key.split('-').at(-1))
      if (number >= this.next) this.next = number + 1
    }
  }

  /** Somebody changes the state there, and the other side is told. */
  async setState(key: string, state: 'open' | 'closed'): Promise<void> {
    const issue = this.issues.get(key)
    if (!issue) return
    issue.state = state
    issue.stateName = state === 'open' ? 'open' : 'done'
    await this.tell({ issue: this.shown(issue) })
  }

  async move(key: string, to: string): Promise<void> {
    const issue = this.issues.get(key)
    if (!issue) return
    this.issues.delete(key)
    this.moved.set(key, to)
    issue.key = to
    this.issues.set(to, issue)
    await this.tell({ issue: this.shown(issue), movedFrom: key })
  }

  async remove(key: string): Promise<void> {
    const issue = this.issues.get(key)
    if (!issue) return
    this.issues.delete(key)
    this.deleted.add(key)
    await this.tell({ issue: this.shown(issue), deleted: true })
  }

  /** Sends a webhook. @param signature by itself that of the secret */
  async tell(event: object, signature?: string): Promise<number> {
    if (this.settings.hook === null) return 0
    const body = JSON.stringify({ id: randomUUID(), ...event })
    const answer = await fetch(this.settings.hook, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-tracker-signature': signature ?? this.sign(body) },
      body,
    })
    this.told.push(answer.status)
    await answer.body?.cancel()
    return answer.status
  }

  stop(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise((resolve) => this.server.close(() => resolve()))
  }

  private sign(body: string | Buffer): string {
    return `sha256=${createHmac('sha256', this.settings.secret).update(body).digest('hex')}`
  }

  private shown({ key, title, state, stateName }: Issue) {
    return { key, title, state, stateName, url: `http://127.0.0.1:${this.port}/issues/${key}` }
  }

  private async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const body = await bodyOf(request)
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://tracker')
    if (!pathname.startsWith('/api')) return this.page(request, response, pathname, body)
    if (this.trouble === 'silent') return
    if (this.trouble === 'fails') return void response.writeHead(500).end()
    if (this.trouble === 'html') return void response.writeHead(200, { 'content-type': 'text/html' }).end('<h1>Sign in</h1>')
    if (request.headers.authorization !== `Bearer ${this.settings.token}`) return problem(response, 401, 'The token is not one of ours')
    if (body.length > 0) {
      const [own, said] = [Buffer.from(this.sign(body)), Buffer.from(String(request.headers['x-bobbin-signature'] ?? ''))]
      if (own.length !== said.length || !timingSafeEqual(own, said)) {
        this.unsigned++
        return problem(response, 401, 'The signature is not that of the body')
      }
    }
    const told = body.length > 0 ? (JSON.parse(body.toString('utf8')) as Record<string, unknown>) : {}
    const [, , kind, key = '', part] = pathname.split('/').map(decodeURIComponent)
    if (kind === undefined) return json(response, 200, { name: 'Quay tracker', interface: 'bobbin-tracker/1' })
    if (kind !== 'issues') return problem(response, 404, 'There is nothing here')
    if (key === '') {
      if (request.method === 'POST') return this.create(request, response, told)
      const words = (searchParams.get('search') ?? '').toLowerCase()
      const found = [...this.issues.values()].filter(({ key: own, title }) => `${own} ${title}`.toLowerCase().includes(words))
      return json(response, 200, { issues: found.slice(0, Number(searchParams.get('limit') ?? 20)).map((issue) => this.shown(issue)) })
    }
    const to = this.moved.get(key)
    if (to !== undefined) return void response.writeHead(301, { location: `/api/issues/${to}` }).end()
    if (this.deleted.has(key)) return problem(response, 410, `${key} was deleted`)
    const issue = this.issues.get(key)
    if (!issue) return problem(response, 404, `There is no ${key}`)
    if (part === 'comments') {
      issue.comments.push(String(told['text']))
      return json(response, 201, {})
    }
    if (part === 'state') {
      issue.state = told['state'] === 'open' ? 'open' : 'closed'
      issue.stateName = issue.state === 'open' ? 'reopened' : 'done'
      if (typeof told['comment'] === 'string' && told['comment'] !== '') issue.comments.push(told['comment'])
      // a tracker tells of what it was just asked to do, too
      void this.tell({ issue: this.shown(issue) })
      return json(response, 200, this.shown(issue))
    }
    return json(response, 200, this.shown(issue))
  }

  /** Asked twice with one key it makes one issue. */
  private create(request: IncomingMessage, response: ServerResponse, { title, text, picture }: Record<string, unknown>): void {
    const once = String(request.headers['idempotency-key'] ?? '')
    let issue = this.done.get(once)
    if (!issue) {
      issue = this.add(String(title), 'open', String(text))
      const { base64 } = (picture ?? {}) as { base64?: string }
      issue.picture = base64 === undefined ? null : Buffer.from(base64, 'base64')
      if (once !== '') this.done.set(once, issue)
    }
    json(response, 201, this.shown(issue))
  }

  /** Its page: all issues, each with a button that opens or closes it. */
  private async page(request: IncomingMessage, response: ServerResponse, path: string, body: Buffer): Promise<void> {
    const [, , key = ''] = path.split('/').map(decodeURIComponent)
    if (request.method === 'PUT' && path === '/hook') {
      this.settings.hook = body.toString('utf8')
      return void response.writeHead(204).end()
    }
    const beside = this.pages.get(path)?.()
    if (beside) {
      const rows = beside.rows.map(({ title, text }) => `<article><h2>${escape(title)}</h2><pre>${escape(text)}</pre></article>`)
      return void response.writeHead(200, HTML).end(pageOf(beside.title, this.links(), rows.join('') || '<p>Nothing yet.</p>'))
    }
    if (request.method === 'POST' && this.issues.has(key)) {
      await this.setState(key, new URLSearchParams(body.toString('utf8')).get('state') === 'open' ? 'open' : 'closed').catch(
        () => undefined,
      )
      return void response.writeHead(303, { location: '/' }).end()
    }
    const rows = [...this.issues.values()].reverse().map(
      ({
        key: own,
        title,
        text,
        state,
        stateName,
        comments,
        picture,
      }) => `<article id="${escape(own)}"><h2>${escape(own)} ${escape(title)}</h2>
<p>${escape(stateName)}</p><pre>${escape(text)}</pre>${picture ? `<img alt="Screenshot" width="480" src="data:image/png;base64,${picture.toString('base64')}">` : ''}
${comments.map((comment) => `<blockquote>${escape(comment)}</blockquote>`).join('')}
<form method="post" action="/issues/${encodeURIComponent(own)}"><input type="hidden" name="state" value="${state === 'open' ? 'closed' : 'open'}">
<button>${state === 'open' ? 'Close' : 'Reopen'} ${escape(own)}</button></form></article>`,
    )
    response.writeHead(200, HTML).end(pageOf('Quay tracker', this.links(), rows.join('') || '<p>No issues yet.</p>'))
  }

  private links(): string {
    return ['/', ...this.pages.keys()].map((path) => `<a href="${path}">${path === '/' ? 'Issues' : path.slice(1)}</a>`).join(' ')
  }
}

const HTML = { 'content-type': 'text/html; charset=utf-8' }
const STYLE =
  'body{font:16px/1.5 system-ui;max-width:52rem;margin:2rem auto;padding:0 1rem}pre{white-space:pre-wrap}article{border-top:1px solid #ccc}nav a{margin-right:1rem}'

const pageOf = (title: string, links: string, body: string): string =>
  `<!doctype html><html lang="en"><title>${escape(title)}</title><style>${STYLE}</style><nav>${links}</nav><h1>${escape(title)}</h1>
<p>A stand-in for what is outside of Bobbin; the tracker speaks the interface of docs/tracker.md.</p>${body}</html>`

async function bodyOf(request: IncomingMessage): Promise<Buffer> {
  const pieces: Buffer[] = []
  for await (const piece of request) pieces.push(piece as Buffer)
  return Buffer.concat(pieces)
}

const json = (response: ServerResponse, status: number, value: object): void =>
  void response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(value))

const problem = (response: ServerResponse, status: number, detail: string): void =>
  void response.writeHead(status, { 'content-type': 'application/problem+json' }).end(JSON.stringify({ status, detail }))

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const escape = (text: string): string => text.replace(/[&<>"]/g, (one) => ENTITIES[one] ?? one)
