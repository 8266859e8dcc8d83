import assert from 'node:assert/strict'
import { test } from 'node:test'
import { ask } from '../ferry.js'

// case: FERRY-116
test('Return ticket shows the price in both currencies', async () => {
  const { crowns, euros } = await ask('/api/fares?passenger=adult&return=true')
  assert.deepEqual({ crowns, euros }, { crowns: 168, euros: 14.28 })
})

// case: FERRY-311
test('Basket survives a reload in the app', async () => {
  const item = { ticket: 'Single ticket', price: 84 }
  const { id } = await ask('/api/basket', { method: 'POST', body: JSON.stringify(item) })
  const { items } = await ask(`/api/basket?id=${id}`)
  assert.deepEqual(items, [item])
})
