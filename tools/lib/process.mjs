// Running programs and asking about processes. Node's own modules only: this runs before npm packages exist.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
/** Everything Bobbin makes on this machine for itself; ignored by git. */
export const DATA = process.env.BOBBIN_DATA ?? join(ROOT, '.bobbin')
export const isRoot = process.getuid?.() === 0

/** An error whose message is for the person at the terminal; no stack is shown. */
export class Sorry extends Error {}

/** Runs a program to its end. Its output goes to the terminal, or is shown only when it fails (`quiet`). */
export function runProgram(command, args, { quiet = false, env = process.env, cwd = ROOT, uid, gid, input } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env,
      uid,
      gid,
      stdio: [input === undefined ? 'ignore' : 'pipe', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
    })
    let output = ''
    child.stdout?.on('data', (data) => (output += data))
    child.stderr?.on('data', (data) => (output += data))
    if (input !== undefined) child.stdin.end(input)
    child.on('error', (error) => reject(new Sorry(`${command} can't be started: ${error.message}`)))
    child.on('close', (code) =>
      code === 0 ? resolve(output) : reject(new Sorry(`${command} ${args[0] ?? ''} failed (exit ${code})\n${output.trimEnd()}`)),
    )
  })
}

export const commandExists = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

export function isAlive(pid) {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return error.code === 'EPERM'
  }
}

/** The words a running process was started with, or null. */
export function commandLineOf(pid) {
  const file = `/proc/${pid}/cmdline`
  return existsSync(file) ? readFileSync(file, 'utf8').split('\0') : null
}

export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer().on('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => resolve(port))
    })
  })
}

export function portIsFree(port) {
  return new Promise((resolve) => {
    const server = createServer().on('error', () => resolve(false))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)))
  })
}
