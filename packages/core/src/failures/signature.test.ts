import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { frameIn, framesOf, originOf } from './frames.js'
import { failureSignature } from './signature.js'

interface Case {
  id: string
  kind: 'trace' | 'pair'
  inputs: { raw?: string; a?: string; b?: string }
  expected: { group?: string; same?: boolean }
  judgement?: boolean
}

/**
 * Failure output of programs that were really run (Node 20, Python 3.11, OpenJDK 17, PHP 8.2, Ruby 3.1, Go 1.19, Perl 5.36,
 * g++ 12.2, rustc 1.95), labelled by the faulty statement; variants come from further runs with other ids, ports, folders and lines.
 */
const { cases } = JSON.parse(readFileSync(new URL('./fixtures/stack-traces.json', import.meta.url), 'utf8')) as { cases: Case[] }
const traces = new Map(cases.filter(({ kind }) => kind === 'trace').map(({ id, inputs }) => [id, inputs.raw ?? '']))
const signatureOf = (id: string | undefined) => failureSignature({ message: null, type: null, stack: traces.get(id ?? '') ?? '' })

describe('labelled pairs of real failures', () => {
  // where only a figure in the message differs, products judge differently; ours is told in failureSignature
  it.each(cases.filter(({ kind, judgement }) => kind === 'pair' && !judgement))('$id', ({ inputs, expected }) => {
    if (expected.same) expect(signatureOf(inputs.a)).toBe(signatureOf(inputs.b))
    else expect(signatureOf(inputs.a)).not.toBe(signatureOf(inputs.b))
  })

  it('every run of one faulty statement has one signature, and no two statements share one', () => {
    const groups = new Map<string, Set<string | null>>()
    for (const { kind, id, expected } of cases) {
      if (kind !== 'trace') continue
      const group = expected.group ?? ''
      groups.set(group, (groups.get(group) ?? new Set()).add(signatureOf(id)))
    }
    expect([...groups].filter(([, signatures]) => signatures.size !== 1)).toEqual([])
    const owners = new Map<string | null, string[]>()
    for (const [group, [signature = null]] of groups) owners.set(signature, [...(owners.get(signature) ?? []), group])
    // a figure, and a caller further out, are no other cause
    expect([...owners.values()].filter((sharing) => sharing.length > 1)).toEqual([
      ['py-zerodiv-mean', 'py-zerodiv-rate'],
      ['node-status-500', 'node-status-404'],
    ])
  })
})

describe('frames', () => {
  it.each([
    ['    at loadUser (/srv/ferry/src/user.js:2:45)', 'loadUser', '/srv/ferry/src/user.js', 2, false],
    ['    at async Suite.run (node:internal/test_runner/test:1135:7)', 'Suite.run', 'node:internal/test_runner/test', 1135, true],
    ['    at /srv/ferry/deck.test.ts:7:77', null, '/srv/ferry/deck.test.ts', 7, false],
    ['  File "/srv/ferry/stats.py", line 2, in ratio', 'ratio', '/srv/ferry/stats.py', 2, false],
    ['\tat shop.Main.len(Main.java:6)', 'shop.Main.len', 'Main.java', 6, false],
    [
      '\tat java.base/java.util.stream.ReferencePipeline$3$1.accept(ReferencePipeline.java:197)',
      'java.util.stream.ReferencePipeline$3$1.accept',
      'ReferencePipeline.java',
      197,
      true,
    ],
    ['   at Ferry.Fares.Price(String kind) in /build/Fares.cs:line 30', 'Ferry.Fares.Price(String kind)', '/build/Fares.cs', 30, false],
    ['#0 /srv/ferry/cart.php(4): Cart->add()', 'Cart->add', '/srv/ferry/cart.php', 4, false],
    ["\tfrom parse.rb:2:in `parse'", 'parse', 'parse.rb', 2, false],
    ['\tmain::flush_all() called at save.pl line 5', 'main::flush_all', 'save.pl', 5, false],
    ['    #0 0x560c146b3a73 in main /srv/ferry/job.cpp:10', 'main', '/srv/ferry/job.cpp', 10, false],
    ['\t/srv/ferry/main.go:6 +0xb3', null, '/srv/ferry/main.go', 6, false],
  ])('%s', (line, name, file, at, library) => expect(frameIn(line)).toEqual({ name, file, line: at, library }))

  it('is none in a line of words', () => {
    for (const line of ['expected 1 to be 2', '  at the gate', '', 'Caused by: lock timed out']) expect(frameIn(line)).toBeNull()
  })

  it('finds the function of Go above its place, and turns Python round', () => {
    const go = 'goroutine 18 [running]:\nmain.greet({0xc00001c004, 0x24})\n\t/srv/ferry/main.go:6 +0xb3\n'
    expect([...framesOf(go)].map(({ name }) => name)).toEqual(['main.greet'])
    const python = 'Traceback (most recent call last):\n  File "a.py", line 1, in <module>\n  File "b.py", line 2, in price\nKeyError: 1'
    expect([...framesOf(python)].map(({ name }) => name)).toEqual(['price', '<module>'])
  })

  it('the origin is no test and no library', () => {
    const stack =
      'Error: no\n    at check (node_modules/lib/x.js:1:1)\n    at Deck.refuse (deck/planner.ts:112:9)\n    at deck/planner.spec.ts:14:3'
    expect(originOf(stack)).toBe('Deck.refuse')
    expect(originOf('Error: no\n    at Object.<anonymous> (deck/planner.spec.ts:14:3)')).toBeNull()
  })
})
