import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type LiveResult as Taken, MOST_ATTACHED, MOST_ATTACHMENTS } from '@bobbin/core'
import { expect, expectTypeOf, it } from 'vitest'
import { smallAttachments, within } from './attachments'
import type { LiveResult } from './live-result'

const folder = mkdtempSync(join(tmpdir(), 'bobbin-attachments-'))
const file = (name: string, bytes: number) => {
  const path = join(folder, name)
  writeFileSync(path, Buffer.alloc(bytes, 7))
  return { name, mediaType: 'image/png', path }
}

it('takes files and contents while they are small together, and leaves out what is large or gone', () => {
  const taken = smallAttachments([
    file('first.png', 600_000),
    file('film.webm', 5_000_000),
    { name: 'gone.png', mediaType: 'image/png', path: join(folder, 'nowhere.png') },
    file('second.png', 600_000),
    { name: 'log', mediaType: 'text/plain', body: Buffer.from('gate opened') },
  ])
  expect(taken.map(({ name }) => name)).toEqual(['first.png', 'log'])
  expect(Buffer.from(taken[1]?.content.text ?? '', 'base64').toString()).toBe('gate opened')
})

it('gives no more than the server takes', () => {
  const many = Array.from({ length: 50 }, (_, i) => ({ name: String(i), mediaType: 'text/plain', body: Buffer.alloc(100_000) }))
  const whole = smallAttachments([file('whole.png', (MOST_ATTACHED / 4) * 3)])
  expect(whole[0]?.content.text).toHaveLength(MOST_ATTACHED)
  for (const taken of [smallAttachments(many), within(many.flatMap((one) => smallAttachments([one])))]) {
    expect(taken.length).toBeLessThanOrEqual(MOST_ATTACHMENTS)
    expect(taken.length).toBeGreaterThan(5)
    expect(taken.reduce((sum, { content }) => sum + content.text.length, 0)).toBeLessThanOrEqual(MOST_ATTACHED)
  }
})

// the package needs nothing, so that it writes out what the core says; the compiler compares the two
it('tells results in the shape in which they are taken', () => expectTypeOf<LiveResult>().toEqualTypeOf<Taken>())
