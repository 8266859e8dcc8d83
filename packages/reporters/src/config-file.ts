import { existsSync, readFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'

/** What a repository says once for all who deliver from it: `bobbin.json` in its root, or in a folder below. */
export interface ConfigFile {
  project?: string
  pipeline?: string
  branch?: string
  environment?: string
  /** What is delivered where no file is named. */
  files?: string[]
  attach?: string[]
}

export const CONFIG_NAME = 'bobbin.json'
const TEXTS = ['project', 'pipeline', 'branch', 'environment'] as const
const LISTS = ['files', 'attach'] as const
const KNOWN: readonly string[] = [...TEXTS, ...LISTS]

/**
 * Reads the nearest `bobbin.json`, from a folder up to the root of its repository.
 * @throws Error that names the file, the entry and what may stand there
 */
export function readConfigFile(folder: string = process.cwd()): ConfigFile {
  const path = nearest(resolve(folder))
  if (path === null) return {}
  const wrong = (what: string) => new Error(`${path}: ${what}`)
  const said = parsed(path, wrong)
  for (const [name, value] of Object.entries(said)) {
    if (!KNOWN.includes(name)) throw wrong(`“${name}” means nothing here; there may be ${KNOWN.join(', ')}`)
    const fits = (LISTS as readonly string[]).includes(name)
      ? Array.isArray(value) && value.every((one) => typeof one === 'string' && one !== '')
      : typeof value === 'string' && value.trim() !== ''
    if (!fits) throw wrong(`“${name}” must be ${(LISTS as readonly string[]).includes(name) ? 'a list of texts' : 'a text'}`)
  }
  return said
}

function parsed(path: string, wrong: (what: string) => Error): Record<string, unknown> {
  let said: unknown
  try {
    said = JSON.parse(readFileSync(path, 'utf8'))
  } catch (error) {
    throw wrong(error instanceof SyntaxError ? `it is no JSON: ${error.message}` : String(error))
  }
  if (typeof said !== 'object' || said === null || Array.isArray(said)) throw wrong('it must hold one object')
  return said as Record<string, unknown>
}

/** No further up than the repository: what lies above it is not this project's. */
function nearest(folder: string): string | null {
  for (let at = folder; ; at = dirname(at)) {
    const path = join(at, CONFIG_NAME)
    if (existsSync(path)) return path
    if (existsSync(join(at, '.git')) || dirname(at) === at) return null
  }
}
