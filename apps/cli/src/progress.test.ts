import { expect, it } from 'vitest'
import { Progress, sendingWords } from './progress.js'

it('says how much is sent, and then that the server is at work', () => {
  expect(sendingWords(12 * 1024 ** 2, 50 * 1024 ** 2)).toBe('12.0 of 50.0 MB sent (24%)')
  expect(sendingWords(51 * 1024 ** 2, 50 * 1024 ** 2)).toBe('50.0 MB sent, the server is storing it …')
})

it('writes over its own line on a terminal, and nothing into a log', () => {
  for (const isTTY of [true, false]) {
    let written = ''
    let now = 1000
    const out = { isTTY, write: (text: string) => Boolean((written += text)) } as unknown as NodeJS.WriteStream
    const progress = new Progress(out, () => now)
    progress.show('one')
    progress.show('too soon')
    now += 200
    progress.show('two')
    progress.clear()
    expect(written).toBe(isTTY ? '\r\u001b[Kone\r\u001b[Ktwo\r\u001b[K' : '')
  }
})
