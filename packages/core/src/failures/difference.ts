import { diffLines, diffWordsWithSpace } from 'diff'

/** A piece of a text, on one side only or on both. */
export interface Piece {
  side: 'both' | 'expected' | 'actual'
  text: string
}

/** How two values differ: word by word, or line by line where they are documents. */
export interface Difference {
  kind: 'words' | 'lines' | 'json'
  /** In reading order; with lines, each piece is whole lines. */
  pieces: Piece[]
}

/** So many changes are looked for; values with more in common less are simply two values. */
const MOST_EDITS = 2_000

/** @returns null where the two have nothing in common that is worth marking */
export function differenceOf(expected: string, actual: string): Difference | null {
  const documents = [parsed(expected), parsed(actual)]
  if (documents.every((document) => document !== undefined)) return byLines('json', pretty(documents[0]), pretty(documents[1]))
  if (expected.includes('\n') || actual.includes('\n')) return byLines('lines', expected, actual)
  const pieces = piecesOf(diffWordsWithSpace(actual, expected, { maxEditLength: MOST_EDITS }))
  return pieces && isWorthIt(pieces) ? { kind: 'words', pieces } : null
}

function byLines(kind: Difference['kind'], expected: string, actual: string): Difference | null {
  const pieces = piecesOf(diffLines(`${actual}\n`, `${expected}\n`, { maxEditLength: MOST_EDITS }))
  return pieces && { kind, pieces }
}

interface Change {
  added: boolean
  removed: boolean
  value: string
}

const piecesOf = (changes: Change[] | undefined): Piece[] | null =>
  changes?.map(({ added, removed, value }) => ({ side: added ? 'expected' : removed ? 'actual' : 'both', text: value })) ?? null

/** So much of the longer value must stand in both: less is no sentence with a changed word, but two values. */
const COMMON_SHARE = 0.4

function isWorthIt(pieces: Piece[]): boolean {
  const lengthOf = (side: Piece['side']) => pieces.reduce((sum, piece) => sum + (piece.side === side ? lettersIn(piece.text) : 0), 0)
  const common = lengthOf('both')
  return common >= COMMON_SHARE * (common + Math.max(lengthOf('expected'), lengthOf('actual')))
}

/** Letters and digits: quotes and blanks are shared by whatever two values. */
const lettersIn = (text: string) => text.match(/[\p{L}\p{N}]/gu)?.length ?? 0

/** An object or a list as JSON says it; undefined for anything else. */
function parsed(text: string): unknown {
  if (!/^\s*[[{]/.test(text)) return undefined
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}

/** In one order of keys, so that only what differs is different. */
function pretty(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) => (isRecord(inner) ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1))) : inner), 2) // prettier-ignore
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)
