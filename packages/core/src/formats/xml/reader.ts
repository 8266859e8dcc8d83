import { StreamDecoder, xmlEncoding } from '../decode.js'
import { type FileFindings, type FormatReader, Refusal, type ResultFormat, type ResultSink } from '../result.js'
import { WarningLog } from '../warnings.js'
import { XmlEvents, type XmlListener } from './events.js'
import { rootName } from './root.js'

/** What a vocabulary is given to work with. */
export interface XmlContext {
  sink: ResultSink
  warnings: WarningLog
  /** A name, cut with a warning where it is absurdly long. */
  shorten: (name: string) => string
}

/** One XML vocabulary: hears the elements of a file, gives out its results, and says at the end what else was there. */
export interface Vocabulary extends XmlListener {
  readonly framework?: string | null | undefined
  finish(): FileFindings
}

/** A format whose files are XML with one of the given root elements, by local name. */
export function xmlFormat(id: string, roots: readonly string[], open: (context: XmlContext) => Vocabulary): ResultFormat {
  return {
    id,
    recognises: (head) => roots.includes(rootName(head) ?? ''),
    open: (sink) => new XmlReader(sink, open),
  }
}

/** Reads XML as a stream of bytes, in any encoding that it declares. */
export class XmlReader implements FormatReader {
  private readonly warnings = new WarningLog()
  private readonly xml: XmlEvents
  private readonly vocabulary: Vocabulary
  private decoder: StreamDecoder | null = null
  private warnedOfBytes = false

  constructor(sink: ResultSink, open: (context: XmlContext) => Vocabulary) {
    let xml: XmlEvents | null = null
    const shorten = (name: string) => xml?.shortName(name) ?? name
    this.vocabulary = open({ sink, warnings: this.warnings, shorten })
    this.xml = xml = new XmlEvents(this.vocabulary, this.warnings)
  }

  write(chunk: Uint8Array): void {
    this.decoder ??= new StreamDecoder(xmlEncoding(chunk))
    this.xml.write(this.decoder.decode(chunk))
    this.checkBytes(this.decoder)
  }

  get framework(): string | null | undefined {
    return this.vocabulary.framework
  }

  end(): FileFindings {
    if (!this.decoder) throw new Refusal('empty', 'The file is empty')
    this.xml.write(this.decoder.decode())
    this.checkBytes(this.decoder)
    this.xml.end()
    return this.vocabulary.finish()
  }

  private checkBytes(decoder: StreamDecoder): void {
    if (decoder.replaced === 0 || this.warnedOfBytes) return
    this.warnedOfBytes = true
    this.warnings.add('encoding', `Some bytes are not valid ${decoder.encoding}; each is shown as \uFFFD`, this.xml.place())
  }
}
