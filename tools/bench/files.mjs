// Result files for the bench, of any size, written as a stream: plain passes, failures with stacks, some output.
import { createWriteStream } from 'node:fs'
import { once } from 'node:events'

const STACK = Array.from({ length: 12 }, (_, i) => `    at step${i} (deck/planner-${i}.ts:${100 + i}:17)`).join('\n')
const OUTPUT = Array.from(
  { length: 20 },
  (_, i) => `14:03:${String(i).padStart(2, '0')} opened sailing ${i} of the day, gate is free`,
).join('\n')

const SUITE = 250
const suiteOf = (i) => Math.floor(i / SUITE)

/** One test case of a suite, which is one file with one class, as runners write them; every tenth fails with a stack, every fifth writes output. */
export function testcase(i, { failEvery = 10, outputEvery = 5, variant = 0 } = {}) {
  const head = `<testcase classname="ferry.deck.Planner${suiteOf(i)}" name="vehicle ${i} stands in its lane" file="deck/planner-${suiteOf(i)}.spec.ts" time="0.${String(i % 1000).padStart(3, '0')}">`
  const fails = failEvery > 0 && (i + variant) % failEvery === 0
  const body =
    (i % 7 === 0 ? `<properties><property name="case" value="FERRY-${100 + (i % 900)}"/></properties>` : '') +
    (fails
      ? `<failure message="expected lane ${i % 12} to be free" type="AssertionError">AssertionError: expected lane ${i % 12} to be free\n${STACK}</failure>`
      : '') +
    (outputEvery > 0 && i % outputEvery === 0 ? `<system-out>${OUTPUT} ${i % 97}</system-out>` : '')
  return `${head}${body}</testcase>\n`
}

/** Pieces of a file with `tests` test cases, or of about `bytes` bytes. */
export function* pieces({ tests = Infinity, bytes = Infinity, ...how }) {
  let size = 0
  let text = '<?xml version="1.0" encoding="UTF-8"?>\n<testsuites name="bench">\n'
  for (let suite = 0, i = 0; i < tests && size < bytes; suite++) {
    text += `<testsuite name="suite ${suite}" timestamp="2026-11-20T14:03:00">\n`
    for (let k = 0; k < SUITE && i < tests; k++, i++) text += testcase(i, how)
    text += '</testsuite>\n'
    size += text.length
    yield text
    text = ''
  }
  yield '</testsuites>\n'
}

export const textOf = (what) => [...pieces(what)].join('')

export async function writeFileOf(path, what) {
  const out = createWriteStream(path)
  for (const piece of pieces(what)) if (!out.write(piece)) await once(out, 'drain')
  out.end()
  await once(out, 'finish')
  return path
}
