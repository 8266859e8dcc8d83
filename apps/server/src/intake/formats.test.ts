import type { ResultDetail, RunDetail } from '@bobbin/client'
import { readResultFile, summarizeFile } from '@bobbin/core'
import { zipSync } from 'fflate'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const SAMPLES = new URL('../../../../packages/core/src/formats/', import.meta.url)
const sample = (name: string) => new Uint8Array(readFileSync(new URL(name, SAMPLES)))
const text = (content: string) => new TextEncoder().encode(content)

/** One file of each format, as its runner wrote it. */
const FILES = [
  'cucumber-A/cucumber.json',
  'cucumber-A/messages.ndjson',
  'gotest-A/gotest.json.ndjson',
  'gtest-A/gtest.json',
  'jest-A/results.json',
  'mocha-A/ctrf/ctrf-report.json',
  'mocha-A/json-stream.jsonl',
  'mocha-A/results.json',
  'node-test-A/results.tap',
  'nunit-written/TestResult.xml',
  'playwright-A/results.json',
  'prove-A/01-fares.tap',
  'robot-written/output.xml',
  'testng-A/testng-results.xml',
  'vitest-A/results.tap',
  'xunit-written/results.xml',
]

describe('every format', () => {
  it.each(FILES)('%s is stored as it is read', async (file) => {
    const bytes = sample(`samples/${file}`)
    const expected = summarizeFile(file, readResultFile(bytes))
    const report = await bobbin.deliver({ [file]: bytes }, { pipeline: file })
    expect(report.files).toMatchObject([{ status: 'stored', format: expected.format, totals: expected.totals }])
    const run = await bobbin.get<RunDetail>(`/runs/${report.run?.id}`)
    expect(run.run.totals).toEqual(expected.totals)
    expect(run.faults.map(({ code, subject, message }) => ({ code, subject, message }))).toEqual(
      expected.faults.map(({ code, subject, message }) => ({ code, subject, message })),
    )
  })

  it('keeps the steps of an attempt, with what went wrong', async () => {
    const report = await bobbin.deliver({ 'm.ndjson': sample('samples/cucumber-A/messages.ndjson') }, { pipeline: 'steps' })
    const run = await bobbin.get<RunDetail>(`/runs/${report.run?.id}`)
    const child = run.rows.find((row) => row.script.name === 'Child pays half')
    const result = await bobbin.get<ResultDetail>(`/runs/${report.run?.id}/results/${child?.script.id}`)
    expect(result.attempts[0]?.steps.map(({ keyword, text: words, outcome }) => `${keyword} ${words}: ${outcome}`)).toEqual([
      'Given the fare table for 2026: passed',
      'When a "child" buys a ticket for 2 zone: passed',
      'Then the price is 430: failed',
    ])
    expect(result.attempts[0]?.steps[2]?.message).toContain('420')
  })
})

it('coverage is stored by source file, beside the results of its run', async () => {
  const files = {
    'junit.xml': text('<testsuite name="s"><testcase classname="c" name="one"/></testsuite>'),
    'lcov.info': sample('samples-coverage/pytest-lcov.info'),
  }
  const report = await bobbin.deliver(files, { pipeline: 'covered' })
  expect(report.files[1]).toMatchObject({ status: 'stored', format: 'lcov', coverage: { files: 1, linesCovered: 19, linesTotal: 29 } })
  expect(report.run?.totals.total).toBe(1)
  const [sums] = await bobbin.ask(
    `select count(*)::int as files, sum(lines_covered)::int as lines from coverage where run_id = ${report.run?.id}`,
  )
  expect(sums).toEqual({ files: 1, lines: 19 })
})

describe('an archive', () => {
  it('is stored file by file; what is no result file is named', async () => {
    const bytes = zipSync({
      'unit/junit.xml': text('<testsuite name="s"><testcase classname="c" name="one"/></testsuite>'),
      'api/points.tap': text('TAP version 13\n1..1\nok 1 - gate opens\n'),
      'shots/gate.png': new Uint8Array([0x89, 0x50, 0x4e, 0x47]),
      'broken.xml': text('<testsuite name="s"><testcase'),
    })
    const report = await bobbin.deliver({ 'reports.zip': bytes }, { pipeline: 'zip' })
    expect(report.files.map(({ name, status }) => `${name} ${status}`)).toEqual([
      'reports.zip/unit/junit.xml stored',
      'reports.zip/shots/gate.png passedOver',
      'reports.zip/broken.xml refused',
      // what stands beside it is part of the names of its tests
      'reports.zip/api/points.tap stored',
    ])
    expect(report.run?.totals).toMatchObject({ total: 2, passed: 2 })
    const again = await bobbin.deliver({ 'reports.zip': bytes }, { pipeline: 'zip' })
    expect(again.files.map(({ status }) => status)).toEqual(['already', 'passedOver', 'refused', 'already'])
  })

  it.each(['bomb-200MB.zip', 'bomb-200MB.xml.gz', 'empty.zip'])('%s is refused, and nothing of it stored', async (name) => {
    const report = await bobbin.deliver({ [name]: sample(`samples-archives/${name}`) }, { pipeline: name })
    expect(report.files.map(({ status }) => status)).toEqual(['refused'])
    expect(report.run).toBeNull()
  })
})

