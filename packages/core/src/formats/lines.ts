import { StreamDecoder } from './decode.js'
import { MAX_PIECE } from './limits.js'
import { type FileFindings, type FormatReader, Refusal } from './result.js'
import type { WarningLog } from './warnings.js'
import { withoutNul } from './without-nul.js'

/** Hears the lines of a file, without their ends. */
export interface LineListener {
  line(text: string, number: number): void
  finish(): FileFindings
}

/** Reads a text file as a stream of bytes, line by line, in UTF-8 or what its byte-order mark says. */
export class LineReader implements FormatReader {
  private decoder: StreamDecoder | null = null
  private rest = ''
  private number = 0
  private warned = false

  constructor(
    private readonly listener: LineListener,
    private readonly warnings: WarningLog,
  ) {}

  write(chunk: Uint8Array): void {
    this.decoder ??= new StreamDecoder(encodingOf(chunk))
    this.take(withoutNul(this.decoder.decode(chunk)))
    this.checkBytes(this.decoder)
  }

  end(): FileFindings {
    if (this.decoder) this.take(this.decoder.decode())
    if (this.rest !== '') this.give(this.rest)
    this.rest = ''
    return this.listener.finish()
  }

  private take(text: string): void {
    let start = 0
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', start)) {
      this.give(this.rest + text.slice(start, at))
      this.rest = ''
      start = at + 1
    }
    this.rest += text.slice(start)
    if (this.rest.length > MAX_PIECE) {
      const place = { line: this.number + 1, column: 1 }
      throw new Refusal('tooLong', `More than ${MAX_PIECE / 1024 ** 2} million characters in one line; this is no result file`, place)
    }
  }

  private give(line: string): void {
    this.number++
    this.listener.line(line.endsWith('\r') ? line.slice(0, -1) : line, this.number)
  }

  private checkBytes(decoder: StreamDecoder): void {
    if (decoder.replaced === 0 || this.warned) return
    this.warned = true
    const place = { line: this.number + 1, column: 1 }
    this.warnings.add('encoding', `Some bytes are not valid ${decoder.encoding}; each is shown as \uFFFD`, place)
  }
}

/** Tools on Windows write their output as UTF-16 with a byte-order mark. */
function encodingOf([a, b]: Uint8Array): string {
  if (a === 0xfe && b === 0xff) return 'utf-16be'
  return a === 0xff && b === 0xfe ? 'utf-16le' : 'utf-8'
}
