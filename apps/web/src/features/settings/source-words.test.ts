import { expect, it } from 'vitest'
import { everyWords } from './source-words.js'

it.each([
  [60, 'minute'],
  [300, '5 minutes'],
  [3600, 'hour'],
  [86_400, 'day'],
  [172_800, '2 days'],
  [90, '90 seconds'],
])('%i seconds are “%s”', (seconds, words) => expect(everyWords(seconds)).toBe(words))
