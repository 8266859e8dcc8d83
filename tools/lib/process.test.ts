import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { expect, it } from 'vitest'
import { commandLineOf, freePort, isAlive, portIsFree, runProgram } from './process.mjs'

it('knows whether a port is free', async () => {
  const port = await freePort()
  expect(await portIsFree(port)).toBe(true)
  const server = createServer()
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve))
  expect(await portIsFree(port)).toBe(false)
  await new Promise((resolve) => server.close(resolve))
})

it('knows whether a process is alive, and what it was started with', async () => {
  const child = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)', 'a-mark'], { stdio: 'ignore' })
  await new Promise((resolve) => child.once('spawn', resolve))
  expect(isAlive(child.pid ?? 0)).toBe(true)
  expect(commandLineOf(child.pid ?? 0)).toContain('a-mark')
  const ended = new Promise((resolve) => child.once('exit', resolve))
  child.kill()
  await ended
  expect(isAlive(child.pid ?? 0)).toBe(false)
})

it('gives what a failing program said, and says so when there is none', async () => {
  await expect(runProgram('sh', ['-c', 'echo out of cloth >&2; exit 3'], { quiet: true })).rejects.toThrow(/exit 3\)\nout of cloth/)
  await expect(runProgram('no-such-program-here', [], { quiet: true })).rejects.toThrow(/can't be started/)
  expect(await runProgram('cat', [], { quiet: true, input: 'thread' })).toBe('thread')
})
