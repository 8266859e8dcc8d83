import type { FoundTest } from './found.js'

/** A test and the keys that its code is to declare. */
export interface Stamp {
  test: FoundTest
  keys: readonly string[]
}

/** How a framework declares keys, and where its results carry them. */
export interface Idiom {
  /** What stands in the code. */
  code: string
  /** What tells the key in a result file; null where nothing does, and the code alone ties the test to its case. */
  property: string | null
}

const all = (keys: readonly string[], each: (key: string) => string): string => keys.map(each).join('')

type Edit =
  | { at: 'above'; lines: (keys: readonly string[], text: string, test: FoundTest) => string[] | null }
  | { at: 'behindName'; text: (keys: readonly string[]) => string }

const HASH_COMMENT = /\.(py|rb|feature)$/

/** What is written by framework; a comment directly above where nothing better exists, or its import is missing. */
const EDITS: Readonly<Record<string, Edit & { idiom: Idiom }>> = {
  playwright: {
    at: 'behindName',
    text: (keys) => {
      const one = (key: string) => `{ type: 'case', description: '${key}' }`
      const [first = ''] = keys
      return `, { annotation: ${keys.length === 1 ? one(first) : `[${keys.map(one).join(', ')}]`} }`
    },
    idiom: { code: 'an annotation of the type “case”', property: 'annotation “case”' },
  },
  rspec: {
    at: 'behindName',
    text: (keys) => `, case: ${keys.length === 1 ? `'${keys.join('')}'` : `[${keys.map((key) => `'${key}'`).join(', ')}]`}`,
    idiom: { code: 'metadata “case”', property: null },
  },
  pytest: {
    at: 'above',
    lines: (keys, text) => (/^[ \t]*import pytest\b/m.test(text) ? keys.map((key) => `@pytest.mark.case("${key}")`) : null),
    idiom: { code: 'the mark “case”', property: null },
  },
  junit5: {
    at: 'above',
    lines: (keys, text) => (/org\.junit\.jupiter\.api\.(Tag|\*);/.test(text) ? keys.map((key) => `@Tag("${key}")`) : null),
    idiom: { code: '@Tag', property: null },
  },
  nunit: {
    at: 'above',
    lines: (keys) => keys.map((key) => `[Property("case", "${key}")]`),
    idiom: { code: 'the property “case”', property: 'property “case”' },
  },
  xunit: {
    at: 'above',
    lines: (keys) => keys.map((key) => `[Trait("case", "${key}")]`),
    idiom: { code: 'the trait “case”', property: 'trait “case”' },
  },
  mstest: {
    at: 'above',
    lines: (keys) => keys.map((key) => `[TestProperty("case", "${key}")]`),
    idiom: { code: 'the test property “case”', property: null },
  },
  cucumber: {
    at: 'above',
    lines: (keys) => [all(keys, (key) => `@${key} `).trimEnd()],
    idiom: { code: 'a tag', property: 'tag' },
  },
}

const COMMENT: Idiom = { code: 'a comment directly above', property: null }

export const idiomOf = (framework: string): Idiom => EDITS[framework]?.idiom ?? COMMENT

/**
 * Writes keys into the text of a file, each in the idiom of its framework. All else stays as it was, to the last blank; a key that the
 * test declares already is not written again.
 */
export function stampText(text: string, stamps: readonly Stamp[]): string {
  const eol = text.includes('\r\n') ? '\r\n' : '\n'
  const edits = new Map<number, string>()
  for (const { test, keys } of stamps) {
    const missing = keys.filter((key) => !test.keys.includes(key))
    if (missing.length === 0 || test.to === 0) continue
    const edit = EDITS[test.framework]
    if (edit?.at === 'behindName' && test.nameEnd !== null) {
      edits.set(test.nameEnd, edit.text(missing))
      continue
    }
    const start = startOf(text, test)
    const indent = /^[ \t]*/.exec(text.slice(start))?.[0] ?? ''
    const comment = [`${HASH_COMMENT.test(test.file) ? '#' : '//'} case: ${missing.join(', ')}`]
    const lines = (edit?.at === 'above' ? edit.lines(missing, text, test) : null) ?? comment
    edits.set(start, `${edits.get(start) ?? ''}${lines.map((line) => indent + line + eol).join('')}`)
  }
  return [...edits].sort(([a], [b]) => b - a).reduce((done, [at, added]) => done.slice(0, at) + added + done.slice(at), text)
}

/** The beginning of the test's first line. */
function startOf(text: string, { from }: FoundTest): number {
  return text.lastIndexOf('\n', from - 1) + 1
}
