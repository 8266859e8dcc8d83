import assert from 'node:assert/strict'
import { test } from 'node:test'
import { ask } from '../ferry.js'

// case: FERRY-410
test('Low tide moves the departure', async () => {
  const [first] = await ask('/api/sailings?tide=low')
  assert.equal(first.at, '07:35')
})

// case: FERRY-384
test('Extra sailing links to the deck plan in the app', async () => {
  const sailings = await ask('/api/sailings')
  assert.ok(sailings.every(({ number, deckPlan }) => deckPlan === `/deck/${number}`))
})

// case: FERRY-363
test('Last sailing is listed on the day on the pier screens', async () => {
  const sailings = await ask('/api/sailings?day=sunday')
  assert.equal(sailings.at(-1).number, 'G9')
})
