import { expect, it } from 'vitest'
import { readVariables } from './variables.js'

it('reads variables, one a line; what follows the first = is the value', () => {
  expect(readVariables('SHIP=Small ferry\n\n TIDE = low\nQUERY=a=b\n=nothing\nno value')).toEqual({
    SHIP: 'Small ferry',
    TIDE: 'low',
    QUERY: 'a=b',
  })
})
