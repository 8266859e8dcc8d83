import { randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { homedir } from 'node:os'
import { join } from 'node:path'
import { UsageError } from '../exit-codes.js'

/** The folder of an agent: what it is known by, sources that it fetched, and what it runs. */
export class AgentHome {
  readonly key: string

  private constructor(readonly folder: string) {
    const file = join(folder, 'key')
    if (!existsSync(file)) writeFileSync(file, randomUUID(), { mode: 0o600 })
    this.key = readFileSync(file, 'utf8').trim()
  }

  /** @throws UsageError while another process is this agent */
  static open(name: string, at: string | undefined): AgentHome {
    const folder = at ?? join(homedir(), '.bobbin-agent', name.replace(/[^\w.-]/g, '_'))
    mkdirSync(folder, { recursive: true })
    const lock = join(folder, 'pid')
    const pid = existsSync(lock) ? Number(readFileSync(lock, 'utf8')) : 0
    if (pid > 0 && pid !== process.pid && isAlive(pid))
      throw new UsageError(`The agent “${name}” runs already (process ${pid}). Name another one with --name, or stop that one`)
    writeFileSync(lock, String(process.pid))
    const home = new AgentHome(folder)
    home.endLeftovers()
    return home
  }

  path(...parts: string[]): string {
    return join(this.folder, ...parts)
  }

  /** Keeps which process group runs, so that a next start ends it where this one is killed. */
  runs(group: number | null): void {
    const file = this.path('running')
    if (group === null) rmSync(file, { force: true })
    else writeFileSync(file, String(group))
  }

  private endLeftovers(): void {
    const file = this.path('running')
    if (!existsSync(file)) return
    const group = Number(readFileSync(file, 'utf8'))
    if (group > 1) signalGroup(group, 'SIGKILL')
    rmSync(file, { force: true })
  }

  close(): void {
    rmSync(this.path('pid'), { force: true })
  }
}

export function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

/** Signals every process of a group. @returns whether there was one */
export function signalGroup(group: number, signal: NodeJS.Signals): boolean {
  try {
    process.kill(-group, signal)
    return true
  } catch {
    return false
  }
}
