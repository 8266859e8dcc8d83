import { SaxesParser, type SaxesTagPlain } from 'saxes'
import { MAX_DEPTH, MAX_NAME, MAX_PIECE, MAX_TEXT } from '../limits.js'
import { Refusal, type Place } from '../result.js'
import type { WarningLog } from '../warnings.js'
import type { RawElement } from './raw.js'

/** What the reader of a vocabulary hears. Text comes whole, once, at the close of its element. */
export interface XmlListener {
  open(element: RawElement, depth: number): void
  close(name: string, text: string, depth: number): void
}

/** Faults in well-formedness that real runners write; read all the same. Everything else saxes objects to refuses the file. */
const TOLERATED = [/^disallowed character\.$/, /^malformed character entity\.$/, /^the string "\]\]>" is disallowed/]

/**
 * Turns text into elements with saxes: entities of a DOCTYPE are never expanded and nothing is fetched.
 * Adds what result files need: limits, the place of every element, and tolerance for what real runners write.
 */
export class XmlEvents {
  private readonly parser = new SaxesParser({ xmlns: false, position: true })
  private depth = 0
  /** Characters since the last element opened or closed; counted in whole pieces. */
  private sinceTag = 0
  private readonly texts: TextBuffer[] = []
  private tagPlace: Place = { line: 1, column: 1 }

  constructor(
    private readonly listener: XmlListener,
    private readonly warnings: WarningLog,
  ) {
    this.parser.on('error', (error) => this.objection(error))
    this.parser.on('doctype', (text) => this.doctype(text))
    this.parser.on('opentagstart', () => (this.tagPlace = this.place()))
    this.parser.on('opentag', (tag) => this.open(tag))
    this.parser.on('closetag', (tag) => this.close(tag))
    this.parser.on('text', (text) => this.texts.at(-1)?.add(text))
    this.parser.on('cdata', (text) => this.texts.at(-1)?.add(text))
  }

  write(text: string): void {
    this.parser.write(text)
    this.sinceTag += text.length
    if (this.sinceTag > MAX_PIECE) {
      throw new Refusal(
        'tooLong',
        `More than ${MAX_PIECE / 1024 ** 2} million characters without an element; this is no result file`,
        this.place(),
      )
    }
  }

  end(): void {
    this.parser.close()
  }

  place(): Place {
    return { line: this.parser.line, column: this.parser.column + 1 }
  }

  private objection(error: Error): void {
    const message = error.message.replace(/^\d+:\d+: /, '')
    if (TOLERATED.some((pattern) => pattern.test(message))) {
      this.warnings.add('illFormed', `Not well-formed XML: ${message} It was read all the same`, this.place())
      return
    }
    throw new Refusal('illFormed', `The file is not well-formed XML: ${message.replace(/\.$/, '')}`, this.place())
  }

  private doctype(text: string): void {
    if (/<!ENTITY/i.test(text)) {
      throw new Refusal('entities', 'The file declares XML entities; they are never expanded, so it is not read', this.place())
    }
    this.warnings.add('doctype', 'The document type declaration was passed over; nothing was fetched', this.place())
  }

  private open(tag: SaxesTagPlain): void {
    this.sinceTag = 0
    this.depth++
    if (this.depth > MAX_DEPTH) throw new Refusal('tooDeep', `Elements are nested more than ${MAX_DEPTH} deep`, this.tagPlace)
    const attributes = new Map<string, string>()
    for (const name in tag.attributes) attributes.set(name, this.clean(tag.attributes[name] ?? '', MAX_TEXT))
    this.texts.push(new TextBuffer())
    this.listener.open({ name: localName(tag.name), attributes, place: this.tagPlace }, this.depth)
  }

  private close(tag: SaxesTagPlain): void {
    this.sinceTag = 0
    const buffer = this.texts.pop()
    if (buffer?.cut) this.warnings.add('cut', `Text over ${MAX_TEXT} characters was cut`, this.place())
    this.listener.close(localName(tag.name), stripNul(buffer?.text() ?? ''), this.depth)
    this.depth--
  }

  private clean(value: string, limit: number): string {
    if (value.length > limit) this.warnings.add('cut', `Text over ${limit} characters was cut`, this.tagPlace)
    return stripNul(value.length > limit ? value.slice(0, limit) : value)
  }

  /** A name, shortened with a warning where it is absurdly long. */
  shortName(value: string): string {
    if (value.length <= MAX_NAME) return value
    this.warnings.add('cut', `A name of ${value.length} characters was cut to ${MAX_NAME}`, this.tagPlace)
    return value.slice(0, MAX_NAME)
  }
}

/** Gathers the text of one element up to the limit. */
class TextBuffer {
  private parts: string[] = []
  private length = 0
  cut = false

  add(text: string): void {
    const room = MAX_TEXT - this.length
    if (text.length > room) this.cut = true
    if (room <= 0) return
    const kept = text.length > room ? text.slice(0, room) : text
    this.parts.push(kept)
    this.length += kept.length
  }

  text(): string {
    return this.parts.length === 1 ? (this.parts[0] ?? '') : this.parts.join('')
  }
}

const localName = (name: string) => name.slice(name.indexOf(':') + 1)

/** NUL can stand neither in XML nor in PostgreSQL text; its picture takes its place. */
const stripNul = (text: string) => (text.includes('\0') ? text.replaceAll('\0', '\u2400') : text)
