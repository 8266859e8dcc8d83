import { join } from 'node:path'
import { within } from './attachments'
import { type ConfigFile, readConfigFile } from './config-file'
import { send } from './send'
import type { LiveFault, LiveResult, LiveStep } from './live-result'
import { changedFiles, surroundings } from './surroundings'
import { randomKey } from './random-key'
import { putAside, takeAside } from './waiting'

/**
 * Results wait so long for others before they are sent together: who watches sees the run move, and a request a second costs the tests
 * that run meanwhile next to nothing. A runner says within this time how many tests it has.
 */
const GATHER_MS = 1000
/** So many results at most in a batch, and about so many UTF-16 units of JSON: the server takes up to 5 MB. */
const MOST_RESULTS = 500
const MOST_FAULTS = 50
const MOST_TEXT = 1_500_000
/** A result that is longer goes without its attachments. */
const MOST_ONE = 3_000_000
/** So many characters of attachments wait in memory at most. */
const MOST_ATTACHED_WAITING = 30_000_000
/** Longer texts are cut before they are sent; the server keeps no more of one. */
const MOST_FIELD = 1_048_576
/** So many steps of a try the server takes, and so deep. */
const MOST_STEPS = 1000
const DEEPEST_STEP = 20
/** A sender that has nothing to say says so, lest it be taken for dead. */
const BEAT_MS = 30_000
const FIRST_WAIT_MS = 500
const MOST_WAIT_MS = 30_000
/** At the end, a server that answered before is waited for so long; then the rest is put aside. */
const PATIENCE_MS = 10_000
const LAST_TRY_MS = 1000
/** Of a build's changed files the server takes so many. */
const MOST_CHANGED = 1000

export interface FeedOptions {
  framework: string
  env?: Record<string, string | undefined>
  /** Says a line to the person who watches the tests. */
  say?: (line: string) => void
}

interface Settings {
  url: string
  token: string
  project: string | null
  folder: string
  patienceMs: number
  place: Record<string, unknown>
}

/** A result, or what makes one of it when it is sent. */
type Told = LiveResult | (() => LiveResult)

/** The server understood, and said no: sending the same again changes nothing. */
class Refused extends Error {}

/**
 * Sends results to Bobbin while tests run. It never throws, never waits for the network while a test runs, and when the server is away
 * it gathers what it has; at the end what could not be sent is put aside on disk, and the next feed of this machine sends it.
 */
export class Feed {
  private readonly settings: Settings | null
  private readonly key = randomKey()
  private readonly say: (line: string) => void
  private pending: Told[] = []
  private faults: LiveFault[] = []
  /** JSON bodies of batches that the server has not confirmed, oldest first. */
  private queue: { number: number; body: string; attached: number }[] = []
  private batches = 0
  private id: number | null = null
  private project: string | null = null
  private working: Promise<void> | null = null
  private timer: NodeJS.Timeout | null = null
  /** When the timer fires, on the clock of `performance`. */
  private due = 0
  private beat: NodeJS.Timeout | null = null
  private failures = 0
  private over = false
  private ending = false
  private stopped = false
  private readonly stopListeners: (() => void)[] = []
  /** How often each name came, by where it came. */
  private readonly occurrences = new Map<string, Map<string, number>>()
  /** Where the last test came from: others of its place follow. */
  private last: { place: readonly string[]; file: string | null; names: Map<string, number> } | null = null
  private readonly atExit = () => this.rescue()

  constructor({ framework, env = process.env, say = (line) => process.stderr.write(`bobbin: ${line}\n`) }: FeedOptions) {
    this.say = say
    this.settings = this.read(framework, env)
    this.over = this.settings === null
    if (this.over) return
    process.once('exit', this.atExit)
    this.beat = setInterval(() => this.flush(true), BEAT_MS)
    this.beat.unref()
    this.kick(GATHER_MS)
  }

