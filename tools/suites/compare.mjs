// Reads the result files of a run as a delivery would, and compares two runs.
import { readFileSync } from 'node:fs'
import { fromSources, readResultFile, scriptIdentity } from '../../packages/core/dist/index.js'

/**
 * @param files {path, name}: where each lies, and its path below what would be sent
 * @param root the folder of the sources, as a sender would tell it
 */
export function readRun(files, root) {
  const results = new Map()
  const merged = []
  const warnings = []
  const faults = []
  for (const { path, name } of files) {
    const parsed = readResultFile(readFileSync(path), { path: fromSources(name), root })
    faults.push(...parsed.faults.map(({ code, subject }) => `${code} ${subject}`))
    warnings.push(...parsed.warnings)
    for (const result of parsed.results) {
      const identity = scriptIdentity(result)
      if (results.has(identity)) merged.push(identity)
      results.set(identity, result.outcome)
    }
  }
  return { results, merged, warnings, faults, files: files.length }
}

/** @returns what is claimed and is not so, as sentences */
export function compare(first, second) {
  const problems = []
  const say = (what, list) => {
    if (list.length > 0) problems.push(`${list.length} ${what}: ${list.slice(0, 3).join(' | ')}`)
  }
  say('tests of several files are one script', first.merged)
  say(
    'tests would be gone',
    [...first.results.keys()].filter((identity) => !second.results.has(identity)),
  )
  say(
    'tests would be new',
    [...second.results.keys()].filter((identity) => !first.results.has(identity)),
  )
  // an outcome that differs is what the runner said: it is told, and is no fault of reading
  const differ = [...first.results].filter(
    ([identity, outcome]) => second.results.has(identity) && second.results.get(identity) !== outcome,
  )
  if (differ.length > 0) console.log(`  ${differ.length} outcomes differed between the runs, as the runner told: ${differ[0]?.[0]}`)
  if (first.counted != null && first.counted !== first.results.size)
    problems.push(`the runner counted ${first.counted}, and ${first.results.size} scripts were read`)
  return problems
}
