// Passes over a file, each in a process of its own.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'

/**
 * Each pass in a process of its own, as it runs in life, in turns: in one process the two kinds of parser make each other's code
 * general and slow. @returns the least of each, in milliseconds
 */
export function leastInTurns(bare, file, turns) {
  const least = { bare: Infinity, ours: Infinity }
  for (let turn = 0; turn < turns; turn++) {
    for (const [name, pass] of [
      ['bare', bare],
      ['ours', 'ours'],
    ])
      least[name] = Math.min(least[name], Number(outputOf('pass.mjs', pass, file)))
  }
  return least
}

/** What a script of this folder prints. @throws with what it complained of */
export function outputOf(script, ...words) {
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    ['--max-old-space-size=8192', join(import.meta.dirname, script), ...words],
    { encoding: 'utf8' },
  )
  if (status !== 0) throw new Error(stderr)
  return stdout
}
