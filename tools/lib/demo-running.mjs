// What runs beside the server in the demo: the ferry system that its plans test, and one agent. Node's own modules only.
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { portIsFree, ROOT } from './process.mjs'

const AGENT = 'quay-1'

/** @returns {Promise<{ url: string, stop(): Promise<void> } | null>} null where the port is taken: the demo's plans then say that it is not there */
export async function startFerry(port) {
  if (!(await portIsFree(port))) return null
  const ferry = spawn(process.execPath, [join(ROOT, 'standins', 'dist', 'ferry-main.js'), String(port)], {
    detached: true,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  await Promise.race([new Promise((resolve) => ferry.once('message', resolve)), new Promise((resolve) => ferry.once('exit', resolve))])
  ferry.disconnect?.()
  return { url: `http://127.0.0.1:${port}`, stop: () => ended(ferry) }
}

/**
 * What stands around the demo: a defect tracker with a page, a mail server and a chat, on three ports.
 * @returns {Promise<{ url: string, smtp: string, stop(): Promise<void> } | null>} null where one of the ports is taken
 */
export async function startOutside(port, file) {
  for (const one of [port, port + 1, port + 2]) if (!(await portIsFree(one))) return null
  const outside = spawn(process.execPath, [join(ROOT, 'standins', 'dist', 'outside-main.js'), String(port), file], {
    detached: true,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  await Promise.race([new Promise((resolve) => outside.once('message', resolve)), new Promise((resolve) => outside.once('exit', resolve))])
  outside.disconnect?.()
  return { url: `http://127.0.0.1:${port}`, smtp: `smtp://127.0.0.1:${port + 1}`, stop: () => ended(outside) }
}

/**
 * An agent of the demo project, as anybody would start one; its token is made once, by a lead of the demo.
 * @returns {Promise<{ stop(): Promise<void> } | null>} null where the demo's lead is not there any more
 */
export async function startDemoAgent(url, data) {
  const token = await agentToken(url, join(data, 'agent-token'))
  if (token === null) return null
  const labels = existsSync(join(ROOT, 'node_modules', '@playwright', 'test')) ? ['--label', 'playwright'] : []
  const agent = spawn(
    process.execPath,
    [join(ROOT, 'apps', 'cli', 'dist', 'main.js'), 'agent', '--name', AGENT, '--folder', join(data, 'agent'), ...labels],
    { detached: true, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, BOBBIN_URL: url, BOBBIN_TOKEN: token } },
  )
  return { stop: () => ended(agent) }
}

async function agentToken(url, file) {
  if (existsSync(file)) return readFileSync(file, 'utf8')
  const ask = (path, body, cookie) =>
    fetch(`${url}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...(cookie && { cookie }) },
      body: JSON.stringify(body),
    })
  const session = await ask('/session', { email: 'runa@gullhaven.example', password: 'gullhaven' })
  if (!session.ok) return null
  const cookie = session.headers.get('set-cookie')?.split(';')[0]
  const made = await ask('/projects/gullhaven/tokens', { name: `Agent ${AGENT}`, scope: 'agent' }, cookie)
  if (!made.ok) return null
  const { secret } = await made.json()
  writeFileSync(file, secret, { mode: 0o600 })
  return secret
}

async function ended(child) {
  if (child.exitCode !== null || child.signalCode !== null) return
  const over = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGTERM')
  const hard = setTimeout(() => child.kill('SIGKILL'), 10_000)
  await over
  clearTimeout(hard)
}