  private read(framework: string, env: Record<string, string | undefined>): Settings | null {
    const [url, token] = [env['BOBBIN_URL'], env['BOBBIN_TOKEN']]
    if (!url && !token) return null
    const file = this.configFile()
    const { pipeline, build, branch, commit, environment, shard, shards, scope, agent, author, address, run, profile, release, trial } =
      surroundings(env, { file })
    // asking git for them takes a moment, which only a pipeline has
    const changed = commit && env['CI'] !== undefined ? changedFiles(commit) : null
    const needed = {
      BOBBIN_URL: url,
      BOBBIN_TOKEN: token,
      BOBBIN_PIPELINE: pipeline,
      BOBBIN_BUILD: build,
      BOBBIN_BRANCH: branch,
      BOBBIN_ENVIRONMENT: environment,
    }
    const missing = Object.entries(needed).flatMap(([name, value]) => (value ? [] : [name]))
    if (missing.length > 0) {
      this.say(`results are not sent live: ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} not set`)
      return null
    }
    const name = shard ? `${agent}, shard ${shard}` : agent
    return {
      url: (url ?? '').replace(/\/+$/, ''),
      token: token ?? '',
      project: env['BOBBIN_PROJECT'] ?? file.project ?? null,
      folder: env['BOBBIN_WAITING'] ?? join(process.cwd(), '.bobbin', 'waiting'),
      patienceMs: Number(env['BOBBIN_PATIENCE_MS'] ?? PATIENCE_MS),
      place: {
        pipeline,
        build,
        branch,
        environment,
        ...(commit && { commit }),
        ...(author && { author }),
        ...(address && { address }),
        ...(changed && { changedFiles: changed.slice(0, MOST_CHANGED) }),
        ...(shard && { shard, shards }),
        ...(scope && { scope }),
        ...(run && { run }),
        ...(profile && { profile }),
        ...(release && { release }),
        ...(trial && { trial: 'true' }),
        key: this.key,
        name,
        framework,
      },
    }
  }

  /** A file that can't be read does not keep the tests from running. */
  private configFile(): ConfigFile {
    try {
      return readConfigFile()
    } catch (error) {
      this.say(error instanceof Error ? error.message : String(error))
      return {}
    }
  }

  /** Whether results go anywhere. */
  get isOn(): boolean {
    return !this.over
  }

  /** How many results will come, where the runner knows it before the first. */
  plan(results: number): void {
    if (this.settings && this.id === null) this.settings.place['planned'] = results
  }

  /**
   * Takes one try at one test. Costs a push: everything else happens when results are sent, many at once, which is a tenth of what the
   * same costs between two tests, when nothing of it is in the processor's caches any more.
   * @param result what makes the result then is called in the order of the tests
   */
  add(result: Told): void {
    if (this.over || this.ending) return
    this.pending.push(typeof result === 'function' ? result : this.withRoom(result))
    // a full batch goes at once, but not to a server that is away
    if (this.pending.length >= MOST_RESULTS && this.failures === 0) this.kick(0)
    else if (!this.timer) this.kick(this.waitMs())
  }

  /** Attachments are the first thing to be left out when the server is away for long: a report has them, too. */
  private withRoom(result: LiveResult): LiveResult {
    if (result.attachments === undefined || result.attachments.length === 0) return result
    const attachments = within(result.attachments)
    return { ...result, attachments: this.attached + sizeOf(attachments) > MOST_ATTACHED_WAITING ? [] : attachments }
  }

  /** Characters of attachments that wait; asked only for results that have some. */
  private get attached(): number {
    const queued = this.queue.reduce((sum, batch) => sum + batch.attached, 0)
    return this.pending.reduce((sum, told) => sum + (typeof told === 'function' ? 0 : sizeOf(told.attachments)), queued)
  }

  /** Takes what went wrong outside any test. */
  fault(fault: LiveFault): void {
    if (this.over || this.ending) return
    this.faults.push(fault)
    this.kick(this.waitMs())
  }

