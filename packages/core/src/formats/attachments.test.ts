import { describe, expect, it } from 'vitest'
import { matchPath, mentionedIn } from './attachment-paths.js'
import { mediaTypeOf } from './media-type.js'

const bytes = (...list: (number | string)[]) =>
  Uint8Array.from(list.flatMap((part) => (typeof part === 'string' ? [...new TextEncoder().encode(part)] : [part])))

describe('mediaTypeOf', () => {
  // WHATWG MIME Sniffing Standard, sections 6.1 and 6.2
  it.each([
    [bytes(0x89, 'PNG', 0x0d, 0x0a, 0x1a, 0x0a), 'image/png'],
    [bytes(0xff, 0xd8, 0xff, 0xe0), 'image/jpeg'],
    [bytes('GIF89a'), 'image/gif'],
    [bytes('RIFF', 0, 0, 0, 0, 'WEBPVP'), 'image/webp'],
    [bytes(0x1a, 0x45, 0xdf, 0xa3), 'video/webm'],
    [bytes(0, 0, 0, 0x18, 'ftypmp42'), 'video/mp4'],
    [bytes('%PDF-1.7'), 'application/pdf'],
    [bytes('PK', 3, 4), 'application/zip'],
    [bytes(0, 1, 2, 3), 'application/octet-stream'],
    [bytes('14:03 gate opened\n\u001b[31mred\u001b[0m'), 'text/plain'],
  ])('%#', (head, type) => expect(mediaTypeOf(head)).toBe(type))

  it('never calls anything a page or a script', () => {
    for (const page of [
      '<html><script>alert(1)</script>',
      '<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>',
      '%!PS',
      '{"a":1}',
    ]) {
      expect(mediaTypeOf(bytes(page))).toBe('text/plain')
    }
  })
})

describe('mentionedIn', () => {
  it('finds every attachment that the output names', () => {
    const output = 'opened\n[[ATTACHMENT|../test-results/gate/shot-1.png]]\n[[ATTACHMENT|logs\\gate.txt]]\n'
    expect(mentionedIn(output).map(({ name, path }) => [name, path])).toEqual([
      ['shot-1.png', '../test-results/gate/shot-1.png'],
      ['gate.txt', 'logs\\gate.txt'],
    ])
    expect(mentionedIn('nothing [[here]]')).toEqual([])
    expect(mentionedIn(null)).toEqual([])
  })
})

describe('matchPath', () => {
  const files = ['r.zip/out/gate/shot.png', 'r.zip/out/ramp/shot.png', 'r.zip/shot.txt']
  it.each([
    ['/srv/ferry/out/ramp/shot.png', 'r.zip/out/ramp/shot.png'],
    ['..\\out\\gate\\shot.png', 'r.zip/out/gate/shot.png'],
    ['shot.txt', 'r.zip/shot.txt'],
    ['other.png', null],
  ])('%s', (path, match) => expect(matchPath(path, files)).toBe(match))
})
