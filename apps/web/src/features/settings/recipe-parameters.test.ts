import { expect, it } from 'vitest'
import { parameterOf, typed } from './recipe-parameters.js'

it('reads values with commas, and a pattern between slashes', () => {
  const one = parameterOf({ name: ' sailing ', allowed: '07:40, 09:10,', fallback: '', variable: '' })
  expect(one).toEqual({ name: 'sailing', values: ['07:40', '09:10'], pattern: null, fallback: null, variable: null })
  expect(parameterOf(typed(one))).toEqual(one)
  const other = parameterOf({ name: 'deck', allowed: '/[a-z]+/', fallback: 'upper', variable: 'DECK' })
  expect(other).toEqual({ name: 'deck', values: [], pattern: '[a-z]+', fallback: 'upper', variable: 'DECK' })
  expect(parameterOf(typed(other))).toEqual(other)
})