describe('attachments', () => {
  const PNG = new Uint8Array(
    Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'),
  )
  const script = '<script>alert(1)</script>'
  const junit = (mentioned: string) =>
    `<testsuite name="s"><testcase classname="c" name="gate"><failure message="no"/><system-out>[[ATTACHMENT|${mentioned}]]</system-out></testcase></testsuite>`
  const attachmentsOf = async (runId: number | undefined, name: string) => {
    const run = await bobbin.get<RunDetail>(`/runs/${runId}`)
    const row = run.rows.find((candidate) => candidate.script.name === name)
    const result = await bobbin.get<ResultDetail>(`/runs/${runId}/results/${row?.script.id}`)
    return result.attempts.map((attempt) => attempt.attachments)
  }
  const content = (id: number | undefined, token = TOKEN) =>
    fetch(`${bobbin.url}/api/projects/gullhaven/attachments/${id}`, { headers: { authorization: `Bearer ${token}` } })

  it('inside a report are kept with their attempt and handed out as what their bytes are', async () => {
    const report = await bobbin.deliver({ 'm.ndjson': sample('samples/cucumber-A/messages.ndjson') }, { pipeline: 'pictures' })
    const [attached = []] = await attachmentsOf(report.run?.id, 'Attaches a picture and text')
    expect(attached.map(({ mediaType }) => mediaType)).toEqual(['image/png', 'text/plain', 'text/plain'])
    const answer = await content(attached[0]?.id)
    expect(answer.headers.get('content-type')).toBe('image/png')
    expect(new Uint8Array(await answer.arrayBuffer())).toEqual(PNG)
  })

  it('in an archive find the attempt that names them, by the end of their path', async () => {
    const bytes = zipSync({
      'build/report.xml': text(junit('../out/gate/shot.png')),
      'out/ramp/shot.png': text('another'),
      'out/gate/shot.png': PNG,
      'log.txt': text('x'),
    })
    const report = await bobbin.deliver({ 'r.zip': bytes }, { pipeline: 'packed' })
    expect(report.files.map(({ name, status }) => `${name} ${status}`)).toEqual([
      'r.zip/build/report.xml stored',
      'r.zip/out/ramp/shot.png passedOver',
      'r.zip/out/gate/shot.png attached',
      'r.zip/log.txt passedOver',
    ])
    expect(await attachmentsOf(report.run?.id, 'gate')).toMatchObject([[{ name: 'shot.png', bytes: PNG.length, mediaType: 'image/png' }]])
  })

  it('that nobody delivered are named, and say so when asked for', async () => {
    const report = await bobbin.deliver(junit('shots/gone.png'), { pipeline: 'gone' })
    const [[attachment] = []] = await attachmentsOf(report.run?.id, 'gate')
    expect(attachment).toMatchObject({ path: 'shots/gone.png', bytes: null })
    const answer = await content(attachment?.id)
    expect(answer.status).toBe(404)
    expect(await answer.json()).toMatchObject({ code: 'notDelivered' })
  })

  it('may follow in a later delivery of the same report', async () => {
    const report = junit('late/shot.png')
    await bobbin.deliver({ 'report.xml': report }, { pipeline: 'late' })
    const bytes = zipSync({ 'report.xml': text(report), 'late/shot.png': PNG })
    const second = await bobbin.deliver({ 'r.zip': bytes }, { pipeline: 'late' })
    expect(second.files.map(({ status }) => status)).toEqual(['already', 'attached'])
    expect(await attachmentsOf(second.run?.id, 'gate')).toMatchObject([[{ bytes: PNG.length }]])
  })

  it('that would be a page can run nothing, and belong to nobody else', async () => {
    const bytes = zipSync({ 'report.xml': text(junit('shot.png')), 'shot.png': text(script) })
    const report = await bobbin.deliver({ 'r.zip': bytes }, { pipeline: 'script' })
    const [[attachment] = []] = await attachmentsOf(report.run?.id, 'gate')
    const answer = await content(attachment?.id)
    expect(answer.headers.get('content-type')).toBe('text/plain; charset=utf-8')
    expect(answer.headers.get('content-security-policy')).toMatch(/^sandbox; default-src 'none'/)
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    expect((await content(attachment?.id, `${TOKEN}-other`)).status).toBe(404)
  })

  it('go to the right try when a second file tries again', async () => {
    await bobbin.deliver(junit('first.png'), { pipeline: 'twice' })
    const bytes = zipSync({ 'report.xml': text(junit('second.png')), 'second.png': PNG })
    const report = await bobbin.deliver({ 'again.zip': bytes }, { pipeline: 'twice' })
    const attempts = await attachmentsOf(report.run?.id, 'gate')
    expect(attempts.map((list) => list.map(({ name, bytes: size }) => [name, size]))).toEqual([
      [['first.png', null]],
      [['second.png', PNG.length]],
    ])
  })
})
