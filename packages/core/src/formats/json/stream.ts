import { Tokenizer, TokenType } from '@streamparser/json'
import { MAX_CONTENT, MAX_DEPTH, MAX_PIECE, MAX_TEXT } from '../limits.js'
import { type Place, Refusal } from '../result.js'
import type { WarningLog } from '../warnings.js'
import { withoutNul } from '../without-nul.js'
import { Extent } from './extent.js'
import { LineCounter } from './line-counter.js'

export type JsonValue = string | number | boolean | null | JsonValue[] | JsonObject
export interface JsonObject {
  [key: string]: JsonValue | undefined
}

/** What to do with an object or array: tell what it holds one by one, build it whole, or pass over it. */
export type Treatment = 'walk' | 'build' | 'skip'

export interface JsonListener {
  /** @param path the keys on the way; every element of an array is `*` */
  treat(path: readonly string[]): Treatment
  value(path: readonly string[], value: JsonValue, place: Place): void
  /** A walked object or array ends. */
  leave?(path: readonly string[]): void
}

interface Frame {
  array: boolean
  treatment: Treatment
  /** What is built; empty where nothing is. */
  items: JsonValue[]
  object: JsonObject
  key: string | null
  /** Keys of a walked object, to tell when one stands twice. */
  seen: Set<string> | null
  expects: 'key' | 'firstKey' | 'colon' | 'value' | 'firstValue' | 'comma'
  place: Place
}

/** A value that is wanted whole, or not at all, while its bytes come in. */
interface Whole {
  treatment: 'build' | 'skip'
  extent: Extent
  pieces: Uint8Array[]
  bytes: number
  /** It goes to the tokenizer as it comes. */
  fed: boolean
  place: Place
}

/** A larger value is read token by token. */
const MOST_WHOLE = 8 * 1024 * 1024

/** Under these names reports hold whole pictures. */
const CONTENTS = new Set(['body', 'data'])

/**
 * Reads JSON as a stream of bytes: only what a listener wants is ever held in memory. What it wants whole is cut out and given to
 * the engine's own parser, which is several times faster than a tokenizer; only where that is not enough (faults, keys that stand
 * twice, texts to be cut) does it go through the tokenizer as well as what is walked.
 */
export class JsonStream {
  private readonly tokenizer = new Tokenizer()
  private readonly decoder = new TextDecoder()
  private readonly lines = new LineCounter()
  private readonly frames: Frame[] = []
  private readonly path: string[] = []
  private ended = false
  private sinceToken = 0
  /** Bytes of the chunks before the one in hand. */
  private received = 0
  /** Bytes that went by without the tokenizer. */
  private unfed = 0
  /** In a walked object or array, and the next thing is a value. */
  private atValue = false
  private whole: Whole | null = null

  constructor(
    private readonly listener: JsonListener,
    private readonly warnings: WarningLog,
  ) {
    this.tokenizer.onToken = ({ token, value, offset }) => this.token(token, value, offset + this.unfed)
    this.tokenizer.onError = (error) => {
      if (error instanceof Refusal) throw error
      this.refuse(error.message)
    }
    this.tokenizer.onEnd = () => undefined
  }

  write(chunk: Uint8Array): void {
    this.lines.chunk(chunk)
    let at = 0
    while (at < chunk.length) {
      if (this.whole) at = this.takeWhole(this.whole, chunk, at)
      else if (this.ended) {
        this.feed(trailing(chunk.subarray(at), () => this.refuse('something stands behind its end')))
        return
      } else at = this.walk(chunk, at)
    }
    this.received += chunk.length
  }

  end(): void {
    // what is wrong with a value may say more than that it has no end
    if (this.whole && !this.whole.fed) this.feed(joined(this.whole.pieces))
    if (!this.ended) this.refuse('it breaks off')
  }

  /** Goes on to the next place where a value may stand. @returns the index up to where the chunk is done with */
  private walk(chunk: Uint8Array, from: number): number {
    let at = from
    if (this.atValue) {
      while (at < chunk.length && isSpace(chunk[at])) at++
      this.unfed += at - from
      if (at === chunk.length) return at
      this.atValue = false
      if (this.openWhole(chunk[at], this.received + at)) return at
    }
    const next = afterMark(chunk, at)
    this.feed(chunk.subarray(at, next))
    return next
  }

  private openWhole(byte: number | undefined, offset: number): boolean {
    if (byte !== 0x7b && byte !== 0x5b) return false
    const frame = this.frames.at(-1)
    if (!frame) return false
    this.path.push(frame.array ? '*' : (frame.key ?? ''))
    const treatment = this.listener.treat(this.path)
    this.path.pop()
    if (treatment === 'walk') return false
    this.whole = { treatment, extent: new Extent(), pieces: [], bytes: 0, fed: false, place: this.lines.at(offset) }
    return true
  }

