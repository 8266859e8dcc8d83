import { spawn } from 'node:child_process'
import { signalGroup } from './home.js'

export interface GroupOptions {
  cwd: string
  env: Record<string, string>
  /** As whom; by default as the agent. */
  ids?: { uid: number; gid: number } | null
  memoryMb?: number | undefined
  onOutput: (chunk: Buffer) => void
  /** Told as soon as the group is there. */
  onStart: (group: number) => void
}

export interface GroupEnd {
  code: number | null
  /** Why it was ended from outside. */
  ended: 'stopped' | 'limit' | null
}

/** So long a group has to end by itself after it was asked to, in milliseconds. */
const GRACE_MS = 3000

/** A line of the shell in a process group of its own, so that it ends with everything that it began. */
export class ProcessGroup {
  private ended: GroupEnd['ended'] = null
  private group = 0
  readonly done: Promise<GroupEnd>

  constructor(command: string, { cwd, env, ids, memoryMb, onOutput, onStart }: GroupOptions) {
    const line = memoryMb === undefined ? command : `ulimit -v ${memoryMb * 1024}\n${command}`
    const child = spawn('/bin/sh', ['-c', line], { cwd, env, detached: true, stdio: ['ignore', 'pipe', 'pipe'], ...ids })
    this.group = child.pid ?? 0
    if (this.group > 0) onStart(this.group)
    child.stdout.on('data', onOutput)
    child.stderr.on('data', onOutput)
    this.done = new Promise((resolve, reject) => {
      child.once('error', reject)
      // children that stay hold its output open: they end with the shell
      child.once('exit', (code) => {
        signalGroup(this.group, 'SIGTERM')
        const hard = setTimeout(() => signalGroup(this.group, 'SIGKILL'), GRACE_MS)
        child.once('close', () => {
          clearTimeout(hard)
          signalGroup(this.group, 'SIGKILL')
          resolve({ code, ended: this.ended })
        })
      })
    })
  }

  /** Asks all of it to end, and ends it. */
  end(why: 'stopped' | 'limit'): void {
    if (this.ended) return
    this.ended = why
    signalGroup(this.group, 'SIGTERM')
    const hard = setTimeout(() => signalGroup(this.group, 'SIGKILL'), GRACE_MS)
    void this.done.finally(() => clearTimeout(hard)).catch(() => undefined)
  }
}
