import { accessSync, constants } from 'node:fs'
import { platform } from 'node:os'
import { delimiter, join } from 'node:path'

/** Programs, and the label that an agent with them has. */
const PROGRAMS: readonly (readonly [label: string, ...programs: string[]])[] = [
  ['python', 'python3'],
  ['java', 'java'],
  ['maven', 'mvn'],
  ['go', 'go'],
  ['ruby', 'ruby'],
  ['php', 'php'],
  ['dotnet', 'dotnet'],
  ['git', 'git'],
  ['browser', 'chromium', 'chromium-headless-shell', 'chromium-browser', 'google-chrome', 'firefox'],
]

/** What this machine can do, by the programs that are found on it: `node`, `linux`, `python` … */
export function abilities(env: Record<string, string | undefined>): string[] {
  const folders = (env['PATH'] ?? '').split(delimiter).filter((folder) => folder !== '')
  const has = (program: string) => folders.some((folder) => isProgram(join(folder, program)))
  return ['node', platform(), ...PROGRAMS.flatMap(([label, ...programs]) => (programs.some(has) ? [label] : []))]
}

function isProgram(path: string): boolean {
  try {
    accessSync(path, constants.X_OK)
    return true
  } catch {
    return false
  }
}
