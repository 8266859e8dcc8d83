import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Place } from '../result.js'
import { WarningLog } from '../warnings.js'
import { JsonStream, type JsonValue } from './stream.js'

const bytesOf = (text: string) => new TextEncoder().encode(text)

/** Reads a document of `{"items": […]}` in pieces of a size, its items told one by one. */
function read(text: string, size = 1 << 16) {
  const warnings = new WarningLog()
  const items: { value: JsonValue; place: Place }[] = []
  const others: Record<string, JsonValue> = {}
  const stream = new JsonStream(
    {
      treat: (path) => (path.join('.') === 'items' ? 'walk' : path[0] === 'skipped' ? 'skip' : 'build'),
      value: (path, value, place) => {
        if (path[0] === 'items') items.push({ value, place })
        else others[path.join('.')] = value
      },
    },
    warnings,
  )
  const bytes = bytesOf(text)
  for (let at = 0; at < bytes.length; at += size) stream.write(bytes.subarray(at, at + size))
  stream.end()
  return { values: items.map(({ value }) => value), places: items.map(({ place }) => place), others, warnings: warnings.list() }
}

const codes = (text: string) => text.replace(/[^\t-~]/g, (char) => `\\u${char.charCodeAt(0).toString(16).padStart(4, '0')}`)

describe('JsonStream', () => {
  // the engine's own parser is the outside reference (ECMA-404 as V8 reads it)
  it('tells what JSON.parse tells, however the bytes are cut and the text is written', () => {
    fc.assert(
      fc.property(
        fc.array(fc.jsonValue({ noUnicodeString: false }), { maxLength: 8 }),
        fc.integer({ min: 1, max: 40 }),
        fc.boolean(),
        fc.constantFrom(undefined, 2, '\t'),
        (values, size, escaped, indent) => {
          const document = JSON.stringify({ before: values, items: values, skipped: { values }, after: [1, 'a,b', null] }, null, indent)
          const clean = (value: JsonValue) => JSON.parse(JSON.stringify(value).replaceAll('\\u0000', '\u2400')) as JsonValue
          const { values: told, others } = read(escaped ? codes(document) : document, size)
          expect(told).toEqual(values.map((value) => clean(value)))
          expect(others).toEqual({ before: clean(values as JsonValue), after: [1, 'a,b', null] })
        },
      ),
      { numRuns: 300 },
    )
  })

  it('tells where each value stands, in one piece and in many', () => {
    const text = '{"items": [\n  {"a": 1},\n\n  {"b": 1, "b": 2}, {"c": [\n]}\n]}'
    const places = [
      { line: 2, column: 3 },
      { line: 4, column: 3 },
      { line: 4, column: 21 },
    ]
    for (const size of [1, 3, 7, 1000]) expect(read(text, size).places, `pieces of ${size}`).toEqual(places)
  })

  it('warns of a key that stands twice, at any depth; the last one holds', () => {
    const { values, warnings } = read('{"items": [{"a": {"b": 1, "b": 2}}]}')
    expect(values).toEqual([{ a: { b: 2 } }])
    expect(warnings).toMatchObject([{ code: 'duplicateKey', message: '“b” stands twice in one object; the last one holds' }])
  })

  it('cuts a text that is too long, with a warning', () => {
    const { values, warnings } = read(`{"items": [{"message": "${'x'.repeat(1_048_577)}"}]}`)
    expect(values).toEqual([{ message: 'x'.repeat(1_048_576) }])
    expect(warnings).toMatchObject([{ code: 'cut' }])
  })

  it('keeps a key that names the prototype as a key', () => {
    const [value] = read('{"items": [{"__proto__": {"admin": "\\u0000"}}]}').values
    expect(Object.keys(value as object)).toEqual(['__proto__'])
    expect((value as { admin?: unknown }).admin).toBeUndefined()
  })

  it('reads a value that is larger than what is held whole', () => {
    const rows = Array.from({ length: 9 }, (_, i) => `${i}`.repeat(1_000_000))
    expect(read(JSON.stringify({ items: [{ rows }, { rows: 'next' }] })).values).toEqual([{ rows }, { rows: 'next' }])
  })

  it.each([
    ['a bracket that does not fit', '{"items": [{"a": [1}]]}', /unexpected “}”/],
    ['a word that is none', '{"items": [{"a": nul}]}', /not valid JSON/],
    ['a comma too many', '{"items": [{"a": 1,}]}', /unexpected “}”/],
    ['one in what is passed over', '{"skipped": {"a" 1}}', /unexpected “1”/],
    ['an end in the middle of a value', '{"items": [{"a": 1', /breaks off/],
    ['something behind the end', '{"items": []} {"items": []}', /something stands behind its end/],
    ['nesting without end', `{"items": [${'['.repeat(2000)}${']'.repeat(2000)}]}`, /nested more than/],
  ])('refuses %s', (_, text, message) => {
    for (const size of [1, 1000]) expect(() => read(text, size)).toThrow(message)
  })
})
