// A Bobbin of its own for browser tests: own database, own port, the demo data of fewer builds.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { SERVER_ARGUMENTS, WEB_ROOT } from './build.mjs'
import { freePort, ROOT, runProgram } from './process.mjs'

export const TEST_SECRET = 'secret-of-the-tests'

/** @returns {Promise<{ url: string, pid: number, stop(): Promise<void>, kill(): Promise<void> }>} */
/** @param more settings of the server beside those that it needs; `port` to come back on the same */
export async function startTestServer(databaseUrl, { demo = true, more = {}, port: wanted = null } = {}) {
  const port = wanted ?? (await freePort())
  const url = `http://127.0.0.1:${port}`
  const env = {
    ...process.env,
    BOBBIN_DATABASE_URL: databaseUrl,
    BOBBIN_PORT: String(port),
    BOBBIN_WEB_ROOT: WEB_ROOT,
    BOBBIN_SECRET: TEST_SECRET,
    ...more,
  }
  const server = spawn(process.execPath, SERVER_ARGUMENTS, { cwd: ROOT, env, stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
  await new Promise((resolve, reject) => {
    server.once('message', resolve)
    server.once('exit', (code) => reject(new Error(`the server ended while starting (exit ${code})`)))
  })
  const ended = new Promise((resolve) => server.once('exit', resolve))
  if (demo) await runProgram(process.execPath, [join(ROOT, 'tools/demo/dist/main.js')], { quiet: true, env: { ...env, BOBBIN_URL: url } })
  return {
    url,
    port,
    pid: server.pid,
    /** Without a word of warning, as a machine that fails does. */
    kill: async () => {
      server.kill('SIGKILL')
      await ended
    },
    stop: async () => {
      server.kill('SIGTERM')
      await ended
    },
  }
}
