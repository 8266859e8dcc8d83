import { Gunzip, Unzip, UnzipInflate } from 'fflate'
import { Refusal } from '../result.js'
import { ArchiveMeter } from './limits.js'
import { joined } from './joined.js'
import { TarReader } from './tar.js'
import { ZipDirectory } from './zip-directory.js'

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

/** Is told of a file in an archive, by its path there; of one that is not read, with the reason: nothing of it follows. */
export type OpenEntry = (name: string, refused?: Refusal) => EntrySink

const LINK = new Refusal('notResult', 'It is a link; links in archives are not followed, and their text is no file')
const OUTSIDE = new Refusal('outside', 'Its path leads out of the archive, so it is not read')

/** @param open is told of every file in the archive, by its path there without a way out of it */
export function unpacker(kind: ArchiveKind, name: string, open: OpenEntry): Unpacker {
  const meter = new ArchiveMeter()
  const guarded: OpenEntry = (path, refused): EntrySink => {
    meter.entry()
    const why = refused ?? (leadsOut(path) ? OUTSIDE : undefined)
    const sink = open(safePath(path), why)
    if (why) return { ...bound(sink), write: (chunk) => meter.write(chunk.length) }
    return { ...bound(sink), write: (chunk) => (meter.write(chunk.length), sink.write(chunk)) }
  }
  if (kind === 'zip') return new ZipReader(guarded, meter)
  if (kind === 'tar') return metered(new TarReader(guarded, LINK), meter)
  return new GzipReader(name, guarded, meter)
}

const bound = (sink: EntrySink): EntrySink => ({
  write: (chunk) => sink.write(chunk),
  end: () => sink.end(),
  abort: () => sink.abort(),
})

/** A small piece can unpack to a thousand times its size: looked at in steps, it can be stopped. */
const STEP = 8192

/** The longest path that a link leads to, in bytes (PATH_MAX on Linux). */
const MOST_LINK = 4096

/** One line that begins like no result file. */
function looksLikeLink(content: Uint8Array): boolean {
  return content.length > 0 && !content.includes(0x0a) && !['<', '{', '['].includes(String.fromCharCode(content[0] ?? 0))
}

class ZipReader implements Unpacker {
  private readonly unzip = new Unzip()
  private current: EntrySink | null = null
  private failure: Refusal | null = null
  private readonly directory = new ZipDirectory()
  /** Small entries that may be links, which only the directory at the end tells. */
  private readonly mayBeLinks: { name: string; content: Uint8Array }[] = []

  constructor(
    private readonly open: OpenEntry,
    private readonly meter: ArchiveMeter,
  ) {
    this.unzip.register(UnzipInflate)
    this.unzip.onfile = (file) => {
      if (file.name.endsWith('/')) return
      const sink = file.compression === 0 && (file.size ?? MOST_LINK + 1) <= MOST_LINK ? this.small(file.name) : open(file.name)
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
    this.directory.add(chunk)
    for (let at = 0; at < chunk.length; at += STEP) this.push(chunk.subarray(at, at + STEP), false)
  }

  /** An entry that is stored as it is, and short enough to be the path that a link leads to. */
  private small(name: string): EntrySink {
    const pieces: Uint8Array[] = []
    return {
      write: (chunk) => void pieces.push(chunk.slice()),
      end: () => {
        const content = joined(pieces)
        if (looksLikeLink(content)) this.mayBeLinks.push({ name, content })
        else this.give(name, content)
      },
      abort: () => undefined,
    }
  }

  private give(name: string, content: Uint8Array, refused?: Refusal): void {
    const sink = this.open(name, refused)
    sink.write(content)
    sink.end()
  }

  end(): void {
    if (this.failure) return
    this.push(new Uint8Array(0), true)
    const links = this.mayBeLinks.length > 0 ? this.directory.links() : new Set<string>()
    for (const { name, content } of this.mayBeLinks.splice(0)) this.give(name, content, links.has(name) ? LINK : undefined)
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
    private readonly open: OpenEntry,
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
      this.tar = new TarReader(this.open, LINK)
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

/** Whether a path goes up further than it went down. */
function leadsOut(path: string): boolean {
  let depth = 0
  for (const part of path.replaceAll('\\', '/').split('/')) {
    if (part === '..') depth--
    else if (part !== '' && part !== '.') depth++
    if (depth < 0) return true
  }
  return false
}

/** A path that stays inside: no root, no drive, no way up. */
function safePath(path: string): string {
  const parts = path.replaceAll('\\', '/').split('/')
  return parts.filter((part) => part !== '' && part !== '.' && part !== '..' && !/^[A-Za-z]:$/.test(part)).join('/') || 'file'
}
