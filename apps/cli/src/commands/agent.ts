import { ApiClient, ApiError, type WorkAnswer } from '@bobbin/client'
import { availableParallelism, hostname } from 'node:os'
import { setTimeout as wait } from 'node:timers/promises'
import { abilities } from '../agent/abilities.js'
import { AgentHome } from '../agent/home.js'
import { readRestrictions } from '../agent/restrictions.js'
import { type PartControl, type PartRunner, runPart } from '../agent/run-part.js'
import { EXIT, UsageError } from '../exit-codes.js'
import { nodeFetch } from '../transport.js'
import { onlyProject, serverOf } from './deliver.js'

export interface AgentOptions {
  name?: string
  label?: string[]
  profile?: string[]
  pool?: string
  folder?: string
  restrict?: string
  once?: boolean
  project?: string
}

/** What this agent speaks with the server. */
const VERSION = '1'
const PATIENCE_S = 25
const MOST_WAIT_MS = 15_000

/** Takes work from a server until it is stopped: registers, asks for a part, runs it, asks again. */
export async function agent(options: AgentOptions): Promise<number> {
  const { baseUrl, token } = serverOf()
  const name = options.name ?? hostname()
  const limits = readRestrictions(options.restrict)
  const home = AgentHome.open(name, options.folder)
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  const say = (words: string) => console.log(`${new Date().toISOString().slice(11, 19)} ${words}`)
  const state = { ending: false, control: null as PartControl | null, leave: () => Promise.resolve() }
  const end = () => {
    if (state.ending) process.exit(EXIT.unreachable)
    state.ending = true
    say('stopping …')
    if (state.control) state.control.giveBack()
    // it waits for an answer: nothing is lost by ending here
    else void state.leave().finally(() => (home.close(), process.exit(EXIT.stored)))
  }
  process.on('SIGINT', end)
  process.on('SIGTERM', end)
  try {
    const project = options.project ?? (await patiently(() => onlyProject(client), state, say))
    const labels = [...new Set([...abilities(process.env), ...(options.label ?? [])])]
    const about = {
      name,
      key: home.key,
      labels,
      profiles: options.profile ?? [],
      cores: availableParallelism(),
      version: VERSION,
      host: hostname(),
    }
    const register = () =>
      client.post('/projects/{project}/agents', {
        path: { project },
        body: { ...about, ...(options.pool !== undefined && { pool: options.pool }) },
      })
    const registered = await patiently(register, state, say)
    let { id } = registered
    if (registered.version !== VERSION)
      say(`the server hands out another version of this agent (${registered.version}); fetch it from ${baseUrl}/cli/bobbin.mjs`)
    say(`${name} waits for work of ${project} at ${baseUrl}, with ${labels.join(', ')}`)
    state.leave = async () => {
      const body = { key: home.key, held: [], wait: 0, free: false, leaving: true }
      await client.post('/projects/{project}/agents/{id}/work', { path: { project, id }, body }).catch(() => undefined)
    }
    const runner: PartRunner = { client, baseUrl, project, home, limits, say }
    while (!state.ending) {
      const ask = () =>
        client.post('/projects/{project}/agents/{id}/work', {
          path: { project, id },
          body: { key: home.key, held: [], wait: PATIENCE_S, free: true },
        })
      let answer: WorkAnswer
      try {
        answer = await patiently(ask, state, say)
      } catch (error) {
        if (!(error instanceof ApiError && error.status === 404)) throw error
        // it was removed there, and is still here
        id = (await patiently(register, state, say)).id
        continue
      }
      const { work } = answer
      if (!work) continue
      say(`${work.name}: ${work.tests.length} ${work.tests.length === 1 ? 'test' : 'tests'}`)
      await runPart(work, runner, (control) => (state.control = control))
      state.control = null
      say(`${work.name}: over`)
      if (options.once) break
    }
    await state.leave()
    return EXIT.stored
  } catch (error) {
    if (state.ending) return EXIT.stored
    if (error instanceof ApiError) throw new UsageError(error.message)
    throw error
  } finally {
    home.close()
  }
}

/** Waits for a server that is away, as long as it takes. @throws what the server refuses */
async function patiently<T>(what: () => Promise<T>, state: { ending: boolean }, say: (words: string) => void): Promise<T> {
  for (let tries = 0; ; tries++) {
    try {
      return await what()
    } catch (error) {
      const refused = error instanceof ApiError && error.status < 500 && error.status !== 429
      if (refused || state.ending || error instanceof UsageError) throw error
      if (tries === 0) say(`${error instanceof Error ? error.message : String(error)}; waiting for it …`)
      await wait(Math.min(MOST_WAIT_MS, 500 * 2 ** tries))
    }
  }
}
