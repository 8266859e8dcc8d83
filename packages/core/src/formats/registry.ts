import { type FilePlace, NO_PLACE } from '../identity/source-path.js'
import { archiveKind } from './archive/unpack.js'
import { cobertura } from './coverage/cobertura.js'
import { jacoco } from './coverage/jacoco.js'
import { lcov } from './coverage/lcov.js'
import { ctrf } from './ctrf/format.js'
import { cucumberJson } from './cucumber/json.js'
import { cucumberMessages } from './cucumber/messages.js'
import { goTestJson } from './go/format.js'
import { googleTestJson } from './googletest/format.js'
import { jestJson } from './jest/format.js'
import { junitXml } from './junit/format.js'
import { mochaJson } from './mocha/format.js'
import { mochaStream } from './mocha/stream.js'
import { nunitXml } from './nunit/format.js'
import { playwrightJson } from './playwright/format.js'
import { robotXml } from './robot/format.js'
import { tap } from './tap/format.js'
import { testngXml } from './testng/format.js'
import { xunitXml } from './xunit/format.js'
import { otherXml } from './xml/other.js'
import {
  Refusal,
  type FileFindings,
  type FormatReader,
  type ParsedFile,
  type ResultFormat,
  type ResultSink,
  type TestResult,
} from './result.js'
import { settleResults } from './settlement.js'
import { whatElse } from './what-else.js'

/** Every result format there is, in the order in which they are asked. A new one is entered here and nowhere else. */
export const RESULT_FORMATS: readonly ResultFormat[] = [
  junitXml,
  testngXml,
  nunitXml,
  xunitXml,
  robotXml,
  ctrf,
  jestJson,
  playwrightJson,
  mochaJson,
  googleTestJson,
  cucumberJson,
  cucumberMessages,
  goTestJson,
  mochaStream,
  tap,
  cobertura,
  jacoco,
  lcov,
]

/** So many bytes are looked at before a format is chosen: JSON may have much before the key that tells. */
const HEAD = 65_536

const BINARY_SIGNATURES: readonly { what: string; code: 'binary' | 'archive'; bytes: number[] }[] = [
  { what: 'a PNG picture', code: 'binary', bytes: [0x89, 0x50, 0x4e, 0x47] },
  { what: 'a JPEG picture', code: 'binary', bytes: [0xff, 0xd8, 0xff] },
  { what: 'a GIF picture', code: 'binary', bytes: [0x47, 0x49, 0x46, 0x38] },
  { what: 'a PDF document', code: 'binary', bytes: [0x25, 0x50, 0x44, 0x46] },
  { what: 'a gzip archive', code: 'archive', bytes: [0x1f, 0x8b] },
  { what: 'a zip archive', code: 'archive', bytes: [0x50, 0x4b] },
]

/**
 * Reads a result file of any known format, recognised by its content and never by its name. Results are given out while the
 * file comes in and are not kept: memory does not grow with the file.
 */
export class ResultFileStream implements FormatReader {
  private head = new Uint8Array(0)
  private reader: FormatReader | null = null

  private chosen: ResultFormat | null = null

  constructor(
    private readonly sink: ResultSink,
    private readonly place: FilePlace = NO_PLACE,
  ) {}

  write(chunk: Uint8Array): void {
    if (this.reader) return this.reader.write(chunk)
    const joined = new Uint8Array(this.head.length + chunk.length)
    joined.set(this.head)
    joined.set(chunk, this.head.length)
    this.head = joined
    if (this.head.length >= HEAD) this.choose()
  }

  get framework(): string | null | undefined {
    return this.reader?.framework
  }

  /** Where its results stand is known at its end only (Settlement.root). */
  get rooted(): boolean {
    return this.chosen?.rooted === true
  }

  /** The id of its format, once that is known. */
  get format(): string | null {
    return this.chosen?.id ?? null
  }

  end(): FileFindings {
    return (this.reader ?? this.choose()).end()
  }

  private choose(): FormatReader {
    const head = this.head.subarray(0, HEAD)
    this.chosen = chooseFormat(head)
    this.reader = this.chosen.open(this.sink, this.place)
    const all = this.head
    this.head = new Uint8Array(0)
    this.reader.write(all)
    return this.reader
  }
}

function chooseFormat(head: Uint8Array): ResultFormat {
  if (head.length === 0) throw new Refusal('empty', 'The file is empty. Check that the runner finished writing it')
  const binary = BINARY_SIGNATURES.find((signature) => signature.bytes.every((byte, i) => head[i] === byte))
  if (binary?.code === 'archive')
    throw new Refusal('archive', `This is ${binary.what} inside an archive; archives in archives are not read`)
  if (binary) throw new Refusal('binary', `This is ${binary.what}, not a result file`)
  const format = [...RESULT_FORMATS, otherXml].find((candidate) => candidate.recognises(head))
  if (!format) {
    const known = whatElse(head)
    if (known) throw new Refusal('notResult', known)
    throw new Refusal('unknownFormat', `This is no result format that Bobbin reads; it reads ${RESULT_FORMATS.map((f) => f.id).join(', ')}`)
  }
  return format
}

/** Whether a file with this head is one that Bobbin reads: what lies beside result files in a folder need not be sent at all. */
export const looksLikeResults = (head: Uint8Array): boolean =>
  archiveKind(head) !== null || RESULT_FORMATS.some((format) => format.recognises(head))

/** The format of a file that is still being written, by its first lines; null where it must be complete to be read. */
export function growingFormat(head: Uint8Array): ResultFormat | null {
  const format = RESULT_FORMATS.find((candidate) => candidate.recognises(head))
  return format?.grows ? format : null
}

/** So much of a file is needed to tell whether it is one. */
export const RESULT_HEAD = HEAD

/** The same, for files that may be held in memory: collects the results and settles them. */
export class ResultFileReader {
  private readonly results: TestResult[] = []
  private readonly stream: ResultFileStream

  constructor(place: FilePlace = NO_PLACE) {
    this.stream = new ResultFileStream((result) => void this.results.push(result), place)
  }

  write(chunk: Uint8Array): void {
    this.stream.write(chunk)
  }

  end(): ParsedFile {
    const { settlement, ...findings } = this.stream.end()
    return { ...findings, results: settleResults(this.results, settlement) }
  }
}

/** Reads a whole file at once. @throws Refusal */
export function readResultFile(bytes: Uint8Array, place: FilePlace = NO_PLACE): ParsedFile {
  const reader = new ResultFileReader(place)
  reader.write(bytes)
  return reader.end()
}
