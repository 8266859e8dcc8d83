import { expect, it } from 'vitest'
import type { LiveResult } from '@bobbin/core'
import { GrowingFile } from './growing-file.js'

function follow(...pieces: string[]) {
  const results: LiveResult[] = []
  const faults: string[] = []
  const file = new GrowingFile({ result: (result) => results.push(result), fault: ({ code }) => faults.push(code) })
  const counts = pieces.map((piece) => {
    file.write(Buffer.from(piece))
    return results.length
  })
  return { file, results, faults, counts }
}

it('tells a test as soon as its lines are whole', () => {
  const { file, results, faults, counts } = follow('TAP version 13\n1..3\nok 1 - the gate', ' opens\nok 2 - it shu', 'ts\nok 3 - tide\n')
  expect(counts[0]).toBe(0)
  expect(counts.at(-1)).toBeGreaterThanOrEqual(2)
  file.end()
  expect(results.map(({ name }) => name)).toEqual(['the gate opens', 'it shuts', 'tide'])
  expect(faults).toEqual([])
})

it('tells what a file that broke off hid', () => {
  const { file, faults } = follow('TAP version 13\n1..3\nok 1 - the gate opens\n')
  file.end()
  expect(faults).toEqual(['plan'])
})

it('holds tests of one name until the end shows that they are several', () => {
  const { file, results } = follow('TAP version 13\nok 1 - same\nok 2 - same\nok 3 - other\n1..3\n')
  file.end()
  expect(results.map(({ name, occurrence }) => [name, occurrence])).toEqual([
    ['same', 1],
    ['other', 1],
    ['same', 2],
  ])
})

it('leaves alone what must be complete', () => {
  expect(follow('<testsuites>', '<testsuite name="s">').file.grows).toBeNull()
  expect(follow('x'.repeat(70_000)).file.grows).toBe(false)
})
