import { expect, it } from 'vitest'
import { fitsName, fitsPieces } from './wildcard.js'

// the same as the regular expressions that scans write
it.each([
  ['^fare table .* = .*$', 'fare table adult = 420', true],
  ['^fare table .* = .*$', 'fare list adult = 420', false],
  ['^test_weighs(\\[.*\\]|_.*)?$', 'test_weighs[1]', true],
  ['^test_weighs(\\[.*\\]|_.*)?$', 'test_weighs', true],
  ['^test_weighs(\\[.*\\]|_.*)?$', 'test_weighsall', false],
  ['^counts(\\(.*\\))?(\\[.*\\].*)?$', 'counts(int)[2]', true],
  ['^(.*\\.)?Price\\s*(<.*>)?(\\(.*\\))?$', 'Ferry.Tests.Price("adult", 420)', true],
  ['^(.*\\.)?Price\\s*(<.*>)?(\\(.*\\))?$', 'Prices', false],
  ['^testFareTable( with data set .*|[#@"].*)?$', 'testFareTable with data set "adult"', true],
  ['^.*$', 'anything', true],
  ['^a\\.b .*$', 'a.b c', true],
  ['^a\\.b .*$', 'axb c', false],
])('%s takes %s: %s', (pattern, name, fits) => {
  expect(fitsName(pattern, name)).toBe(fits)
  expect(new RegExp(pattern, 's').test(name)).toBe(fits)
})

it('neither fails nor takes for ever, whatever was sent', () => {
  for (const pattern of ['^(', '^[', '^a**$', '\\', '^(a+)+$', '(?<', `^${'.*a'.repeat(500)}$`]) fitsName(pattern, 'a'.repeat(5000))
  expect(fitsPieces(['', ...'ab'.repeat(2000).split(''), ''], 'a'.repeat(10_000))).toBe(false)
})
