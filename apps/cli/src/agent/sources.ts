import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createWriteStream, existsSync, mkdirSync, rmSync, statSync } from 'node:fs'
import { isAbsolute, join, resolve } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'

const exec = promisify(execFile)
const WITHIN_MS = 600_000

export interface SourcePlace {
  /** A folder of this machine, the address of an archive (.tar, .tar.gz, .tgz), or one that git fetches. */
  source: string
  ref: string
  /** Below it. */
  folder: string
  branch: string
  commit: string | null
}

/**
 * Has the sources of a part on this machine. @returns the folder that its commands run in
 * @throws Error with a sentence for the record
 */
export async function fetchSources({ source, ref, folder, branch, commit }: SourcePlace, keep: string): Promise<string> {
  if (source === '') throw new Error('The recipe names no sources: a folder of the agent, or an address')
  const root = isAbsolute(source)
    ? existingFolder(source)
    : /\.(tar|tar\.gz|tgz)$/.test(source) && /^https?:/.test(source)
      ? await unpackArchive(source, keep)
      : await checkOut(source, ref || commit || branch, keep)
  const inside = resolve(root, folder || '.')
  if (!`${inside}/`.startsWith(`${resolve(root)}/`)) throw new Error(`The folder “${folder}” of the recipe is outside of its sources`)
  return existingFolder(inside)
}

function existingFolder(path: string): string {
  if (!existsSync(path) || !statSync(path).isDirectory()) throw new Error(`There is no folder ${path} on this agent`)
  return path
}

const nameOf = (source: string): string => createHash('sha256').update(source).digest('hex').slice(0, 16)

async function unpackArchive(source: string, keep: string): Promise<string> {
  const folder = join(keep, `archive-${nameOf(source)}`)
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true })
  const answer = await fetch(source, { signal: AbortSignal.timeout(WITHIN_MS) })
  if (!answer.ok || !answer.body) throw new Error(`${source} answered ${answer.status}`)
  const file = join(keep, `archive-${nameOf(source)}.tar`)
  await pipeline(Readable.fromWeb(answer.body as never), createWriteStream(file))
  await told(exec('tar', ['-xf', file, '-C', folder], { timeout: WITHIN_MS }), `${source} could not be unpacked`)
  rmSync(file)
  return folder
}

async function checkOut(source: string, ref: string, keep: string): Promise<string> {
  const folder = join(keep, `git-${nameOf(source)}`)
  const git = (...words: string[]) => exec('git', words, { timeout: WITHIN_MS, env: { ...process.env, GIT_TERMINAL_PROMPT: '0' } })
  const inside = (...words: string[]) => git('-C', folder, ...words)
  if (!existsSync(join(folder, '.git')))
    await told(git('clone', '--quiet', '--no-checkout', '--', source, folder), `${source} could not be fetched`)
  else await told(inside('fetch', '--quiet', '--tags', '--force', 'origin'), `${source} could not be fetched`)
  for (const wanted of [`origin/${ref}`, ref]) {
    const found = await inside('rev-parse', '--verify', '--quiet', '--end-of-options', `${wanted}^{commit}`).then(
      ({ stdout }) => stdout.trim(),
      () => null,
    )
    if (!found) continue
    await told(inside('checkout', '--quiet', '--force', '--detach', found), `${ref} of ${source} could not be checked out`)
    await inside('clean', '--quiet', '-fd')
    return folder
  }
  throw new Error(`${source} has no branch, tag or commit “${ref}”`)
}

async function told<T>(work: Promise<T>, what: string): Promise<T> {
  try {
    return await work
  } catch (error) {
    const said = (error as { stderr?: string }).stderr?.trim().split('\n').at(-1)
    throw new Error(said ? `${what}: ${said}` : what)
  }
}
