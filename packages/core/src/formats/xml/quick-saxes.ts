import { SaxesParser, type SaxesOptions } from 'saxes'

/** What saxes keeps of its state, as far as it is needed here: private, and therefore pinned to its version. */
interface Inner extends Pick<SaxesParser, 'on' | 'off' | 'write' | 'close'> {
  line: number
  column: number
  chunk: string
  /** Where the chunk begins in the stream. */
  chunkPosition: number
  /** Where the parser is in the chunk. */
  i: number
  positionAtNewLine: number
  currentXMLVersion: string
  name: string
  text: string
  textHandler: ((text: string) => void) | undefined
  /** How much of the forbidden `]]>` was seen. */
  forbiddenState: number
  fail(message: string): unknown
  captureNameChars(): number
  captureToChar(char: number): boolean
  sAttribValueQuoted(): void
  handleTextInRoot(): void
}

const Saxes = SaxesParser as unknown as new (options: SaxesOptions) => Inner

/** Not allowed everywhere in XML 1.1. */
const DELETE = 127

/** By code of ASCII: 1 for characters that mean nothing but themselves. */
type Plain = Uint8Array

const tableOf = (isPlain: (char: string) => boolean): Plain =>
  Uint8Array.from({ length: 128 }, (_, c) => Number(c !== DELETE && isPlain(String.fromCharCode(c))))

const IN_NAME = tableOf((c) => /[\w:.-]/.test(c))
const IN_VALUE = tableOf((c) => c >= ' ' && !'<&"\''.includes(c))
const IN_TEXT = tableOf((c) => (c >= ' ' && !'<&]'.includes(c)) || c === '\t')
const IN_CDATA = tableOf((c) => (c >= ' ' && c !== ']') || c === '\t')

const LINE_FEED = 10
const CLOSE_BRACKET = 93
/** From here on characters may come in pairs, or are not allowed. */
const SURROGATES = 0xd800

/**
 * Saxes, which spends most of its time with a call for each character. Here the characters that mean nothing but themselves, nearly all of
 * a file, are passed in a loop of few steps, and only what follows them is left to saxes: what it tells, and where, is the same.
 */
export class QuickSaxes extends Saxes {
  override captureNameChars(): number {
    const { chunk, i: start } = this
    const { length } = chunk
    let i = start
    for (; i < length; i++) {
      const code = chunk.charCodeAt(i)
      if (code > 127 || IN_NAME[code] === 0) break
    }
    if (i > start) {
      this.name += chunk.slice(start, i)
      this.pass(i)
    }
    return super.captureNameChars()
  }

  override sAttribValueQuoted(): void {
    const { chunk, i: start } = this
    const end = this.endOf(IN_VALUE)
    if (end > start) {
      this.text += chunk.slice(start, end)
      this.pass(end)
    }
    super.sAttribValueQuoted()
  }

  override handleTextInRoot(): void {
    if (this.forbiddenState === 0) this.passLines(IN_TEXT, this.textHandler !== undefined)
    super.handleTextInRoot()
  }

  /** Of comments, CDATA and the like. */
  override captureToChar(char: number): boolean {
    if (char === CLOSE_BRACKET) this.passLines(IN_CDATA, true)
    return super.captureToChar(char)
  }

  /** Where plain characters end that begin here, within the line. */
  private endOf(plain: Plain): number {
    const { chunk, i: start } = this
    let i = start
    for (const end = chunk.length; i < end; i++) {
      const code = chunk.charCodeAt(i)
      if (code < 128 ? plain[code] === 0 : code >= SURROGATES || this.currentXMLVersion !== '1.0') break
    }
    return i
  }

  private pass(end: number): void {
    this.column += end - this.i
    this.i = end
  }

  /** Passes plain characters, line feeds among them; `]` is plain where none follows it. */
  private passLines(plain: Plain, keep: boolean): void {
    const { chunk, i: start, currentXMLVersion } = this
    const end = chunk.length
    const only10 = currentXMLVersion === '1.0'
    let lines = 0
    let lineStart = 0
    let i = start
    for (; i < end; i++) {
      const code = chunk.charCodeAt(i)
      if (code < 128 ? plain[code] === 1 : code < SURROGATES && only10) continue
      if (code === LINE_FEED) {
        lines++
        lineStart = i + 1
      } else if (code !== CLOSE_BRACKET || plain !== IN_TEXT || i + 1 === end || chunk.charCodeAt(i + 1) === CLOSE_BRACKET) break
    }
    if (i === start) return
    if (keep) this.text += chunk.slice(start, i)
    if (lines === 0) return this.pass(i)
    this.line += lines
    this.column = i - lineStart
    this.positionAtNewLine = this.chunkPosition + lineStart
    this.i = i
  }
}
