import { Gunzip, Unzip, UnzipInflate } from 'fflate'
import { Refusal } from '../result.js'
import { ArchiveMeter } from './limits.js'
import { TarReader } from './tar.js'

/** Takes the bytes of one file, in pieces. */
export interface EntrySink {
  write(chunk: Uint8Array): void
  end(): void
  /** The rest will not come: the archive is damaged, or grows beyond all measure. */
  abort(): void
}

/** Takes the bytes of an archive and gives out those of the files in it. Both methods throw Refusal. */
export interface Unpacker {
  write(chunk: Uint8Array): void
  end(): void
}

export type ArchiveKind = 'zip' | 'gzip' | 'tar'

/** So much is needed to tell an archive: tar has its mark at byte 257. */
export const ARCHIVE_HEAD = 512

/** The kind of archive by its first bytes; null for any other file. */
export function archiveKind(head: Uint8Array): ArchiveKind | null {
  if (head[0] === 0x50 && head[1] === 0x4b && ((head[2] === 3 && head[3] === 4) || (head[2] === 5 && head[3] === 6))) return 'zip'
  if (head[0] === 0x1f && head[1] === 0x8b) return 'gzip'
  return String.fromCharCode(...head.subarray(257, 262)) === 'ustar' ? 'tar' : null
}

/** @param open is told of every plain file in the archive, by its path there without a way out of it */
export function unpacker(kind: ArchiveKind, name: string, open: (name: string) => EntrySink): Unpacker {
  const meter = new ArchiveMeter()
  const guarded = (path: string): EntrySink => {
    meter.entry()
    const sink = open(safePath(path))
    return { ...bound(sink), write: (chunk) => (meter.write(chunk.length), sink.write(chunk)) }
  }
  if (kind === 'zip') return new ZipReader(guarded, meter)
  if (kind === 'tar') return metered(new TarReader(guarded), meter)
  return new GzipReader(name, guarded, meter)
}

const bound = (sink: EntrySink): EntrySink => ({
  write: (chunk) => sink.write(chunk),
  end: () => sink.end(),
  abort: () => sink.abort(),
})

/** A small piece can unpack to a thousand times its size: looked at in steps, it can be stopped. */
const STEP = 8192

class ZipReader implements Unpacker {
  private readonly unzip = new Unzip()
  private current: EntrySink | null = null
  private failure: Refusal | null = null

  constructor(
    open: (name: string) => EntrySink,
    private readonly meter: ArchiveMeter,
  ) {
    this.unzip.register(UnzipInflate)
    this.unzip.onfile = (file) => {
      if (file.name.endsWith('/')) return
      const sink = open(file.name)
      this.current = sink
      file.ondata = (error, data, final) => {
        // what a sink throws comes back here
        if ((error as unknown) instanceof Refusal) throw error as unknown as Refusal
        if (error) throw new Refusal('archive', `“${file.name}” can't be unpacked: ${error.message}`)
        sink.write(data)
        if (!final) return
        sink.end()
        this.current = null
      }
      file.start()
    }
  }

  write(chunk: Uint8Array): void {
    if (this.failure) return
    this.meter.read(chunk.length)
    for (let at = 0; at < chunk.length; at += STEP) this.push(chunk.subarray(at, at + STEP), false)
  }

  end(): void {
    if (this.failure) return
    this.push(new Uint8Array(0), true)
    if (this.current) this.fail(new Refusal('archive', 'The archive breaks off in the middle of a file'))
    if (this.meter.isEmpty) throw new Refusal('archive', 'The archive is empty')
  }

  private push(piece: Uint8Array, last: boolean): void {
    try {
      this.unzip.push(piece, last)
    } catch (error) {
      this.fail(refusalOf(error))
    }
  }

  private fail(refusal: Refusal): never {
    this.failure = refusal
    this.current?.abort()
    throw refusal
  }
}

/** One file, or a tar archive, which only its first bytes tell. */
class GzipReader implements Unpacker {
  private readonly gunzip: Gunzip
  private head = new Uint8Array(0)
  private tar: TarReader | null = null
  private file: EntrySink | null = null
  private unpacked = 0
  private members = 0
  /** The newest bytes that came in: a gzip file ends with the size of what it holds. */
  private tail = new Uint8Array(0)

  constructor(
    private readonly name: string,
    private readonly open: (name: string) => EntrySink,
    private readonly meter: ArchiveMeter,
  ) {
    this.gunzip = new Gunzip((data) => {
      if (this.tar) this.meter.write(data.length)
      this.unpacked += data.length
      this.take(data)
    })
    this.gunzip.onmember = () => this.members++
  }

  write(chunk: Uint8Array): void {
    this.meter.read(chunk.length)
    this.tail = Uint8Array.from([...this.tail, ...chunk.subarray(-4)]).slice(-4)
    for (let at = 0; at < chunk.length; at += STEP) this.push(chunk.subarray(at, at + STEP), false)
  }

  end(): void {
    this.push(new Uint8Array(0), true)
    if (this.members < 2 && this.unpacked % 2 ** 32 !== sizeAtEnd(this.tail)) this.fail(new Refusal('archive', 'The gzip file breaks off'))
    if (!this.tar && !this.file) this.choose()
    this.tar?.end()
    this.file?.end()
  }

  private push(piece: Uint8Array, last: boolean): void {
    try {
      this.gunzip.push(piece, last)
    } catch (error) {
      this.fail(refusalOf(error))
    }
  }

  private take(data: Uint8Array): void {
    if (this.tar) return this.tar.write(data)
    if (this.file) return this.file.write(data)
    const joined = new Uint8Array(this.head.length + data.length)
    joined.set(this.head)
    joined.set(data, this.head.length)
    this.head = joined
    if (joined.length >= ARCHIVE_HEAD) this.choose()
  }

  private choose(): void {
    const { head } = this
    this.head = new Uint8Array(0)
    const kind = archiveKind(head)
    if (kind === 'tar') {
      this.tar = new TarReader(this.open)
      this.tar.write(head)
      return
    }
    this.file = this.open(this.name.replace(/\.gz$/i, ''))
    this.file.write(head)
  }

  private fail(refusal: Refusal): never {
    this.file?.abort()
    throw refusal
  }
}

/** The last four bytes, least first (RFC 1952, ISIZE). */
const sizeAtEnd = (tail: Uint8Array) => (tail.length < 4 ? -1 : new DataView(tail.buffer).getUint32(0, true))

function metered(inner: Unpacker, meter: ArchiveMeter): Unpacker {
  return {
    write: (chunk) => (meter.read(chunk.length), inner.write(chunk)),
    end: () => {
      inner.end()
      if (meter.isEmpty) throw new Refusal('archive', 'The archive is empty')
    },
  }
}

/** What the unpacking library objects to has a number; anything else is no fault of the archive. */
function refusalOf(error: unknown): Refusal {
  if (error instanceof Refusal) return error
  if (error instanceof Error && 'code' in error && typeof error.code === 'number') {
    return new Refusal('archive', `The archive is damaged: ${error.message}`)
  }
  throw error
}

/** A path that stays inside: no root, no drive, no way up. */
function safePath(path: string): string {
  const parts = path.replaceAll('\\', '/').split('/')
  return parts.filter((part) => part !== '' && part !== '.' && part !== '..' && !/^[A-Za-z]:$/.test(part)).join('/') || 'file'
}
