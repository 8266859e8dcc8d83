import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, TestApp, TOKEN } from '../../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const QUERY = 'pipeline=p&build=1&branch=main&environment=e'
const post = (query: string, body?: FormData | string) =>
  fetch(`${bobbin.url}/api/projects/gullhaven/deliveries?${query}`, {
    method: 'POST',
    headers: { authorization: `Bearer ${TOKEN}` },
    body: body ?? null,
  })

describe('an upload', () => {
  it('says which part of the target is missing or wrong', async () => {
    for (const [query, words] of [
      ['build=1&branch=main&environment=e', 'Name the pipeline'],
      ['pipeline=%20&build=1&branch=main&environment=e', 'Name the pipeline'],
      [`${QUERY}&commit=%3Cscript%3E`, 'A commit is letters and digits'],
      [`${QUERY}&colour=red`, 'colour'],
    ] as const) {
      const answer = await post(query, new FormData())
      expect(answer.status).toBe(400)
      expect(((await answer.json()) as { detail: string }).detail).toContain(words)
    }
  })

  it('without a file, or with something else than a form, is refused', async () => {
    expect(await (await post(QUERY, new FormData())).json()).toMatchObject({ code: 'noFiles' })
    expect(await (await post(QUERY, 'just text')).json()).toMatchObject({ code: 'contentType' })
  })

  it('that breaks off leaves nothing behind, and the next one works', async () => {
    const boundary = 'thread'
    const head = `--${boundary}\r\ncontent-disposition: form-data; name="file"; filename="half.xml"\r\n\r\n<testsuite name="half"><testcase name="never stored"/>`
    await new Promise<void>((resolve) => {
      const half = request(`${bobbin.url}/api/projects/gullhaven/deliveries?${QUERY}`, {
        method: 'POST',
        headers: {
          authorization: `Bearer ${TOKEN}`,
          'content-type': `multipart/form-data; boundary=${boundary}`,
          'content-length': 1_000_000,
        },
      })
      half.on('error', () => resolve())
      half.on('close', () => resolve())
      half.write(head, () => half.destroy())
    })
    const report = await bobbin.deliver(resultFile(['whole']), { pipeline: 'p' })
    expect(report.run?.totals.total).toBe(1)
    expect(await bobbin.ask(`select 1 from script where name = 'never stored'`)).toEqual([])
    const [open] = await bobbin.ask<{ n: string }>(
      `select count(*) as n from pg_stat_activity where datname = current_database() and state = 'idle in transaction'`,
    )
    expect(open?.n).toBe('0')
  })

  it('keeps names as text, whatever they hold', async () => {
    const nasty = `Robert'); DROP TABLE run;-- &lt;script&gt; __proto__ \t\\N`
    await bobbin.deliver(resultFile([nasty]), { pipeline: "p'; drop table run; --", environment: '<b>' })
    const [row] = await bobbin.ask<{ name: string }>(`select name from script where name like 'Robert%'`)
    expect(row?.name).toBe(`Robert'); DROP TABLE run;-- <script> __proto__  \\N`)
  })
})
