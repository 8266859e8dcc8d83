import ignore, { type Ignore } from 'ignore'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/** Folders that hold no sources of one's own: common practice, no source. */
const NOT_OWN = new Set([
  'node_modules',
  '.git',
  '.hg',
  '.svn',
  'bower_components',
  '.venv',
  'venv',
  '.tox',
  '.nox',
  '__pycache__',
  '.gradle',
  '.idea',
  '.vs',
  '.bobbin',
  '.next',
  '.nuxt',
  '.cache',
])

/**
 * Paths of all files below a folder, with `/`, in the order of their names. Links are not followed, so that no tree is without end;
 * what `.gitignore` names is left out.
 */
export function filesBelow(root: string): string[] {
  const files: string[] = []
  const visit = (folder: string, rules: readonly { base: string; rules: Ignore }[]): void => {
    const entries = readdirSync(join(root, folder), { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))
    const own = entries.some((entry) => entry.name === '.gitignore' && entry.isFile()) ? readRules(join(root, folder, '.gitignore')) : null
    const inForce = own ? [...rules, { base: folder, rules: own }] : rules
    for (const entry of entries) {
      const path = folder === '' ? entry.name : `${folder}/${entry.name}`
      if (entry.isDirectory()) {
        if (!NOT_OWN.has(entry.name) && !isIgnored(inForce, `${path}/`)) visit(path, inForce)
      } else if (entry.isFile() && !isIgnored(inForce, path)) files.push(path)
    }
  }
  visit('', [])
  return files
}

function readRules(path: string): Ignore | null {
  try {
    return ignore().add(readFileSync(path, 'utf8'))
  } catch {
    return null
  }
}

const isIgnored = (all: readonly { base: string; rules: Ignore }[], path: string): boolean =>
  all.some(({ base, rules }) => rules.ignores(base === '' ? path : path.slice(base.length + 1)))
