import { Refusal } from '../result.js'
import { joined } from './joined.js'
import type { EntrySink, OpenEntry, Unpacker } from './unpack.js'

const BLOCK = 512
/** Most bytes of a name, or of the headers that hold it. */
const MOST_NAME = 1 << 20
const text = new TextDecoder()

/**
 * A tar archive as a stream (POSIX.1-1988 ustar with the pax and GNU long names). Only plain files are read: links are named, devices
 * and folders passed over, so that nothing can point out of the archive.
 */
export class TarReader implements Unpacker {
  private rest = new Uint8Array(0)
  private entry: { sink: EntrySink | null; left: number; padding: number; long: Uint8Array[] | null; pax: boolean } | null = null
  private longName: string | null = null
  private ended = false

  /** @param link why links are not read */
  constructor(
    private readonly open: OpenEntry,
    private readonly link: Refusal,
  ) {}

  write(chunk: Uint8Array): void {
    let bytes = chunk
    while (bytes.length > 0 && !this.ended) bytes = this.entry ? this.content(bytes) : this.header(bytes)
  }

  end(): void {
    if (this.entry && this.entry.left > 0) throw new Refusal('archive', 'The archive breaks off in the middle of a file')
  }

  private header(bytes: Uint8Array): Uint8Array {
    const missing = BLOCK - this.rest.length
    const block = new Uint8Array(Math.min(BLOCK, this.rest.length + bytes.length))
    block.set(this.rest)
    block.set(bytes.subarray(0, missing), this.rest.length)
    if (block.length < BLOCK) {
      this.rest = block
      return bytes.subarray(bytes.length)
    }
    this.rest = new Uint8Array(0)
    if (block.every((byte) => byte === 0)) this.ended = true
    else this.start(block)
    return bytes.subarray(missing)
  }

  private start(block: Uint8Array): void {
    const size = sizeOf(block.subarray(124, 136))
    const type = String.fromCharCode(block[156] ?? 0)
    const padding = (BLOCK - (size % BLOCK)) % BLOCK
    const holdsName = type === 'L' || type === 'x'
    if (holdsName && size > MOST_NAME)
      throw new Refusal('archive', `The archive is damaged: the name of a file in it takes ${size} bytes; at most ${MOST_NAME} are read`)
    const plain = type === '0' || type === '\0' || type === '7'
    const isLink = type === '1' || type === '2'
    const prefix = text.decode(block.subarray(257, 262)) === 'ustar' ? field(block.subarray(345, 500)) : ''
    const name = this.longName ?? [prefix, field(block.subarray(0, 100))].filter((part) => part !== '').join('/')
    if (!holdsName) this.longName = null
    this.entry = {
      sink: plain ? this.open(name) : isLink ? this.open(name, this.link) : null,
      left: size,
      padding,
      long: holdsName ? [] : null,
      pax: type === 'x',
    }
    if (size === 0) this.finish()
  }

  private content(bytes: Uint8Array): Uint8Array {
    const { entry } = this
    if (!entry) return bytes
    if (entry.left > 0) {
      const piece = bytes.subarray(0, entry.left)
      entry.left -= piece.length
      entry.sink?.write(piece)
      entry.long?.push(piece.slice())
      if (entry.left > 0) return bytes.subarray(piece.length)
      this.finish()
      return this.skipPadding(bytes.subarray(piece.length))
    }
    return this.skipPadding(bytes)
  }

  private skipPadding(bytes: Uint8Array): Uint8Array {
    const { entry } = this
    if (!entry) return bytes
    const skipped = Math.min(entry.padding, bytes.length)
    entry.padding -= skipped
    if (entry.padding === 0) this.entry = null
    return bytes.subarray(skipped)
  }

  private finish(): void {
    const { entry } = this
    entry?.sink?.end()
    if (entry?.long) this.longName = nameIn(entry.long, entry.pax)
    if (entry?.padding === 0) this.entry = null
  }
}

const field = (bytes: Uint8Array) => {
  const end = bytes.indexOf(0)
  return text.decode(end < 0 ? bytes : bytes.subarray(0, end))
}

/** Octal digits, or a binary number where the first bit is set (GNU). */
function sizeOf(bytes: Uint8Array): number {
  if ((bytes[0] ?? 0) & 0x80) return bytes.subarray(4).reduce((size, byte) => size * 256 + byte, 0)
  const size = parseInt(field(bytes).trim() || '0', 8)
  if (!Number.isFinite(size) || size < 0) throw new Refusal('archive', 'The archive is damaged: a size in it is no number')
  return size
}

/** The name in a GNU long-name block, or the `path` record of a pax header. */
function nameIn(pieces: Uint8Array[], pax: boolean): string | null {
  const all = text.decode(joined(pieces))
  return pax ? paxPath(all) : (all.split('\0', 1)[0] ?? '')
}

/** The last `path` among the records of a pax header, each `length key=value\n` (POSIX.1-2001, pax, "Extended Header"). */
function paxPath(records: string): string | null {
  let path: string | null = null
  for (const record of records.split('\n')) {
    const equals = record.indexOf('=')
    const key = record.slice(0, equals).split(' ').at(-1)
    if (equals > 0 && key === 'path') path = record.slice(equals + 1)
  }
  return path
}
