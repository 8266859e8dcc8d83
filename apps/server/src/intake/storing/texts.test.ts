import { createHash } from 'node:crypto'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { inTransaction } from '../../platform/database.js'
import { TestApp } from '../../testing/test-app.js'
import { IntakeService } from '../intake.service.js'
import * as tables from '../placing/stage-tables.js'
import { StagedTexts } from './texts.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())
const opened = vi.spyOn(tables, 'openStage')
afterEach(() => opened.mockClear())

const DAY = '2026-03-02'

/** What texts are called, given in the order in which a file says them. */
async function store(bodies: (string | null)[], signatures: string[] = [], day = DAY) {
  const staged = new StagedTexts()
  try {
    const numbers = {
      bodies: bodies.map((text) => staged.bodies.add(text)),
      signatures: signatures.map((text) => staged.signatures.add(text)),
    }
    const ids = await inTransaction(bobbin.app.get(IntakeService), (db) => staged.store(db, 1, day))
    return { numbers, ...ids }
  } finally {
    staged.dispose()
  }
}

const bodies = (ids: readonly string[]) =>
  bobbin.ask(`select text, encode(hash, 'hex') as hash, used_on::text as "usedOn" from body where id in (${ids.join(',')}) order by array_position(array[${ids.join(',')}]::bigint[], id)`) // prettier-ignore

const sha = (text: string) => createHash('sha256').update(text).digest('hex')
const told = (texts: string[], usedOn = DAY) => texts.map((text) => ({ text, hash: sha(text), usedOn }))

/** Of so many characters that they go through a table. */
const long = (what: string) => `${what} ${'the gate is not free '.repeat(20_000)}`

describe.each([
  ['few texts, in a statement', '', false],
  ['many texts, through a table', long('padding'), true],
])('%s', (name, padding, throughTable) => {
  const more = padding ? [padding] : []

  it('are stored once each, and found again', async () => {
    const texts = [`${name}: a`, `b\\n "quoted", {braced} and \t tabbed`, '’ü 日本 😀', ...more]
    const first = await store([texts[0] ?? '', null, ...texts, ''], ['axle', 'lane'])
    expect(first.numbers.bodies).toEqual(['1', '', '1', ...texts.slice(1).map((_, i) => String(i + 2)), ''])
    expect(await bodies(first.texts)).toEqual(told(texts))
    expect(opened.mock.calls.length > 0).toBe(throughTable)
    const again = await store([...texts].reverse(), ['lane', 'axle'])
    expect(again.texts).toEqual([...first.texts].reverse())
    expect(again.signatures).toEqual([...first.signatures].reverse())
  })

  it('are made where some of them are there', async () => {
    const [there] = (await store([`${name}: there`])).texts
    const { texts } = await store([`${name}: new`, `${name}: there`, `${name}: newer`, ...more])
    expect(texts[1]).toBe(there)
    expect((await bodies(texts)).slice(0, 3)).toMatchObject([
      { text: `${name}: new` },
      { text: `${name}: there` },
      { text: `${name}: newer` },
    ])
  })

  it('are said to be used, once a week', async () => {
    const say = (day: string) => store([`${name}: used`, ...more], [], day)
    const used = async (day: string) => (await bodies((await say(day)).texts))[0]
    expect([await used('2026-04-01'), await used('2026-04-08'), await used('2026-04-09')].map((row) => String(row?.['usedOn']))).toEqual(['2026-04-01', '2026-04-01', '2026-04-09']) // prettier-ignore
  })

  it('are stored once by deliveries that say them at once', async () => {
    const said = Array.from({ length: 4 }, (_, i) => store([`${name}: one ${i % 2}`, `${name}: other`, ...more]))
    const [a, b, ...rest] = await Promise.all(said)
    expect(rest.map(({ texts }) => texts)).toEqual([a?.texts, b?.texts])
    expect(a?.texts[1]).toBe(b?.texts[1])
  })
})

it('texts that were few and become many keep their numbers', async () => {
  const texts = Array.from({ length: 50 }, (_, i) => `text ${i} ${'#'.repeat(i * 400)}`)
  const { numbers, texts: ids } = await store(texts)
  expect(numbers.bodies).toEqual(texts.map((_, i) => String(i + 1)))
  expect(opened).toHaveBeenCalled()
  expect(await bodies(ids)).toEqual(told(texts))
})

it('what says nothing is not stored', async () => {
  expect(await store([null, ''])).toMatchObject({ numbers: { bodies: ['', ''] }, texts: [], signatures: [] })
})
