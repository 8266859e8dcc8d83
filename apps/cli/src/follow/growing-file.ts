import {
  type FilePlace,
  type FormatReader,
  growingFormat,
  type LiveResult,
  liveResultsOf,
  NO_PLACE,
  RESULT_HEAD,
  scriptIdentity,
  type TestResult,
} from '@bobbin/core'

/** Who is told what a file says while it grows. */
export interface Listener {
  result(result: LiveResult): void
  fault(fault: {
    code: 'load' | 'hook' | 'suite' | 'undelivered' | 'bailOut' | 'plan' | 'crash'
    subject: string
    message: string | null
    stack: string | null
  }): void
}

/**
 * Reads a file while it is written. A test is told once its lines are whole; one whose name came before is told at the end, when it is
 * clear whether it was tried again or is another test.
 */
export class GrowingFile {
  private reader: FormatReader | null = null
  private head: Uint8Array = new Uint8Array(0)
  private readonly told = new Set<string>()
  private readonly held = new Map<number, TestResult>()
  private seq = 0

  /** @param place where the file stands, which may be a part of its tests' names */
  constructor(
    private readonly listener: Listener,
    private readonly place: FilePlace = NO_PLACE,
  ) {}

  /** Whether its first lines tell that it can be read while it grows; null while they do not tell yet. */
  get grows(): boolean | null {
    if (this.reader) return true
    return this.head.length >= RESULT_HEAD ? false : null
  }

  /** Takes what was written since. */
  write(chunk: Uint8Array): void {
    if (this.reader) return this.reader.write(chunk)
    const joined = new Uint8Array(this.head.length + chunk.length)
    joined.set(this.head)
    joined.set(chunk, this.head.length)
    this.head = joined
    const format = growingFormat(joined.subarray(0, RESULT_HEAD))
    if (!format) return
    this.reader = format.open((result) => this.take(result), this.place)
    this.reader.write(joined)
    this.head = new Uint8Array(0)
  }

  private take(result: TestResult): void {
    const seq = this.seq++
    const identity = scriptIdentity(result)
    if (this.told.has(identity)) {
      this.held.set(seq, result)
      return
    }
    this.told.add(identity)
    this.tell(result, 1)
  }

  private tell(result: TestResult, occurrence: number): void {
    for (const one of liveResultsOf(result, occurrence)) this.listener.result(one)
  }

  /** The file is complete. */
  end(): void {
    if (!this.reader) return
    const { settlement, faults } = this.reader.end()
    for (const { kind, members } of settlement.groups)
      for (const [i, seq] of members.entries()) {
        const result = this.held.get(seq)
        if (result) this.tell(result, kind === 'distinct' ? i + 1 : 1)
        this.held.delete(seq)
      }
    for (const result of this.held.values()) this.tell(result, 1)
    for (const { code, subject, message, stack } of faults) this.listener.fault({ code, subject, message, stack })
  }
}
