import { expect, it } from 'vitest'
import { folderOf } from './folder.js'

it.each([
  ['its file', { file: 'deck-planner/limits/axle.spec.ts', classname: 'x.Y', suites: ['s'] }, ['deck-planner', 'limits']],
  [
    'a file below the folders every tree has',
    { file: 'src/test/java/ferry/deck/AxleTest.java', classname: null, suites: [] },
    ['ferry', 'deck'],
  ],
  ['a file on another system', { file: 'C:\\ferry\\deck\\axle_test.py', classname: null, suites: [] }, ['ferry', 'deck']],
  ['a file that stands in no folder', { file: 'axle.spec.ts', classname: null, suites: ['Axles'] }, []],
  ['its package', { file: null, classname: 'ferry.deck.AxleTest', suites: ['s'] }, ['ferry', 'deck']],
  ['its suite where the class is a sentence', { file: null, classname: 'It counts. Twice', suites: ['Axles', 'limits'] }, ['Axles']],
  ['nothing', { file: null, classname: 'AxleTest', suites: [] }, []],
])('is taken from %s', (_, test, folder) => expect(folderOf(test)).toEqual(folder))
