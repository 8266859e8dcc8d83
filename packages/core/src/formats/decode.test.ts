import { describe, expect, it } from 'vitest'
import { StreamDecoder, xmlEncoding } from './decode.js'
import { Refusal } from './result.js'

const ascii = (text: string) => new TextEncoder().encode(text)

describe('xmlEncoding', () => {
  // XML 1.0 (fifth edition), appendix F: detection of character encodings
  it.each([
    [new Uint8Array([0xef, 0xbb, 0xbf, 0x3c]), 'utf-8'],
    [new Uint8Array([0xfe, 0xff, 0x00, 0x3c]), 'utf-16be'],
    [new Uint8Array([0xff, 0xfe, 0x3c, 0x00]), 'utf-16le'],
    [new Uint8Array([0x00, 0x3c, 0x00, 0x3f]), 'utf-16be'],
    [new Uint8Array([0x3c, 0x00, 0x3f, 0x00]), 'utf-16le'],
    [ascii('<?xml version="1.0" encoding="ISO-8859-1"?>'), 'ISO-8859-1'],
    [ascii("<?xml version='1.0' encoding='windows-1252' standalone='yes'?>"), 'windows-1252'],
    [ascii('<testsuite/>'), 'utf-8'],
  ])('%s', (head, encoding) => expect(xmlEncoding(head)).toBe(encoding))
})

describe('StreamDecoder', () => {
  it('joins a character that two chunks share', () => {
    const decoder = new StreamDecoder('utf-8')
    const bytes = ascii('⛴')
    expect(decoder.decode(bytes.subarray(0, 1)) + decoder.decode(bytes.subarray(1)) + decoder.decode()).toBe('⛴')
    expect(decoder.replaced).toBe(0)
  })

  it('counts bytes that do not belong, but not a replacement character that the writer put there', () => {
    const broken = new StreamDecoder('utf-8')
    broken.decode(new Uint8Array([0x46, 0xe4, 0x68]))
    broken.decode()
    expect(broken.replaced).toBe(1)
    const honest = new StreamDecoder('utf-8')
    honest.decode(ascii('a\uFFFDb'))
    expect(honest.replaced).toBe(0)
  })

  it('says which encoding it does not know', () => {
    expect(() => new StreamDecoder('klingon')).toThrow(Refusal)
    expect(() => new StreamDecoder('klingon')).toThrow(/“klingon”/)
  })
})
