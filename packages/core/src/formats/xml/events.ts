import type { SaxesTagPlain } from 'saxes'
import { MAX_DEPTH, MAX_NAME, MAX_PIECE, MAX_TEXT } from '../limits.js'
import { Refusal, type Place } from '../result.js'
import type { WarningLog } from '../warnings.js'
import { withoutNul } from '../without-nul.js'
import { Attributes } from './attributes.js'
import { QuickSaxes } from './quick-saxes.js'

/** An element with its attributes in the order of the file; the order tells reporters apart. */
export class RawElement {
  constructor(
    /** Without its namespace prefix. */
    readonly name: string,
    readonly attributes: Attributes,
    private readonly line: number,
    private readonly column: number,
  ) {}

  /** Made when somebody asks: most elements are never spoken of. */
  get place(): Place {
    return { line: this.line, column: this.column }
  }
}

const NONE = new Attributes()

/** What the reader of a vocabulary hears. Text comes whole, once, at the close of its element. */
export interface XmlListener {
  /** Elements in which text says nothing, and is not gathered: mostly those that hold others, with white space between. */
  readonly silent?: ReadonlySet<string>
  open(element: RawElement, depth: number): void
  close(name: string, text: string, depth: number): void
}

/** Faults in well-formedness that real runners write; read all the same. Everything else saxes objects to refuses the file. */
const TOLERATED = [/^disallowed character\.$/, /^malformed character entity\.$/, /^the string "\]\]>" is disallowed/]

/**
 * Saxes that tells its objections to a function of ours. It keeps each handler in a property that V8 adds by name: the eighth turns
 * the parser into a dictionary, which makes it many times slower. A class of its own has room for more, and an objection needs none.
 *
 * Attributes it would gather twice, as objects in a list and by name in an object made anew for each element, which is a tenth of all
 * its time; the two functions that do so are properties of the parser, and are ours here.
 */
class Parser extends QuickSaxes {
  constructor(
    private readonly objection: (message: string) => void,
    attribute: (name: string, value: string) => void,
  ) {
    super({ xmlns: false, position: true })
    Object.assign(this, { pushAttrib: attribute, processAttribs: () => undefined })
  }

  override fail(message: string): this {
    this.objection(message)
    return this
  }
}

/**
 * Turns text into elements with saxes: entities of a DOCTYPE are never expanded and nothing is fetched.
 * Adds what result files need: limits, the place of every element, and tolerance for what real runners write.
 */
export class XmlEvents {
  private readonly parser = new Parser(
    (message) => this.objection(message),
    (name, value) => this.attribute(name, value),
  )
  private depth = 0
  /** Characters since the last element opened or closed; counted in whole pieces. */
  private sinceTag = 0
  /** Texts of the elements that are open, outermost first. */
  private readonly texts = new ElementTexts()
  /** The element whose start tag is being read. */
  private attributes: Attributes | null = null
  private tagLine = 1
  private tagColumn = 1
  /** Only text with characters that XML forbids can hold NUL; saxes tells of them before it gives the text out. */
  private forbiddenSeen = false
  private hearing = true
  private readonly addText = (text: string) => this.texts.add(text)

  constructor(
    private readonly listener: XmlListener,
    private readonly warnings: WarningLog,
  ) {
    this.parser.on('doctype', (text) => this.doctype(text))
    this.parser.on('opentagstart', () => {
      this.tagLine = this.parser.line
      this.tagColumn = this.parser.column + 1
      this.attributes = null
    })
    this.parser.on('opentag', (tag) => this.open(tag))
    this.parser.on('closetag', (tag) => this.close(tag))
    this.parser.on('text', this.addText)
    this.parser.on('cdata', this.addText)
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

  private objection(message: string): void {
    if (TOLERATED.some((pattern) => pattern.test(message))) {
      this.forbiddenSeen = true
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

  private attribute(name: string, value: string): void {
    const attributes = (this.attributes ??= new Attributes())
    if (attributes.has(name)) this.objection(`duplicate attribute: ${name}.`)
    attributes.add(name, this.clean(value))
  }

  private open(tag: SaxesTagPlain): void {
    this.sinceTag = 0
    this.depth++
    if (this.depth > MAX_DEPTH) throw new Refusal('tooDeep', `Elements are nested more than ${MAX_DEPTH} deep`, this.tagPlace())
    const name = localName(tag.name)
    this.hear(this.texts.open(!this.listener.silent?.has(name)))
    this.listener.open(new RawElement(name, this.attributes ?? NONE, this.tagLine, this.tagColumn), this.depth)
  }

  private close(tag: SaxesTagPlain): void {
    this.sinceTag = 0
    if (this.texts.cut) this.warnings.add('cut', `Text over ${MAX_TEXT} characters was cut`, this.place())
    this.listener.close(localName(tag.name), this.withoutNul(this.texts.text), this.depth)
    this.hear(this.texts.close())
    this.depth--
  }

  /** A parser that nobody hears cuts no text out of the file. */
  private hear(on: boolean): void {
    if (on === this.hearing) return
    this.hearing = on
    if (on) this.parser.on('text', this.addText)
    else this.parser.off('text')
  }

  private tagPlace(): Place {
    return { line: this.tagLine, column: this.tagColumn }
  }

  private clean(value: string): string {
    if (value.length <= MAX_TEXT) return this.withoutNul(value)
    this.warnings.add('cut', `Text over ${MAX_TEXT} characters was cut`, this.tagPlace())
    return this.withoutNul(value.slice(0, MAX_TEXT))
  }

  private withoutNul(text: string): string {
    return this.forbiddenSeen ? withoutNul(text) : text
  }

  /** A name, shortened with a warning where it is absurdly long. */
  shortName(value: string): string {
    if (value.length <= MAX_NAME) return value
    this.warnings.add('cut', `A name of ${value.length} characters was cut to ${MAX_NAME}`, this.tagPlace())
    return value.slice(0, MAX_NAME)
  }
}

interface GatheredText {
  text: string
  cut: boolean
  heard: boolean
}

/** Gathers the text of each open element up to the limit. Closing one goes on with the text of the element around it. */
class ElementTexts {
  /** Of the elements that are open, outermost first, below them the file; the places of closed ones are used again. */
  private readonly all: GatheredText[] = [{ text: '', cut: false, heard: true }]
  private depth = 0

  /** @returns whether text is heard now */
  open(heard: boolean): boolean {
    this.depth++
    const own = this.all[this.depth]
    if (!own) this.all.push({ text: '', cut: false, heard })
    else {
      own.text = ''
      own.cut = false
      own.heard = heard
    }
    return heard
  }

  add(text: string): void {
    const own = this.innermost
    const room = MAX_TEXT - own.text.length
    if (text.length > room) own.cut = true
    if (room > 0) own.text += text.length > room ? text.slice(0, room) : text
  }

  get text(): string {
    return this.innermost.text
  }

  /** The innermost text passed the limit. */
  get cut(): boolean {
    return this.innermost.cut
  }

  /** @returns whether text is heard now */
  close(): boolean {
    this.innermost.text = ''
    if (this.depth > 0) this.depth--
    return this.innermost.heard
  }

  private get innermost(): GatheredText {
    return this.all[this.depth] as GatheredText
  }
}

function localName(name: string): string {
  const colon = name.indexOf(':')
  return colon < 0 ? name : name.slice(colon + 1)
}
