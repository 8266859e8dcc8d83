import { describe, expect, it } from 'vitest'
import { failureSignature } from '../failures/signature.js'
import { declaredKeys } from './declared-keys.js'
import { scriptIdentity } from './script-identity.js'
import { stableText } from './stable-text.js'

describe('declaredKeys', () => {
  it('finds keys in names, also where the language allows no hyphen', () => {
    expect(declaredKeys('[FERRY-101] adult fare', [])).toEqual(['FERRY-101'])
    expect(declaredKeys('test_alert_FERRY_105[low]', [])).toEqual(['FERRY-105'])
    expect(declaredKeys('TestAdultFare_FERRY_101', [])).toEqual(['FERRY-101'])
    expect(declaredKeys('fares @FERRY-7 @FERRY-8', [])).toEqual(['FERRY-7', 'FERRY-8'])
  })
  it('does not take standards for keys', () => expect(declaredKeys('reads UTF-8 and ISO-8601 by RFC-5545', [])).toEqual([]))
  it('takes them from properties and tags, each once', () => {
    const properties = ['case:FERRY-1', 'test_id:FERRY-2, FERRY-3', 'tag:FERRY-1', 'note:FERRY-9'].map((pair) => {
      const [name = '', value = ''] = pair.split(':')
      return { name, value }
    })
    expect(declaredKeys('n', properties)).toEqual(['FERRY-1', 'FERRY-2', 'FERRY-3'])
  })
})

describe('scriptIdentity', () => {
  const result = { name: 'loads <0x7f2ef1179f90>', suites: ['deck-20261123112249'], classname: null, profile: null, occurrence: 1 }
  it('sets aside what changes from run to run', () => {
    expect(scriptIdentity(result)).toBe(scriptIdentity({ ...result, name: 'loads <0x55d0aa01beef>', suites: ['deck-20261124091500'] }))
  })
  it('tells profiles and repeated names apart', () => {
    expect(new Set([result, { ...result, profile: 'kiosk' }, { ...result, occurrence: 2 }].map(scriptIdentity)).size).toBe(3)
  })
})

describe('stableText', () => {
  it('leaves ordinary figures alone', () => expect(stableText('fare 420 for zone 2')).toBe('fare 420 for zone 2'))
})

describe('failureSignature', () => {
  it('is one for failures that differ in figures and places only', () => {
    const signature = (message: string) => failureSignature({ message, type: 'AssertionError' })
    expect(signature('axle 2 at 9,800 kg over limit\n at planner.ts:112')).toBe(signature('axle 3 at 10,250 kg over limit'))
    expect(signature('axle over limit')).not.toBe(signature('trailer over keel line'))
  })
  it('is none without message and type', () => expect(failureSignature({ message: null, type: null })).toBeNull())
})

describe('what changes between runs is no part of a name', () => {
  const named = (name: string) => scriptIdentity({ name, suites: [], classname: 'deck', profile: null, occurrence: 1 })
  it.each([
    ['TestRow/_0xc000106000', 'TestRow/_0xc0001f2a80'],
    ['Price/0x5555555a1eb0', 'Price/0x7ffe12345678'],
    ["passes [{foo => 'ARRAY(0x55e...]", "passes [{foo => 'ARRAY(0x7f1...]"],
    ['axle ', 'axle'],
    ['loads </builds/7/deck/a.spec.ts>', 'loads </home/runa/deck/a.spec.ts>'],
  ])('%s is %s', (a, b) => expect(named(a)).toBe(named(b)))
  it('but figures are', () => expect(named('zone 0x12')).not.toBe(named('zone 0x13')))
})
