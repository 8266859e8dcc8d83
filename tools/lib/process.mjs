// Running programs and asking about processes. Node's own modules only: this runs before npm packages exist.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, statfsSync } from 'node:fs'
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

/** What a person at the terminal is told of an error: one sentence where we know what to do, else everything. */
export function explain(error) {
  const text = error instanceof Error ? error.message : String(error)
  if (error?.code === 'ENOSPC' || /ENOSPC|no space left on device/i.test(text))
    return `The disk is full; nothing that was stored is damaged. Make room below ${DATA} and start again`
  if (error?.code === 'EACCES' || error?.code === 'EROFS')
    return `${error.path ?? DATA} can't be written. Give yourself the right, or choose another folder: BOBBIN_DATA=/somewhere npm start`
  return error instanceof Sorry ? text : (error?.stack ?? text)
}

const LEAST_ROOM_MB = 300

/** @throws Sorry when there is too little room to begin with: a database that runs into the end of a disk stops */
export function checkRoom(folder, statfs = statfsSync) {
  mkdirSync(folder, { recursive: true })
  const { bavail, bsize } = statfs(folder)
  const free = Math.floor((bavail * bsize) / 1024 ** 2)
  if (free < LEAST_ROOM_MB)
    throw new Sorry(
      `The disk is full: ${free} MB are free for ${folder}, and Bobbin needs at least ${LEAST_ROOM_MB}. Make room and start again`,
    )
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
