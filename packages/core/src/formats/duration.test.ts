import { expect, it } from 'vitest'
import { secondsToMs } from './duration.js'

it.each([
  ['0.004535', 4.535],
  ['12', 12_000],
  ['1.', 1000],
  ['.5', 500],
  ['00.5', 500],
  ['0', 0],
  ['1e-3', 1],
  ['0e5', 0],
  [' 1.5 ', 1500],
  ['0,5', 500],
  ['1,234.5', 1_234_500],
])('reads %j', (text, ms) => expect(secondsToMs(text)).toBe(ms))

// numbers to the engine (ECMAScript, “StringToNumber”), and durations to nobody
it.each(['0x1f', '0X1F', '0b1', '0o7', 'Infinity', '', '-1', '+1', '1_000', '1s', '0.5s', '1,234', 'NaN', '1e999', '315576001'])(
  'takes %j for unknown',
  (text) => expect(secondsToMs(text)).toBe(null),
)
