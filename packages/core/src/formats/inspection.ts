import type { EntrySink } from './archive/unpack.js'
import { Bundle, isPassedOver } from './bundle.js'
import { ResultFileReader } from './registry.js'
import { Refusal } from './result.js'
import { type FileSummary, summarizeFile } from './summary.js'

/** What became of one file without anything being stored: read, refused, or passed over beside result files in an archive. */
export type Inspected = FileSummary | { file: string; error: string } | { file: string; passedOver: string }

/** Reads a delivered file, or every file of an archive, and says what is in it. */
export class Inspection {
  private readonly found: Inspected[] = []
  private readonly bundle: Bundle
  private refusal: Refusal | null = null

  constructor(private readonly file: string) {
    this.bundle = new Bundle(file, { open: (name, inside, refused) => new OpenFile(name, inside, this.found, refused) })
  }

  write(chunk: Uint8Array): void {
    this.attempt(() => this.bundle.write(chunk))
  }

  end(): Inspected[] {
    this.attempt(() => this.bundle.end())
    return this.refusal ? [...this.found, { file: this.file, error: this.refusal.message }] : this.found
  }

  private attempt(step: () => void): void {
    if (!this.refusal) this.refusal = refusalIn(step)
  }
}

class OpenFile implements EntrySink {
  private readonly reader = new ResultFileReader()
  private refusal: Refusal | null

  constructor(
    private readonly file: string,
    private readonly inside: boolean,
    private readonly found: Inspected[],
    refused?: Refusal,
  ) {
    this.refusal = refused ?? null
  }

  write(chunk: Uint8Array): void {
    this.refusal ??= refusalIn(() => this.reader.write(chunk))
  }

  end(): void {
    const { file } = this
    this.refusal ??= refusalIn(() => void this.found.push(summarizeFile(file, this.reader.end())))
    const { refusal } = this
    if (refusal)
      this.found.push(isPassedOver(refusal, this.inside) ? { file, passedOver: refusal.message } : { file, error: refusal.message })
  }

  /** The archive around it says why. */
  abort(): void {
    this.refusal ??= new Refusal('archive', 'The archive breaks off')
  }
}

function refusalIn(step: () => void): Refusal | null {
  try {
    step()
    return null
  } catch (error) {
    if (error instanceof Refusal) return error
    throw error
  }
}
