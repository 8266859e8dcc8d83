import { ARCHIVE_HEAD, archiveKind, type EntrySink, type Unpacker, unpacker } from './archive/unpack.js'
import { Refusal } from './result.js'

/** What a delivered file turned out to hold: itself, or the files of an archive. */
export interface BundleListener {
  /**
   * A file begins.
   * @param refused why nothing of it is read
   * @param inside it comes out of an archive, where other things may lie about
   */
  open(name: string, inside: boolean, refused?: Refusal): EntrySink
}

/** Takes the bytes of a delivered file: a result file as it is, or a zip, gzip, tar or tar.gz with any mixture inside. */
export class Bundle {
  private head = new Uint8Array(0)
  private target: Unpacker | EntrySink | null = null

  constructor(
    private readonly name: string,
    private readonly listener: BundleListener,
  ) {}

  /** @throws Refusal when an archive can't be unpacked any further */
  write(chunk: Uint8Array): void {
    if (this.target) return this.target.write(chunk)
    const joined = new Uint8Array(this.head.length + chunk.length)
    joined.set(this.head)
    joined.set(chunk, this.head.length)
    this.head = joined
    if (joined.length >= ARCHIVE_HEAD) this.choose()
  }

  /** @throws Refusal when an archive is empty or breaks off */
  end(): void {
    ;(this.target ?? this.choose()).end()
  }

  private choose(): Unpacker | EntrySink {
    const { head, name } = this
    this.head = new Uint8Array(0)
    const kind = archiveKind(head)
    const alone = kind === 'gzip' && !/\.t(ar\.)?gz$/i.test(name)
    this.target = kind
      ? unpacker(kind, name, (path, refused) =>
          this.listener.open(alone && isItself(path, name) ? name : `${name}/${path}`, !alone || !isItself(path, name), refused),
        )
      : this.listener.open(name, false)
    this.target.write(head)
    return this.target
  }
}

/** A gzip file that is no tar holds one file, which is meant. */
const isItself = (path: string, name: string) => name.replace(/\.gz$/i, '').replaceAll('\\', '/').endsWith(path)

/** Reasons for which a file that lies beside result files is passed over, and not refused. */
const NO_RESULT_FILE = new Set(['empty', 'binary', 'archive', 'unknownFormat', 'notResult', 'wrongRoot'])

/** Whether a refusal only says that a file is none of ours, as reports folders and archives hold many. */
export const isPassedOver = (refusal: Refusal, inside: boolean): boolean => inside && NO_RESULT_FILE.has(refusal.code)
