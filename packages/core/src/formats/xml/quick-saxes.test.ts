import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import { SaxesParser, type EventName } from 'saxes'
import { expect, it } from 'vitest'
import { QuickSaxes } from './quick-saxes.js'

const EVENTS: EventName[] = ['text', 'cdata', 'comment', 'doctype', 'processinginstruction', 'opentagstart', 'attribute', 'opentag', 'closetag', 'error'] // prettier-ignore

type AnyParser = Pick<SaxesParser, 'on' | 'write' | 'close' | 'line' | 'column' | 'position'>

/** Everything that a parser tells of a text that comes in pieces, each with the place where it tells it. */
function toldBy(parser: AnyParser, pieces: readonly string[], events = EVENTS): unknown[] {
  const told: unknown[] = []
  const note = (event: string, what: unknown) => told.push([event, what instanceof Error ? what.message : JSON.stringify(what), parser.line, parser.column, parser.position]) // prettier-ignore
  for (const event of events) parser.on(event, (what: unknown) => void note(event, what))
  for (const piece of pieces) {
    parser.write(piece)
    note('piece', null)
  }
  try {
    parser.close()
  } catch (error) {
    note('thrown', error)
  }
  return told
}

const options = { xmlns: false, position: true }
function compare(pieces: readonly string[], events = EVENTS): void {
  expect(toldBy(new QuickSaxes(options) as unknown as AnyParser, pieces, events)).toEqual(toldBy(new SaxesParser(options), pieces, events))
}

/** What is passed in one go, and all that ends it: by itself, doubled, and where pieces meet. */
const PARTS = [
  'plain words', ' ', '\t', '\n', '\n\n  ', '\r', '\r\n', ']', ']]', ']]>', '>', '&', '&amp;', '&#10;', '&#x1F600;', '&nope;', '<', '</', '<a>', '</a>', '<b ', '/>',
  'x="1"', " y='it says \"no\"'", ' z="a\tb\nc\r\nd"', ' w="<"', ' v="&lt;"', ' u="a\u0085b\u2028c\u007f"', ' ünï="ö"', '<![CDATA[', ' a ]] b ] c', '<!--', '-', '-->', '<?p q?>', 'é', '日本', '😀', '\ud83d', '\udc00',
  '\ufffe', '\uffff', '\u0001', '\u007f', '\u0085', '\u2028', 'a'.repeat(300), '<?xml version="1.1"?>', '<!DOCTYPE a [ <!ENTITY b "c"> ]>',
] // prettier-ignore

const cutAt = (text: string, cuts: readonly number[]): string[] => {
  const places = [0, ...cuts.map((cut) => cut % (text.length + 1)).sort((a, b) => a - b), text.length]
  return places.slice(1).map((place, i) => text.slice(places[i], place))
}

it('tells what saxes tells, and where, of anything in any pieces', () => {
  const parts = fc.array(fc.constantFrom(...PARTS), { maxLength: 30 })
  const begin = fc.constantFrom('', '<a>', '<?xml version="1.0"?>\n<a>', '<?xml version="1.1"?><a>', '\ufeff<a b="')
  fc.assert(
    fc.property(begin, parts, fc.array(fc.nat(), { maxLength: 6 }), fc.boolean(), (head, tail, cuts, deaf) =>
      compare(cutAt(head + tail.join(''), cuts), deaf ? ['opentag', 'error'] : EVENTS),
    ),
    { numRuns: 3000 },
  )
})

const FORMATS = new URL('..', import.meta.url).pathname
const FILES = ['samples', 'samples-hostile'].flatMap((folder) =>
  readdirSync(FORMATS + folder, { recursive: true, encoding: 'utf8' }).flatMap((path) =>
    path.endsWith('.xml') ? `${FORMATS}${folder}/${path}` : [],
  ),
)

it.each([64, 1000, 65_536])('tells what saxes tells of files by real runners, in pieces of %i', (size) => {
  expect(FILES.length).toBeGreaterThan(40)
  for (const file of FILES) {
    const text = readFileSync(file, 'utf8').slice(0, 30_000)
    compare(Array.from({ length: Math.ceil(text.length / size) }, (_, i) => text.slice(i * size, (i + 1) * size)))
  }
})
