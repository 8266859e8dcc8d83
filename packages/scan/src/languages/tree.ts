import { createRequire } from 'node:module'
import { readFile } from 'node:fs/promises'
import { Language as Grammar, type Node, Parser } from 'web-tree-sitter'
import type { Span } from '../body.js'
import type { SourceFile, Unread } from '../found.js'

const require = createRequire(import.meta.url)

const PACKAGES: Readonly<Record<string, string>> = { 'web-tree-sitter.wasm': 'web-tree-sitter/web-tree-sitter.wasm' }

let server: string | null = null
let ready: Promise<void> | null = null

/** Where grammars are asked for that no package at hand has: the address of a Bobbin server. */
export function grammarsFrom(address: string): void {
  server = address.endsWith('/') ? address.slice(0, -1) : address
}

export const grammarServer = (): string | null => server

/** @throws Error where a grammar is neither in a package nor at the server */
async function grammar(file: string): Promise<Uint8Array> {
  try {
    return new Uint8Array(await readFile(require.resolve(PACKAGES[file] ?? `@vscode/tree-sitter-wasm/wasm/${file}`)))
  } catch (error) {
    if (server === null)
      throw new Error(`The grammar ${file} is not installed here, and BOBBIN_URL names no server that has it`, { cause: error })
  }
  const answer = await fetch(`${server}/cli/grammars/${file}`)
  if (!answer.ok) throw new Error(`${server} has no grammar ${file} (${answer.status})`)
  return new Uint8Array(await answer.arrayBuffer())
}

/** Parses files of one language; its nodes hold for one file only. */
export class TreeReader {
  private parser: Parser | null = null

  constructor(private readonly language: string) {}

  async load(): Promise<void> {
    if (this.parser) return
    ready ??= grammar('web-tree-sitter.wasm').then((wasmBinary) => Parser.init({ wasmBinary }))
    await ready
    const language = await Grammar.load(await grammar(`tree-sitter-${this.language}.wasm`))
    this.parser = new Parser().setLanguage(language)
  }

  /** @returns what `work` makes of the file's root, and where it could not be parsed */
  read<T>({ path, text }: SourceFile, work: (root: Node, comments: Span[]) => T): { result: T; unread: Unread[] } {
    const tree = this.parser?.parse(text)
    if (!tree) throw new Error(`the grammar of ${this.language} is not loaded`)
    try {
      const root = tree.rootNode
      const comments = root
        .descendantsOfType(['comment', 'line_comment', 'block_comment'])
        .flatMap((node): Span[] => (node ? [[node.startIndex, node.endIndex]] : []))
      const unread = root.hasError ? [faultIn(root, path)] : []
      return { result: work(root, comments), unread }
    } finally {
      tree.delete()
    }
  }
}

/** The first place that does not parse. */
function faultIn(root: Node, file: string): Unread {
  let at = root
  for (let next: Node | undefined = root; next;) {
    at = next
    if (at.isError || at.isMissing) break
    next = at.children.find((child): child is Node => child !== null && (child.hasError || child.isMissing)) ?? undefined
  }
  const { row, column } = at.startPosition
  const near = at.text.split('\n')[0]?.slice(0, 60).trim() ?? ''
  return {
    file,
    line: row + 1,
    column: column + 1,
    message: at.isMissing ? `“${at.type}” is missing here` : `This does not parse: ${near}`,
  }
}

export const lineOf = (node: Node): number => node.startPosition.row + 1
export const endLineOf = (node: Node): number => node.endPosition.row + 1

/** Children that are named, without those that are null. */
export const named = (node: Node | null | undefined): Node[] =>
  node ? node.namedChildren.filter((child): child is Node => child !== null) : []

export const field = (node: Node, name: string): Node | null => node.childForFieldName(name)
export const textIn = (node: Node, name: string): string => field(node, name)?.text ?? ''
