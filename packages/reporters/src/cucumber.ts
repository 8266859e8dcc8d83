import { smallAttachments } from './attachments'
import { Feed } from './feed'
import type { LiveAttachment, LiveResult, LiveStep } from './live-result'

/** Cucumber messages, as far as they are used (github.com/cucumber/messages, JSON schema). */
interface Time {
  seconds: number
  nanos: number
}
interface Line {
  id: string
  keyword: string
}
interface Child {
  rule?: { name: string; children: Child[] }
  background?: { steps: Line[] }
  scenario?: { id: string; steps: Line[] }
}
interface Envelope {
  gherkinDocument?: { uri?: string; feature?: { name: string; children: Child[] } }
  pickle?: {
    id: string
    uri: string
    name: string
    astNodeIds: string[]
    tags: { name: string }[]
    steps: { id: string; text: string; astNodeIds: string[] }[]
  }
  hook?: { id: string; name?: string; type?: string }
  testCase?: { id: string; pickleId: string; testSteps: { id: string; pickleStepId?: string; hookId?: string }[] }
  testCaseStarted?: { id: string; testCaseId: string; timestamp: Time }
  testStepFinished?: {
    testCaseStartedId: string
    testStepId: string
    testStepResult: {
      status: string
      duration?: Time
      message?: string
      exception?: { type?: string; message?: string; stackTrace?: string }
    }
  }
  attachment?: { testCaseStartedId?: string; body: string; contentEncoding: string; mediaType: string; fileName?: string }
  testCaseFinished?: { testCaseStartedId: string; timestamp: Time }
}
interface Started {
  testCaseId: string
  at: number
  steps: Step[]
  attachments: LiveAttachment[]
  output: string
}
interface Step {
  hook: boolean
  keyword: string | null
  text: string
  status: string
  durationMs: number | null
  message: string | null
  type: string | null
  stack: string | null
}

const msOf = ({ seconds, nanos }: Time): number => seconds * 1000 + nanos / 1e6

/** For `format: ['progress', '@bobbin/reporters/cucumber']` in Cucumber's configuration. */
class CucumberFormatter {
  private readonly feed = new Feed({ framework: 'cucumber' })
  /** Names of the feature and rule around a scenario, by its id. */
  private readonly paths = new Map<string, string[]>()
  /** Keywords of steps, by the ids of their lines. */
  private readonly keywords = new Map<string, string>()
  private readonly hooks = new Map<string, NonNullable<Envelope['hook']>>()
  private readonly pickles = new Map<string, NonNullable<Envelope['pickle']>>()
  private readonly cases = new Map<string, NonNullable<Envelope['testCase']>>()
  private readonly started = new Map<string, Started>()
  private readonly occurrences = new Map<string, number>()

  constructor({ eventBroadcaster }: { eventBroadcaster: { on(event: 'envelope', listener: (envelope: Envelope) => void): void } }) {
    eventBroadcaster.on('envelope', (envelope) => this.hear(envelope))
  }

  private hear({
    gherkinDocument,
    pickle,
    hook,
    testCase,
    testCaseStarted,
    testStepFinished,
    attachment,
    testCaseFinished,
  }: Envelope): void {
    if (gherkinDocument?.feature) this.walk(gherkinDocument.feature.children, [gherkinDocument.feature.name])
    if (pickle) this.pickles.set(pickle.id, pickle)
    if (hook) this.hooks.set(hook.id, hook)
    if (testCase) this.cases.set(testCase.id, testCase)
    if (testCaseStarted)
      this.started.set(testCaseStarted.id, {
        testCaseId: testCaseStarted.testCaseId,
        at: msOf(testCaseStarted.timestamp),
        steps: [],
        attachments: [],
        output: '',
      })
    if (testStepFinished) this.step(testStepFinished)
    if (attachment) this.attach(attachment)
    if (testCaseFinished) this.finish(testCaseFinished.testCaseStartedId, msOf(testCaseFinished.timestamp))
  }

  private walk(children: readonly Child[], path: string[]): void {
    for (const { rule, background, scenario } of children) {
      for (const { id, keyword } of [...(background?.steps ?? []), ...(scenario?.steps ?? [])]) this.keywords.set(id, keyword.trim())
      if (rule)
        this.walk(
          rule.children,
          [...path, rule.name].filter((name) => name !== ''),
        )
      if (scenario) this.paths.set(scenario.id, path)
    }
  }

