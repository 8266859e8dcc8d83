import { expect, it } from 'vitest'
import { fileWords, testFinder, type NamedTest } from './belongs.js'

const test = (name: string, more: Partial<NamedTest> = {}): NamedTest => ({
  name,
  classname: null,
  suites: [],
  file: null,
  keys: [],
  ...more,
})
const tests = [
  test('Gate opens at noon', { classname: 'quay.GateTest', suites: ['Gate'], keys: ['FERRY-101'] }),
  test('Gate opens at noon', { classname: 'pier.GateTest', suites: ['Pier gate'], file: 'pier/gate.spec.ts' }),
  test('Fähre <Nord> & "Süd"', { suites: ['Names'], keys: ['FERRY-102', 'FERRY-103'] }),
]

it.each([
  [{ test: 'gate-opens-at-noon' }, [0, 1]],
  [{ test: 'Gate_opens_at_noon', class: 'pier.GateTest' }, [1]],
  [{ test: 'pier-gate-gate-opens-at-noon' }, [1]],
  [{ test: 'Gate opens at noon', class: 'gate' }, [0, 1]],
  [{ test: 'Fähre-Nord-Süd' }, [2]],
  [{ test: 'Fahre_Nord_Sud' }, [2]],
  [{ case: 'FERRY-103' }, [2]],
  [{ case: 'ferry_101' }, [0]],
  [{ case: 'FERRY-101', test: 'something else' }, []],
  [{ test: 'gate' }, []],
  [{ attempt: '2' }, []],
  [{}, []],
])('%j is %j', (belongs, places) => expect(testFinder(tests)(belongs)).toEqual(places))

it('makes the same words of a name, however a runner made a file name of it', () => {
  for (const name of ['Gate opens at noon', 'gate-opens-at-noon', 'Gate_opens__at.noon ', '(Gate opens at noon)'])
    expect(fileWords(name)).toBe('gate-opens-at-noon')
})