  private takeWhole(whole: Whole, chunk: Uint8Array, from: number): number {
    const { extent, pieces } = whole
    const end = extent.scan(chunk, from)
    const next = end < 0 ? chunk.length : end
    const piece = chunk.subarray(from, next)
    whole.bytes += piece.length
    if (whole.fed) this.feed(piece)
    else if (end < 0 && whole.bytes <= MOST_WHOLE) pieces.push(piece.slice())
    else this.wholeOrFed(whole, pieces.length === 0 ? piece : joined([...pieces, piece]), end >= 0)
    if (end >= 0) this.whole = null
    return next
  }

  private wholeOrFed(whole: Whole, bytes: Uint8Array, isWhole: boolean): void {
    const value = isWhole ? this.parsed(whole.extent, bytes) : undefined
    if (value === undefined) {
      whole.fed = true
      whole.pieces = []
      this.feed(bytes)
      return
    }
    this.unfed += bytes.length
    const frame = this.frames.at(-1)
    if (!frame) return
    if (whole.treatment === 'build') {
      this.path.push(frame.array ? '*' : (frame.key ?? ''))
      this.listener.value(this.path, value, whole.place)
      this.path.pop()
    }
    frame.expects = 'comma'
  }

  /** @returns undefined where the tokenizer has something to say about it */
  private parsed(extent: Extent, bytes: Uint8Array): JsonValue | undefined {
    if (extent.longest > MAX_TEXT || extent.deepest + this.frames.length > MAX_DEPTH) return undefined
    const text = this.decoder.decode(bytes)
    try {
      const value = JSON.parse(text) as JsonValue
      if (extent.hasCodes && text.includes('\\u0000')) clearOfNul(value)
      return pairsOf(value) === extent.pairs ? value : undefined
    } catch {
      return undefined
    }
  }

  private feed(bytes: Uint8Array): void {
    if (bytes.length === 0) return
    this.sinceToken += bytes.length
    this.atValue = false
    this.tokenizer.write(bytes)
    if (this.sinceToken > MAX_PIECE) {
      throw new Refusal(
        'tooLong',
        `More than ${MAX_PIECE / 1024 ** 2} million bytes in one value; this is no result file`,
        this.lines.end(),
      )
    }
  }

  private refuse(why: string): never {
    const words = why.replace(/\s+/g, ' ').replace(/\.$/, '')
    throw new Refusal('illFormed', `The file is not valid JSON: ${words}`, this.lines.end())
  }

  private token(token: TokenType, value: JsonValue, offset: number): void {
    this.sinceToken = 0
    this.take(token, value, offset)
    const top = this.frames.at(-1)
    this.atValue = top?.treatment === 'walk' && (top.expects === 'value' || top.expects === 'firstValue')
  }

  private take(token: TokenType, value: JsonValue, offset: number): void {
    const frame = this.frames[this.frames.length - 1]
    switch (token) {
      case TokenType.LEFT_BRACE:
        return this.open(false, offset)
      case TokenType.LEFT_BRACKET:
        return this.open(true, offset)
      case TokenType.RIGHT_BRACE:
        if (frame?.array !== false || (frame.expects !== 'comma' && frame.expects !== 'firstKey')) return this.unexpected('}')
        return this.close(frame)
      case TokenType.RIGHT_BRACKET:
        if (frame?.array !== true || (frame.expects !== 'comma' && frame.expects !== 'firstValue')) return this.unexpected(']')
        return this.close(frame)
      case TokenType.COLON:
        if (frame?.expects !== 'colon') return this.unexpected(':')
        frame.expects = 'value'
        return
      case TokenType.COMMA:
        if (frame?.expects !== 'comma') return this.unexpected(',')
        frame.expects = frame.array ? 'value' : 'key'
        return
      default:
        return this.scalar(frame, value, offset)
    }
  }

  private unexpected(what: string): never {
    return this.refuse(`unexpected “${what}”`)
  }

  private scalar(frame: Frame | undefined, value: JsonValue, offset: number): void {
    if (frame && (frame.expects === 'key' || frame.expects === 'firstKey')) {
      if (typeof value !== 'string') return this.unexpected(JSON.stringify(value))
      return this.key(frame, withoutNul(value), offset)
    }
    if (!frame || (frame.expects !== 'value' && frame.expects !== 'firstValue')) {
      if (frame) return this.unexpected(JSON.stringify(value))
      this.ended = true
      this.listener.value([], value, this.lines.at(offset))
      return
    }
    this.put(frame, typeof value === 'string' ? this.clean(value, frame, offset) : value, offset)
    frame.expects = 'comma'
  }

  private clean(text: string, frame: Frame, offset: number): string {
    if (text.length <= MAX_TEXT || (CONTENTS.has(frame.key ?? '') && text.length <= MAX_CONTENT)) return withoutNul(text)
    this.warnings.add('cut', `Text over ${MAX_TEXT} characters was cut`, this.lines.at(offset))
    return withoutNul(text.slice(0, MAX_TEXT))
  }