  /**
   * @param again whether it is a further try at the test that came last under this name
   * @returns 1 for the first test of its name and place, 2 for the next …
   */
  occurrence(name: string, place: readonly string[], file: string | null, again = false): number {
    const names = this.namesAt(place, file)
    const nth = Math.max(1, (names.get(name) ?? 0) + (again ? 0 : 1))
    names.set(name, nth)
    return nth
  }

  private namesAt(place: readonly string[], file: string | null): Map<string, number> {
    if (this.last?.place === place && this.last.file === file) return this.last.names
    const key = `${file}\u0000${place.join('\u0001')}`
    const names = this.occurrences.get(key) ?? new Map<string, number>()
    this.occurrences.set(key, names)
    this.last = { place, file, names }
    return names
  }

  /** Is called once when a person asked the run to stop. */
  onStop(listener: () => void): void {
    this.stopListeners.push(listener)
  }

  /** Sends what is left and closes the feed; settles after some seconds at most, whatever the network does. */
  async end(): Promise<void> {
    if (this.over || this.ending) return
    this.ending = true
    if (this.beat) clearInterval(this.beat)
    this.flush(false)
    // one that was away all along is asked once more, and not waited for
    const patienceMs = Math.min(this.settings?.patienceMs ?? PATIENCE_MS, this.failures > 0 ? LAST_TRY_MS : Infinity)
    let left: NodeJS.Timeout | undefined
    const patience = new Promise<void>((resolve) => (left = setTimeout(resolve, patienceMs)))
    await Promise.race([this.failures > 0 ? this.work() : this.sendAll(), patience])
    clearTimeout(left)
    if (!this.over) this.rescue()
    process.removeListener('exit', this.atExit)
  }

  private async sendAll(): Promise<void> {
    while (!this.over) {
      if (this.timer) clearTimeout(this.timer)
      this.timer = null
      await this.work()
      // one that never answered may just be starting, and is not there more likely
      if (this.over || (this.id === null && this.failures > 1)) return
      // ends with everything else, and keeps no process from ending
      await new Promise<void>((resolve) => (this.timer = setTimeout(resolve, this.waitMs())))
    }
  }

  private kick(ms: number): void {
    const due = performance.now() + ms
    if (this.working || this.ending || (this.timer && this.due <= due)) return
    if (this.timer) clearTimeout(this.timer)
    this.due = due
    this.timer = setTimeout(() => {
      this.timer = null
      this.flush(false)
      void this.work()
    }, ms)
    this.timer.unref()
  }

  /** Makes batches of what is pending. */
  private flush(beat: boolean): void {
    if (this.over) return
    if (beat && this.pending.length === 0 && this.queue.length === 0 && this.id !== null)
      this.queue.push({ number: ++this.batches, body: body(this.batches, []), attached: 0 })
    while (this.pending.length > 0 || this.faults.length > 0) {
      const texts: string[] = []
      let [size, attached] = [0, 0]
      while (texts.length < MOST_RESULTS && size < MOST_TEXT) {
        const told = this.pending.shift()
        if (!told) break
        const next = typeof told === 'function' ? this.withRoom(told()) : told
        const whole = JSON.stringify(cut(next))
        const fits = whole.length <= MOST_ONE
        const text = fits ? whole : JSON.stringify(cut({ ...next, attachments: [] }))
        if (fits) attached += sizeOf(next.attachments)
        texts.push(text)
        size += text.length
      }
      this.queue.push({ number: ++this.batches, body: body(this.batches, texts, this.faults.splice(0, MOST_FAULTS)), attached })
    }
    if (beat) void this.work()
  }

  /** Sends what is queued, one request after the other. Never rejects. */
  private work(): Promise<void> {
    this.working ??= this.send()
      .then(() => {
        this.failures = 0
      })
      .catch((error: unknown) => this.failed(error))
      .finally(() => {
        this.working = null
        if (this.pending.length > 0 || this.faults.length > 0 || this.queue.length > 0) this.kick(this.waitMs())
      })
    return this.working
  }

