import type { RunDetail, RunList, Threads } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readSheet } from '../platform/tables/sheet.js'
import { resultFile, seedCase, TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
let runId = 0
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  for (const build of ['1', '2', '3']) {
    const tests = [
      { name: 'linked', key: 'FERRY-214' },
      { name: '=1+1', fails: 'axle, &quot;2&quot; over' },
      { name: 'left out', skipped: true },
    ]
    const report = await bobbin.deliver(resultFile(tests), { build })
    runId = report.run?.id ?? 0
  }
})
afterAll(() => bobbin.stop())

const fetchExport = (format: string) =>
  fetch(`${bobbin.url}/api/projects/gullhaven/runs/${runId}/export?format=${format}`, { headers: { authorization: `Bearer ${TOKEN}` } })

describe('a run’s results', () => {
  it('leave as CSV, with nothing in it that a spreadsheet would run', async () => {
    const answer = await fetchExport('csv')
    expect(answer.headers.get('content-disposition')).toBe('attachment; filename="fare-desk-web-3-pier-test.csv"')
    const text = await answer.text()
    expect(text).toContain("failed,'=1+1,deck")
    const [heading, ...rows] = await readSheet(Buffer.from(text))
    expect(heading?.slice(0, 3)).toEqual(['Outcome', 'Name', 'Class'])
    expect(rows.map((row) => [row[0], row[1], row[7], row[10]]).sort()).toEqual([
      ['failed', '=1+1', '', 'axle, "2" over'],
      ['passed', 'linked', 'FERRY-214', ''],
      ['skipped', 'left out', '', ''],
    ])
  })

  it('leave as JSON', async () => {
    const rows = (await (await fetchExport('json')).json()) as { name: string; outcome: string; cases: string[]; durationMs: number }[]
    expect(rows.find((row) => row.name === 'linked')).toMatchObject({ outcome: 'passed', cases: ['FERRY-214'], durationMs: 500 })
    expect(rows).toHaveLength(3)
  })

  it('in no other format', async () => expect((await fetchExport('pdf')).status).toBe(400))
})

describe('the span of builds', () => {
  it('shortens threads', async () => {
    const run = await bobbin.get<RunDetail>(`/runs/${runId}?span=2`)
    const failing = run.rows.find((row) => row.script.name === '=1+1')
    expect(run.threads.byScript[String(failing?.script.id)]).toBe('22')
    const threads = await bobbin.get<Threads>(`/runs/${runId}/threads?scripts=${failing?.script.id}`)
    expect(threads.byScript).toEqual({ [String(failing?.script.id)]: '222' })
  })
  it('hides older runs from the list, and counts them', async () => {
    const list = await bobbin.get<RunList>('/runs?span=1')
    expect([list.rows.map((row) => row.build), list.hidden]).toEqual([['3'], 2])
    await expect(bobbin.get('/runs?span=0')).rejects.toMatchObject({ status: 400 })
  })
})
