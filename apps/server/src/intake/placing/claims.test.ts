import type { RunDetail } from '@bobbin/client'
import { zipSync } from 'fflate'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp } from '../../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const text = (content: string) => new TextEncoder().encode(content)
const tap = (...points: string[]) =>
  text(`1..${points.length}\n${points.map((point, i) => point.replace('ok', `ok ${i + 1} -`)).join('\n')}\n`)
const run = (report: { run: { id: number } | null }) => bobbin.get<RunDetail>(`/runs/${report.run?.id}`)
const names = (detail: RunDetail, change: string) =>
  detail.rows.filter((row) => row.change === change).map(({ script }) => `${script.file ?? script.suites.join('/')} ${script.name}`)

describe('TAP files of one delivery', () => {
  it('are told apart by their paths: a failure in one is no first try of the other', async () => {
    const report = await bobbin.deliver({ 'a.t': tap('not ok computes'), 'b.t': tap('ok computes') }, { pipeline: 'perl', build: '1' })
    const detail = await run(report)
    expect(detail.run.totals).toMatchObject({ total: 2, failed: 1, passed: 1, recovered: 0 })
    expect(names(detail, 'newlyFailing')).toEqual(['a.t computes'])
  })

  it('are the same tests below another folder, in another order, in an archive and when they are read again', async () => {
    const archive = (root: string, order: string[]) =>
      zipSync(Object.fromEntries(order.map((name) => [`${root}/${name}`, tap(name === 'deck/a.t' ? 'not ok computes' : 'ok computes')])))
    await bobbin.deliver({ 'one.zip': archive('builds/7', ['deck/a.t', 'deck/b.t', 'tide/a.t']) }, { pipeline: 'prove', build: '1' })
    const report = await bobbin.deliver(
      { 'two.zip': archive('home/runa/ferry', ['tide/a.t', 'deck/b.t', 'deck/a.t']) },
      { pipeline: 'prove', build: '2' },
    )
    const detail = await run(report)
    expect(detail.changes).toMatchObject({ stillFailing: 1, unchanged: 2, new: 0, gone: 0, notInRun: 0, newlyFailing: 0, fixed: 0 })
    expect(names(detail, 'stillFailing')).toEqual(['deck/a.t computes'])
    const delivery = await bobbin.get<{ files: { id: number }[] }>(`/deliveries/${report.deliveryId}`)
    const runa = await bobbin.person()
    for (const { id } of delivery.files) await runa('POST', `/deliveries/${report.deliveryId}/files/${id}/reading`)
    expect((await run(report)).changes).toEqual(detail.changes)
  })
})

describe('what an archive does not hold', () => {
  it('is named: the text of a link, and a file whose path leads out of it', async () => {
    const escaping = zipSync({ '../../etc/a.xml': text('<testsuite name="s"><testcase classname="c" name="n"/></testsuite>') })
    const link = new Uint8Array(
      readFileSync(new URL('../../../../../packages/core/src/formats/samples-archives/symlink.zip', import.meta.url)),
    )
    const report = await bobbin.deliver({ 'escaping.zip': escaping, 'symlink.zip': link }, { pipeline: 'archives' })
    expect(report.files.map(({ name, status, error }) => [name, status, error?.code ?? null])).toEqual([
      ['escaping.zip/etc/a.xml', 'refused', 'outside'],
      ['symlink.zip/a.xml', 'stored', null],
      ['symlink.zip/shots/gate.xml', 'passedOver', 'notResult'],
      ['symlink.zip/plain.txt', 'passedOver', 'unknownFormat'],
    ])
  })
})

describe('files of one delivery that have the same test', () => {
  const one = (body: string) => `<testsuite name="deck"><testcase classname="deck" name="axle">${body}</testcase></testsuite>`

  it.each([
    ['first', ['<failure message="over"/>', '']],
    ['last', ['', '<failure message="over"/>']],
  ])('never make a pass of a failure, which came %s, and say so', async (when, [first = '', second = '']) => {
    const report = await bobbin.deliver({ 'a.xml': one(first), 'b.xml': one(second) }, { pipeline: `twice-${when}` })
    expect((await run(report)).run.totals).toMatchObject({ total: 1, failed: 1, recovered: 0, passed: 0 })
    expect(report.files[1]?.warnings).toMatchObject([{ code: 'otherFile', count: 1 }])
    expect(report.files[1]?.warnings[0]?.message).toMatch(/“axle” stands in “a\.xml” of this delivery, too/)
  })

  it('are tries only where one was delivered after the other', async () => {
    await bobbin.deliver({ 'a.xml': one('<failure message="over"/>') }, { pipeline: 'again' })
    const report = await bobbin.deliver({ 'b.xml': one('') }, { pipeline: 'again' })
    expect((await run(report)).run.totals).toMatchObject({ total: 1, recovered: 1 })
    expect(report.files[0]?.warnings).toEqual([])
  })
})

describe('a test without a result', () => {
  const suite = (file: string, ...tests: string[]) =>
    `<testsuite name="${file}">${tests.map((name) => `<testcase classname="${file}" file="${file}" name="${name}"/>`).join('')}</testsuite>`
  const all = { 'deck.xml': suite('deck.spec.ts', 'axle', 'keel'), 'tide.xml': suite('tide.spec.ts', 'ebb', 'flow') }
  const part = { 'deck.xml': suite('deck.spec.ts', 'axle') }
  const changesIn = async (pipeline: string, second: Record<string, string>, scope?: 'whole' | 'partial') => {
    await bobbin.deliver(all, { pipeline, build: '1' })
    return (await run(await bobbin.deliver(second, { pipeline, build: '2', ...(scope && { scope }) }))).changes
  }

  it('is gone only where its file reported without it', async () => {
    expect(await changesIn('silent', part)).toMatchObject({ gone: 1, notInRun: 2, unchanged: 1 })
  })

  it('is gone when the sender says that the run was whole, and never when it says that it was not', async () => {
    expect(await changesIn('whole', part, 'whole')).toMatchObject({ gone: 3, notInRun: 0 })
    expect(await changesIn('partial', part, 'partial')).toMatchObject({ gone: 0, notInRun: 3 })
  })

  it('did not run where a fault may hide it', async () => {
    const broken = { 'deck.xml': suite('deck.spec.ts', 'axle').replace('</testsuite>', '<error message="no module"/></testsuite>') }
    expect(await changesIn('fault', broken)).toMatchObject({ gone: 0, notInRun: 0, notRun: 3 })
  })

  it('is known from the last build that could judge, however many came between', async () => {
    await bobbin.deliver(all, { pipeline: 'long', build: '1' })
    const broken = { 'deck.xml': suite('deck.spec.ts', 'axle').replace('</testsuite>', '<error message="no module"/></testsuite>') }
    for (let build = 2; build <= 13; build++) await bobbin.deliver(broken, { pipeline: 'long', build: String(build) })
    const detail = await run(await bobbin.deliver(part, { pipeline: 'long', build: '14' }))
    expect(names(detail, 'gone')).toEqual(['deck.spec.ts keel'])
  })

  it('is compared with the last whole run when those between were parts', async () => {
    await bobbin.deliver(all, { pipeline: 'nightly', build: '1' })
    await bobbin.deliver(part, { pipeline: 'nightly', build: '2', scope: 'partial' })
    const whole = { ...part, 'tide.xml': suite('tide.spec.ts', 'ebb') }
    const detail = await run(await bobbin.deliver(whole, { pipeline: 'nightly', build: '3', scope: 'whole' }))
    expect(names(detail, 'gone').sort()).toEqual(['deck.spec.ts keel', 'tide.spec.ts flow'])
  })
})
