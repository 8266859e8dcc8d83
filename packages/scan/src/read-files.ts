import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type { FoundInFile, Language, SourceTree } from './found.js'
import { LANGUAGES } from './languages/index.js'

/** Larger sources are not read: no one writes them by hand. */
const MOST_BYTES = 5 * 1024 * 1024
const SMALL = 1024 * 1024

/** Reads files of a tree, each language prepared when it is first needed. */
export class FileReader {
  private readonly languages = LANGUAGES.map((make) => make())
  private readonly prepared = new Map<Language, Promise<void>>()
  private readonly tree: SourceTree

  constructor(
    private readonly root: string,
    paths: readonly string[],
  ) {
    this.tree = { paths, text: (path) => readSmall(join(root, path)) }
  }

  /** Paths that may hold tests, by language. A language is told by its place among `LANGUAGES`. */
  wanted(): { language: number; paths: string[] }[] {
    return this.languages
      .map((language, place) => ({ language: place, paths: this.tree.paths.filter((path) => language.takes(path)) }))
      .filter(({ paths }) => paths.length > 0)
  }

  /** @returns what each file holds; null for one that is not worth parsing */
  async read(place: number, paths: readonly string[]): Promise<(FoundInFile | null)[]> {
    const language = await this.language(place)
    return paths.map((path) => readOne(this.root, path, language))
  }

  /** All tests of a language, from what its files hold. */
  async finish(place: number, files: readonly FoundInFile[]): Promise<FoundInFile['tests']> {
    const language = await this.language(place)
    return language.finish?.(files) ?? files.flatMap(({ tests }) => tests)
  }

  private async language(place: number): Promise<Language> {
    const language = this.languages[place]
    if (!language) throw new Error(`there is no language ${place}`)
    const ready = this.prepared.get(language) ?? language.prepare?.(this.tree) ?? Promise.resolve()
    this.prepared.set(language, ready)
    await ready
    return language
  }
}

function readOne(root: string, path: string, language: Language): FoundInFile | null {
  const not = (message: string) => ({ tests: [], unread: [{ file: path, line: 1, column: 1, message }] })
  let text: string
  try {
    if (statSync(join(root, path)).size > MOST_BYTES) return not('The file is larger than 5 MB.')
    text = readFileSync(join(root, path), 'utf8')
  } catch (error) {
    return not(`The file can’t be read: ${(error as NodeJS.ErrnoException).code ?? String(error)}`)
  }
  if (!language.mayHold(text, path)) return null
  if (text.includes('\u0000')) return not('This is not a text file.')
  try {
    return language.read({ path, text: text.replace(/^\uFEFF/, '') })
  } catch (error) {
    return not(`Reading it failed: ${error instanceof Error ? error.message : String(error)}`)
  }
}

function readSmall(path: string): string | null {
  try {
    return statSync(path).size > SMALL ? null : readFileSync(path, 'utf8')
  } catch {
    return null
  }
}
