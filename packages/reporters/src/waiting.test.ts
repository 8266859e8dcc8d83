import { mkdtempSync, readdirSync, renameSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeEach, expect, it } from 'vitest'
import { putAside, takeAside, waitingIn } from './waiting'

let folder: string
beforeEach(() => {
  folder = join(mkdtempSync(join(tmpdir(), 'bobbin-aside-')), 'waiting')
})
const feed = (build: string) => ({ open: { build }, batches: ['{"number":1,"results":[]}', '{"number":2,"results":[]}'], close: null })

it('gives back what was put aside, in order, and forgets what was sent', () => {
  expect(waitingIn(folder)).toBe(0)
  putAside(folder, 'b', { ...feed('2'), close: { batches: 2, ended: 'stopped' } })
  putAside(folder, 'a', feed('1'))
  const taken = [...takeAside(folder)]
  expect(taken.map(({ waiting }) => waiting)).toEqual([feed('1'), { ...feed('2'), close: { batches: 2, ended: 'stopped' } }])
  taken[0]?.done()
  taken[1]?.putBack()
  expect(waitingIn(folder)).toBe(1)
  for (const { refused } of takeAside(folder)) refused()
  expect(waitingIn(folder)).toBe(0)
  expect(readdirSync(folder)).toEqual(['b.waiting.refused'])
})

it('gives a feed to one process only, and to another when that one died', () => {
  putAside(folder, 'a', feed('1'))
  const [mine] = [...takeAside(folder)]
  expect([...takeAside(folder)]).toEqual([])
  mine?.putBack()
  // a process that can't be: above the highest number that Linux gives
  renameSync(join(folder, 'a.waiting'), join(folder, 'a.waiting.taken-99999999'))
  expect([...takeAside(folder)].map(({ waiting }) => waiting.open)).toEqual([{ build: '1' }])
})

it('sets aside what can not be read, so that it holds up nothing', () => {
  putAside(folder, 'b', feed('2'))
  writeFileSync(join(folder, 'a.waiting'), '{"open":')
  expect([...takeAside(folder)].map(({ waiting }) => waiting.open)).toEqual([{ build: '2' }])
  expect(readdirSync(folder)).toContain('a.waiting.refused')
})
