import { expect, it } from 'vitest'
import { AwayLog } from './away-log.js'

it('says an outage once in a while, however many requests meet it', () => {
  const said: string[] = []
  let now = 0
  const log = new AwayLog(
    (line) => said.push(line),
    () => now,
  )
  for (now = 0; now < 10_000; now += 100) log.met('databaseAway', 'connect ECONNREFUSED')
  expect(said).toEqual(['databaseAway: connect ECONNREFUSED'])
  log.met('storeAway', 'no space left on device')
  log.met('databaseAway', 'the database system is starting up')
  expect(said.slice(1)).toEqual([
    'storeAway: no space left on device',
    'databaseAway: the database system is starting up; 99 more requests met it since it was said last',
  ])
  now += 60_000
  log.met('databaseAway', 'connect ECONNREFUSED')
  expect(said.at(-1)).toBe('databaseAway: connect ECONNREFUSED')
})
