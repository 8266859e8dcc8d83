import { expect, it } from 'vitest'
import { migrate } from './migrate.js'
import { startFault } from './start-fault.js'

it.each([
  [Object.assign(new Error('listen EADDRINUSE'), { code: 'EADDRINUSE', port: 4680 }), /^Port 4680 is taken/],
  [Object.assign(new Error('listen EACCES'), { code: 'EACCES', port: 80 }), /^Port 80 is not allowed/],
  [new Error('BOBBIN_SECRET is not set'), /^BOBBIN_SECRET is not set$/],
  [Object.assign(new Error('could not extend file'), { code: '53100' }), /^The disk of the database is full/],
  [Object.assign(new Error('outer'), { parent: { code: '28P01' } }), /^The database refuses the user/],
])('%s is one sentence', (error, sentence) => {
  expect(startFault(error)).toMatch(sentence)
  expect(startFault(error)).not.toContain('\n')
})

it('a database that does not answer is said to be away', async () => {
  const error: unknown = await migrate('postgres://bobbin@127.0.0.1:1/bobbin').catch((thrown: unknown) => thrown)
  expect(startFault(error)).toMatch(/^The database does not answer/)
})

it('what nobody foresaw keeps its stack', () => expect(startFault(new TypeError('odd'))).toContain('start-fault.test'))