  private key(frame: Frame, key: string, offset: number): void {
    const twice = frame.seen
      ? frame.seen.has(key)
      : frame.treatment === 'build' && frame.object[key] !== undefined && Object.hasOwn(frame.object, key)
    if (twice)
      this.warnings.add('duplicateKey', `“${key.slice(0, 100)}” stands twice in one object; the last one holds`, this.lines.at(offset))
    frame.seen?.add(key)
    frame.key = key
    frame.expects = 'colon'
  }

  private open(array: boolean, offset: number): void {
    const parent = this.frames.at(-1)
    if (parent && parent.expects !== 'value' && parent.expects !== 'firstValue') this.unexpected(array ? '[' : '{')
    if (!parent && this.ended) this.refuse('something stands behind its end')
    if (this.frames.length >= MAX_DEPTH)
      throw new Refusal('tooDeep', `Values are nested more than ${MAX_DEPTH} deep`, this.lines.at(offset))
    let treatment: Treatment = parent?.treatment ?? 'walk'
    if (parent?.treatment === 'walk') {
      this.path.push(parent.array ? '*' : (parent.key ?? ''))
      treatment = this.listener.treat(this.path)
    }
    const walked = treatment === 'walk'
    this.frames.push({
      array,
      treatment,
      items: [],
      object: {},
      key: null,
      seen: walked && !array ? new Set() : null,
      expects: array ? 'firstValue' : 'firstKey',
      place: walked || parent?.treatment === 'walk' ? (this.whole?.place ?? this.lines.at(offset)) : NOWHERE,
    })
  }

  private close(frame: Frame): void {
    this.frames.pop()
    const parent = this.frames.at(-1)
    if (!parent) {
      this.ended = true
      this.listener.leave?.(this.path)
      return
    }
    if (parent.treatment === 'walk') {
      if (frame.treatment === 'build') this.listener.value(this.path, frame.array ? frame.items : frame.object, frame.place)
      else if (frame.treatment === 'walk') this.listener.leave?.(this.path)
      this.path.pop()
    } else if (parent.treatment === 'build') this.keep(parent, frame.array ? frame.items : frame.object)
    parent.expects = 'comma'
  }

  private put(frame: Frame, value: JsonValue, offset: number): void {
    if (frame.treatment === 'build') this.keep(frame, value)
    else if (frame.treatment === 'walk') {
      this.path.push(frame.array ? '*' : (frame.key ?? ''))
      this.listener.value(this.path, value, this.lines.at(offset))
      this.path.pop()
    }
  }

  private keep(frame: Frame, value: JsonValue): void {
    if (frame.array) frame.items.push(value)
    else if (frame.key === '__proto__')
      Object.defineProperty(frame.object, frame.key, { value, enumerable: true, writable: true, configurable: true })
    else frame.object[frame.key ?? ''] = value
  }
}

const NOWHERE: Place = { line: 0, column: 0 }

/** Behind the end of a document only white space may stand. */
function trailing(chunk: Uint8Array, refuse: () => never): Uint8Array {
  for (const byte of chunk) if (byte !== 0x20 && byte !== 0x0a && byte !== 0x0d && byte !== 0x09) refuse()
  return chunk.subarray(0, 0)
}

const isSpace = (byte: number | undefined): boolean => byte === 0x20 || byte === 0x0a || byte === 0x0d || byte === 0x09

/** The index behind the next bracket, comma or colon; one in a string does no harm. */
function afterMark(bytes: Uint8Array, from: number): number {
  for (let i = from; i < bytes.length; i++) {
    const byte = bytes[i]
    if (byte === 0x2c || byte === 0x3a || byte === 0x5b || byte === 0x7b || byte === 0x5d || byte === 0x7d) return i + 1
  }
  return bytes.length
}

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    all.set(piece, at)
    at += piece.length
  }
  return all
}

/** How many pairs of key and value a value holds at any depth: fewer than were written when a key stands twice. */
function pairsOf(value: JsonValue): number {
  if (typeof value !== 'object' || value === null) return 0
  let pairs = 0
  if (Array.isArray(value)) {
    for (const item of value) if (typeof item === 'object') pairs += pairsOf(item)
    return pairs
  }
  for (const key in value) {
    pairs++
    const item = value[key]
    if (typeof item === 'object') pairs += pairsOf(item)
  }
  return pairs
}

/** Every text and key in a value, in place. */
function clearOfNul(value: JsonValue): void {
  if (typeof value !== 'object' || value === null) return
  const holder = value as JsonObject
  for (const key of Object.keys(holder)) {
    const item = holder[key]
    const clean = withoutNul(key)
    if (clean !== key) delete holder[key]
    if (clean !== key || typeof item === 'string') holder[clean] = typeof item === 'string' ? withoutNul(item) : item
    if (typeof item === 'object') clearOfNul(item)
  }
}
