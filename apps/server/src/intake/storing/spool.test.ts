import { existsSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { expect, it } from 'vitest'
import { Spool } from './spool.js'

const read = async (spool: Spool) => {
  const pieces: Buffer[] = []
  for await (const piece of spool.chunks()) pieces.push(piece)
  return Buffer.concat(pieces).toString()
}
const spools = () => readdirSync(tmpdir()).filter((name) => name.startsWith('bobbin-spool-') && existsSync(tmpdir()))

it('keeps few rows in memory', async () => {
  const spool = new Spool()
  spool.add('1\tfirst')
  spool.add('2\tsecond')
  expect(await read(spool)).toBe('1\tfirst\n2\tsecond\n')
  spool.dispose()
})

it('puts many into a file, gives them back in order, and leaves nothing behind', async () => {
  const before = spools().length
  const spool = new Spool()
  const long = 'ferry – '.repeat(2000)
  for (let i = 0; i < 300; i++) spool.add(`${i}\t${long}`)
  expect(spools().length).toBe(before + 1)
  const lines = (await read(spool)).split('\n').slice(0, -1)
  expect(lines.map((line) => Number(line.split('\t')[0]))).toEqual(Array.from({ length: 300 }, (_, i) => i))
  expect(lines[299]?.split('\t')[1]).toBe(long)
  spool.dispose()
  expect(spools().length).toBe(before)
})

it('gives out the rows between two places while more are added', async () => {
  const spool = new Spool()
  spool.add('1\tein Fährplan')
  const first = spool.flush()
  spool.add('2\t⚓')
  const second = spool.flush()
  expect(spool.flush()).toBe(second)
  spool.add('3')
  const between: Buffer[] = []
  for await (const piece of spool.between(first, second)) between.push(piece)
  expect(Buffer.concat(between).toString()).toBe('2\t⚓\n')
  const rest: Buffer[] = []
  for await (const piece of spool.chunks(second)) rest.push(piece)
  expect(Buffer.concat(rest).toString()).toBe('3\n')
  expect(await read(spool)).toBe('1\tein Fährplan\n2\t⚓\n3\n')
  spool.dispose()
})
