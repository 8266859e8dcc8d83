import { Refusal } from './result.js'

/** Finds the encoding of an XML file: byte-order mark, then the bytes of `<`, then the XML declaration; else UTF-8 (XML 1.0, appendix F). */
export function xmlEncoding(head: Uint8Array): string {
  const [a, b, c] = head
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8'
  if (a === 0xfe && b === 0xff) return 'utf-16be'
  if (a === 0xff && b === 0xfe) return 'utf-16le'
  if (a === 0x00 && b === 0x3c) return 'utf-16be'
  if (a === 0x3c && b === 0x00) return 'utf-16le'
  const ascii = String.fromCharCode(...head.subarray(0, 256))
  return /^\s*<\?xml[^>]*\sencoding\s*=\s*["']([\w.:-]+)["']/.exec(ascii)?.[1] ?? 'utf-8'
}

/** Decodes a stream of bytes; bytes that do not belong to the encoding become U+FFFD and are counted. */
export class StreamDecoder {
  private readonly decoder: TextDecoder
  /** How many bytes or sequences did not belong to the encoding. */
  replaced = 0
  private tail = new Uint8Array(0)

  /** @throws Refusal when no decoder knows the encoding */
  constructor(readonly encoding: string) {
    try {
      this.decoder = new TextDecoder(encoding)
    } catch {
      throw new Refusal('encoding', `The file declares the encoding “${encoding}”, which is not known. Write it as UTF-8`)
    }
  }

  decode(chunk?: Uint8Array): string {
    const text = chunk ? this.decoder.decode(chunk, { stream: true }) : this.decoder.decode()
    if (text.includes('\uFFFD')) this.replaced += Math.max(0, text.split('\uFFFD').length - 1 - this.written(chunk))
    if (chunk) this.tail = chunk.slice(-2)
    return text
  }

  /** How many U+FFFD the writer put there itself (EF BF BD in UTF-8), which are no fault of the bytes. */
  private written(chunk: Uint8Array | undefined): number {
    if (!chunk || this.decoder.encoding !== 'utf-8') return 0
    const bytes = new Uint8Array(this.tail.length + chunk.length)
    bytes.set(this.tail)
    bytes.set(chunk, this.tail.length)
    let found = 0
    for (let i = bytes.indexOf(0xef); i >= 0; i = bytes.indexOf(0xef, i + 1)) if (bytes[i + 1] === 0xbf && bytes[i + 2] === 0xbd) found++
    return found
  }
}