  private waitMs(): number {
    return this.failures === 0 ? GATHER_MS : Math.min(FIRST_WAIT_MS * 2 ** (this.failures - 1), MOST_WAIT_MS)
  }

  private failed(error: unknown): void {
    this.failures++
    if (error instanceof Refused) {
      // what the server will not take, it will not take later either; the tests go on
      this.finish()
      this.say(`results are not sent any more: ${error.message}`)
    } else if (this.failures === 1)
      this.say(`the server is away (${error instanceof Error ? error.message : String(error)}); results wait until it is back`)
  }

  private async send(): Promise<void> {
    if (this.id === null) await this.open()
    for (let next = this.queue[0]; next; next = this.queue[0]) {
      const isLast = this.ending && this.queue.length === 1 && this.pending.length === 0 && this.faults.length === 0
      const taken = await this.post<{ batches: number; stop: boolean }>(
        `feeds/${this.id}/batches`,
        isLast ? closing(next.body, this.ended) : next.body,
      )
      this.queue.shift()
      this.heard(taken.stop)
      if (isLast) return this.finish()
    }
    if (!this.ending || this.pending.length > 0 || this.faults.length > 0) return
    await this.post(`feeds/${this.id}/close`, JSON.stringify({ batches: this.batches, ended: this.ended }))
    this.finish()
  }

  private get ended(): 'stopped' | 'closed' {
    return this.stopped ? 'stopped' : 'closed'
  }

  private async open(): Promise<void> {
    const opened = await this.post<{ id: number; batches: number; stop: boolean }>('feeds', JSON.stringify(this.settings?.place))
    this.id = opened.id
    this.queue = this.queue.filter(({ number }) => number > opened.batches)
    this.heard(opened.stop)
    await this.catchUp()
  }

  /** Sends what earlier feeds of this machine put aside. What can't be sent now is left for the next. */
  private async catchUp(): Promise<void> {
    const folder = this.settings?.folder ?? ''
    for (const { waiting, done, putBack, refused } of takeAside(folder)) {
      try {
        const { id, batches } = await this.post<{ id: number; batches: number }>('feeds', JSON.stringify(waiting.open))
        for (const batch of waiting.batches)
          if ((JSON.parse(batch) as { number: number }).number > batches) await this.post(`feeds/${id}/batches`, batch)
        if (waiting.close) await this.post(`feeds/${id}/close`, JSON.stringify(waiting.close))
        done()
      } catch (error) {
        if (error instanceof Refused) {
          refused()
          this.say(`what waited in ${folder} was refused: ${error.message}`)
        } else {
          putBack()
          throw error
        }
      }
    }
  }

  private heard(stop: boolean): void {
    if (!stop || this.stopped) return
    this.stopped = true
    this.say('the run was asked to stop')
    for (const listener of this.stopListeners) listener()
  }

  private finish(): void {
    this.over = true
    this.queue = []
    this.pending = []
    if (this.beat) clearInterval(this.beat)
    if (this.timer) clearTimeout(this.timer)
    process.removeListener('exit', this.atExit)
  }

  /** What was not sent when the process ends waits on disk. */
  private rescue(): void {
    const { settings } = this
    if (this.over || !settings) return
    this.flush(false)
    const left = this.queue
    const unsent = left.length
    try {
      if (unsent > 0 || this.id === null || this.ending) {
        const close = this.ending ? ({ batches: this.batches, ended: this.stopped ? 'stopped' : 'closed' } as const) : null
        putAside(settings.folder, this.key, { open: settings.place, batches: left.map((batch) => batch.body), close })
        this.say(`the server did not answer; what is left waits in ${settings.folder} and is sent with the next run`)
      }
    } catch (error) {
      this.say(`the server did not answer, and what is left could not be kept: ${error instanceof Error ? error.message : String(error)}`)
    }
    this.finish()
  }

