import { Tokenizer, TokenType } from '@streamparser/json'
import { MAX_CONTENT, MAX_DEPTH, MAX_PIECE, MAX_TEXT } from '../limits.js'
import { type Place, Refusal } from '../result.js'
import type { WarningLog } from '../warnings.js'
import { withoutNul } from '../without-nul.js'
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

/** Under these names reports hold whole pictures. */
const CONTENTS = new Set(['body', 'data'])

/** Reads JSON as a stream of bytes: only what a listener wants is ever held in memory. */
export class JsonStream {
  private readonly tokenizer = new Tokenizer()
  private readonly lines = new LineCounter()
  private readonly frames: Frame[] = []
  private readonly path: string[] = []
  private ended = false
  private sinceToken = 0

  constructor(
    private readonly listener: JsonListener,
    private readonly warnings: WarningLog,
  ) {
    this.tokenizer.onToken = ({ token, value, offset }) => this.token(token, value, offset)
    this.tokenizer.onError = (error) => this.refuse(error.message)
    this.tokenizer.onEnd = () => undefined
  }

  write(chunk: Uint8Array): void {
    this.lines.chunk(chunk)
    this.sinceToken += chunk.length
    this.tokenizer.write(this.ended ? trailing(chunk, () => this.refuse('something stands behind its end')) : chunk)
    if (this.sinceToken > MAX_PIECE) {
      throw new Refusal(
        'tooLong',
        `More than ${MAX_PIECE / 1024 ** 2} million bytes in one value; this is no result file`,
        this.lines.end(),
      )
    }
  }

  end(): void {
    if (!this.ended) this.refuse('it breaks off')
  }

  private refuse(why: string): never {
    const words = why.replace(/\s+/g, ' ').replace(/\.$/, '')
    throw new Refusal('illFormed', `The file is not valid JSON: ${words}`, this.lines.end())
  }

  private token(token: TokenType, value: JsonValue, offset: number): void {
    this.sinceToken = 0
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
      return this.key(frame, value)
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

  private key(frame: Frame, key: string): void {
    const twice = frame.seen
      ? frame.seen.has(key)
      : frame.treatment === 'build' && frame.object[key] !== undefined && Object.hasOwn(frame.object, key)
    if (twice) this.warnings.add('duplicateKey', `“${key.slice(0, 100)}” stands twice in one object; the last one holds`, this.lines.end())
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
      place: walked || parent?.treatment === 'walk' ? this.lines.at(offset) : NOWHERE,
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
