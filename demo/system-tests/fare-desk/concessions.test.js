import assert from 'node:assert/strict'
import { test } from 'node:test'
import { ask } from '../ferry.js'

// case: FERRY-219
test('Islander gets the reduced fare in the app', async () => {
  const { crowns } = await ask('/api/fares?passenger=islander')
  assert.equal(crowns, 25)
})

// case: FERRY-210
test('Senior can book together with an adult at the counter', async () => {
  const fares = await Promise.all(['senior', 'adult'].map((passenger) => ask(`/api/fares?passenger=${passenger}`)))
  assert.equal(
    fares.reduce((sum, { crowns }) => sum + crowns, 0),
    144,
  )
})

// case: FERRY-194
test('Student is asked for the card for a company account', async () => {
  await assert.rejects(ask('/api/fares?passenger=student'), /answered 400/)
})