  private async post<T = unknown>(path: string, json: string): Promise<T> {
    const project = await this.projectSlug()
    return (await this.ask(`projects/${encodeURIComponent(project)}/${path}`, json)) as T
  }

  /** A token belongs to one project. */
  private async projectSlug(): Promise<string> {
    if (this.project) return this.project
    const named = this.settings?.project ?? ((await this.ask('session')) as { projects?: { slug: string }[] }).projects?.[0]?.slug
    if (!named) throw new Refused('the token belongs to no project')
    return (this.project = named)
  }

  private async ask(path: string, json?: string): Promise<unknown> {
    const { url, token } = this.settings ?? { url: '', token: '' }
    const { status, text } = await send(`${url}/api/${path}`, token, json)
    if (status >= 200 && status < 300) return text === '' ? null : (JSON.parse(text) as unknown)
    // what somebody else changed at the same moment is asked again, too
    if (status === 429 || status >= 500 || codeIn(text) === 'busy') throw new Error(`it answers ${status}`)
    throw new Refused(sentenceIn(text) ?? `the server answers ${status}`)
  }
}

const body = (number: number, texts: readonly string[], faults: readonly LiveFault[] = []): string =>
  `{"number":${number},"results":[${texts.join(',')}]${faults.length > 0 ? `,"faults":${JSON.stringify(faults.map(cutFault))}` : ''}}`

/** A batch that is the last one: the server closes the feed with it, and who ends a process waits for one answer and not for two. */
const closing = (batch: string, ended: string): string => `${batch.slice(0, -1)},"close":"${ended}"}`

const sizeOf = (attachments: LiveResult['attachments'] = []): number =>
  attachments.reduce((sum, { content }) => sum + content.text.length, 0)

const shorter = (text: string): string => (text.length > MOST_FIELD ? text.slice(0, MOST_FIELD) : text)
const shorterOrNull = (text: string | null | undefined): string | null => (text ? shorter(text) : null)

/** Only what is said, and nothing longer than the server keeps. */
function cut(result: LiveResult): LiveResult {
  const { stdout, stderr, failures = [], steps = [], attachments = [], ...rest } = result
  // most say nothing that could be long, and are sent as they are
  if (!stdout && !stderr && failures.length === 0 && steps.length === 0 && attachments.length === 0) return rest
  return {
    ...rest,
    ...(stdout && { stdout: shorter(stdout) }),
    ...(stderr && { stderr: shorter(stderr) }),
    ...(failures.length > 0 && {
      failures: failures.map(({ message, type, stack }) => ({
        message: shorterOrNull(message),
        type: shorterOrNull(type),
        stack: shorterOrNull(stack),
      })),
    }),
    ...(attachments.length > 0 && { attachments }),
    ...(steps.length > 0 && { steps: steps.slice(0, MOST_STEPS).map(cutStep) }),
  }
}

const cutStep = ({ level = 0, text, message, ...rest }: LiveStep): LiveStep => ({
  ...rest,
  level: Math.min(level, DEEPEST_STEP),
  text: shorter(text),
  message: shorterOrNull(message),
})

const cutFault = ({ code, subject, message, stack }: LiveFault): LiveFault => ({
  code,
  subject: subject.slice(0, 10_000),
  message: shorterOrNull(message),
  stack: shorterOrNull(stack),
})

const sentenceIn = (json: string): string | null => memberOf(json, 'detail')
const codeIn = (json: string): string | null => memberOf(json, 'code')

/** A text in problem details (RFC 9457). */
function memberOf(json: string, name: 'detail' | 'code'): string | null {
  try {
    const member = (JSON.parse(json) as Record<string, unknown>)[name]
    return typeof member === 'string' ? member : null
  } catch {
    return null
  }
}