  private step({ testCaseStartedId, testStepId, testStepResult }: NonNullable<Envelope['testStepFinished']>): void {
    const started = this.started.get(testCaseStartedId)
    const testCase = this.cases.get(started?.testCaseId ?? '')
    const step = testCase?.testSteps.find(({ id }) => id === testStepId)
    const pickle = this.pickles.get(testCase?.pickleId ?? '')
    const { status, duration, message = null, exception } = testStepResult
    const line = pickle?.steps.find(({ id }) => id === step?.pickleStepId)
    const hook = this.hooks.get(step?.hookId ?? '')
    started?.steps.push({
      ...(line
        ? { hook: false, keyword: this.keywords.get(line.astNodeIds[0] ?? '') ?? null, text: line.text }
        : { hook: true, keyword: hook?.type?.startsWith('AFTER') ? 'After' : 'Before', text: hook?.name ?? 'hook' }),
      status,
      durationMs: duration ? msOf(duration) : null,
      message: exception?.message ?? message?.split('\n    at ', 1)[0] ?? null,
      type: exception?.type ?? null,
      stack: exception?.stackTrace ?? message,
    })
  }

  /** What a step logs is output; what it attaches is kept while it is small. */
  private attach({ testCaseStartedId, body, contentEncoding, mediaType, fileName }: NonNullable<Envelope['attachment']>): void {
    const started = this.started.get(testCaseStartedId ?? '')
    if (!started) return
    if (mediaType === 'text/x.cucumber.log+plain') {
      started.output += `${body}\n`
      return
    }
    const held = Buffer.from(body, contentEncoding === 'BASE64' ? 'base64' : 'utf8')
    const name = fileName ?? `attachment ${started.attachments.length + 1}`
    started.attachments.push(...smallAttachments([{ name, mediaType, body: held }]))
  }

  private finish(id: string, at: number): void {
    const started = this.started.get(id)
    const testCase = this.cases.get(started?.testCaseId ?? '')
    const pickle = this.pickles.get(testCase?.pickleId ?? '')
    if (!started || !testCase || !pickle) return
    this.started.delete(id)
    const suites = this.paths.get(pickle.astNodeIds[0] ?? '') ?? [pickle.uri]
    this.feed.add({
      name: pickle.name,
      suites,
      file: pickle.uri,
      occurrence: this.numberOf(testCase.id, pickle.name, suites),
      durationMs: at - started.at,
      startedAt: started.at,
      properties: pickle.tags.map(({ name }) => ({ name: 'tag', value: name })),
      stdout: started.output || null,
      attachments: started.attachments,
      steps: started.steps.filter(({ hook, status }) => !hook || status !== 'PASSED').map(told),
      ...judged(started.steps),
    })
  }

  /** Tries at one test case share its id. */
  private numberOf(testCaseId: string, name: string, suites: string[]): number {
    const number = this.occurrences.get(testCaseId) ?? this.feed.occurrence(name, suites, null)
    this.occurrences.set(testCaseId, number)
    return number
  }

  finished(): Promise<void> {
    return this.feed.end()
  }
}

const OUTCOMES: Record<string, LiveStep['outcome']> = { PASSED: 'passed', FAILED: 'failed', SKIPPED: 'skipped' }

/** A step that could not judge (pending, undefined, ambiguous) errored. */
const told = ({ keyword, text, status, durationMs, message }: Step): LiveStep => ({
  keyword,
  text,
  outcome: OUTCOMES[status] ?? 'errored',
  durationMs,
  message,
})

/** As the messages are read from a file: the first step that failed or could not judge holds, and a hook judges nothing. */
function judged(steps: Started['steps']): Pick<LiveResult, 'outcome' | 'failures' | 'reason'> {
  const wrong = steps.filter(({ status }) => !['PASSED', 'SKIPPED'].includes(status))
  if (wrong.length > 0) {
    const check = wrong.some(({ status, hook }) => status === 'FAILED' && !hook)
    const failures = wrong.map(({ status, text, message, type, stack }) =>
      status === 'FAILED' || message ? { message, type, stack } : { message: `Step is ${status.toLowerCase()}: ${text}` },
    )
    return { outcome: check ? 'failed' : 'errored', failures }
  }
  const skipping = steps.find(({ status }) => status === 'SKIPPED')
  return skipping ? { outcome: 'skipped', reason: skipping.message } : { outcome: 'passed' }
}

export = CucumberFormatter
