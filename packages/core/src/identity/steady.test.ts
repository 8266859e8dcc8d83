import { readdirSync, readFileSync, statSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../formats/registry.js'
import { scriptIdentity } from './script-identity.js'

/**
 * Every sample again as another run of the same tests on another machine would have written it: renumbered, with other times, another root
 * folder and other addresses. The same scripts, however it is written.
 */
const SAMPLES = new URL('../formats/samples/', import.meta.url)
const files = readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' }).filter(
  (file) =>
    /\.(xml|json|jsonl|ndjson|tap)$/.test(file) && !file.endsWith('.expected.json') && statSync(new URL(file, SAMPLES)).size < 3_000_000,
)

const CHANGES: Record<string, (text: string) => string> = {
  'with other times': (text) =>
    text
      .replace(/\b(time|duration|duration-ms|run-time|elapsed)="[\d.]+"/g, '$1="7.25"')
      .replace(/("duration(?:_ms)?"|duration_ms|"Elapsed"|"perfStats"): ?[\d.]+/g, '$1: 7.25')
      .replace(/# time=[\d.]+ms/g, '# time=7.25ms')
      .replace(/ in \d+ms$/gm, ' in 7ms'),
  'below another root': (text) =>
    text.replaceAll('/builds/ferry/', '/home/runa/src-tree/').replace(/\/(?:var\/)?tmp\/[\w.-]+\//g, '/home/runa/src-tree/'),
  'at other addresses': (text) => text.replace(/0x[0-9a-f]{8,16}/g, '0x7ffe00c0ffee'),
}
/** The points of a file numbered from another one on, as they are when some before them are left out. */
const renumbered = (text: string): string =>
  text
    .replace(/^((?:not )?ok) (\d+)/gm, (_, ok: string, number: string) => `${ok} ${Number(number) + 100}`)
    .replace(/name="(\d+) - /g, (_, number) => `name="${Number(number) + 100} - `)

const identities = (text: string) => readResultFile(new TextEncoder().encode(text)).results.map(scriptIdentity)

describe.each(files)('%s holds the same scripts', (file) => {
  const text = readFileSync(new URL(file, SAMPLES), 'utf8')
  const before = identities(text)
  it.each(Object.entries(CHANGES))('%s', (_what, change) => expect(identities(change(text))).toEqual(before))
  if (file.endsWith('.tap') || file.startsWith('prove'))
    it('renumbered', () => {
      // points without a name are called by their number, which is all that they have
      const named = (list: string[]) => list.filter((identity) => !/test \d+$/.test(identity))
      expect(named(identities(renumbered(text)))).toEqual(named(before))
    })
})
