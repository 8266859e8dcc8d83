import { request } from 'node:http'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import type { ResultDetail, RunDetail, ScriptList } from '@bobbin/client'
import { ApiError } from '@bobbin/client'
import { resultFile, TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
  await bobbin.deliver(resultFile(['stored before']), { pipeline: 'good' })
})
afterAll(() => bobbin.stop())

const HOSTILE = new URL('../../../../packages/core/src/formats/samples-hostile/', import.meta.url)
const hostile = (name: string) => readFileSync(new URL(name, HOSTILE), 'latin1')
/** What was there before is there still, whatever came. */
const nothingLost = async () => expect((await bobbin.get<ScriptList>('/scripts?search=stored before')).total).toBe(1)

describe('a file that is no result file', () => {
  it.each([
    ['truncated', 'truncated-mid-element.xml', /not well-formed|unclosed/i],
    ['with a wrong root', 'wrong-root.xml', /root element <\w+> is no known result format/],
    ['that is a picture', 'picture.xml', /PNG picture/],
    ['with entities that blow up', 'quadratic-blowup.xml', /entities; they are never expanded/],
    ['with an outside entity', 'xxe-external-entity.xml', /never expanded/],
    ['nested absurdly deep', 'deep-5000.xml', /nested more than 1000 deep/],
    ['that is no XML', 'tap-just-text.tap', /no result format that Bobbin reads/],
  ])('%s is refused by a sentence with what is wrong, and the next one is taken', async (_, name, message) => {
    const content = new Uint8Array(Buffer.from(hostile(name), 'latin1'))
    const report = await bobbin.deliver({ [name]: content, 'good.xml': resultFile(['beside']) }, { pipeline: name })
    expect(report.files.map((file) => file.status)).toEqual(['refused', 'stored'])
    expect(report.files[0]?.error?.message).toMatch(message)
    await nothingLost()
  })

  it('that is empty is refused', async () => {
    const report = await bobbin.deliver({ 'empty.xml': '' }, { pipeline: 'empty' })
    expect(report.files[0]?.error?.message).toMatch(/empty/)
    expect(report.run).toBeNull()
  })
})

describe('a file that is odd', () => {
  it('keeps 30 MB of one message up to the stated limit, and says that it was cut', async () => {
    const file = `<testsuite name="s"><testcase classname="c" name="long"><failure message="m">${'long line of a log\n'.repeat(1_660_000)}</failure></testcase></testsuite>`
    const report = await bobbin.deliver(file, { pipeline: 'long' })
    expect(report.files[0]?.warnings).toContainEqual(
      expect.objectContaining({ code: 'cut', message: 'Text over 1048576 characters was cut' }),
    )
    const run = await bobbin.get<RunDetail>(`/runs/${report.run?.id}`)
    const result = await bobbin.get<ResultDetail>(`/runs/${report.run?.id}/results/${run.rows[0]?.script.id}`)
    expect(result.attempts[0]?.failures[0]?.stack?.length).toBeLessThanOrEqual(1_048_576)
  })

  it('with control characters, HTML and 10,000 characters in its names keeps them as text', async () => {
    const name = `<img src=x onerror=alert(1)>${'n'.repeat(12_000)}`
    const escaped = name.replaceAll('<', '&lt;').replaceAll('>', '&gt;')
    const file = `<testsuite name="s"><testcase classname="c" name="${escaped}"/><testcase classname="c" name="bell\u0007"/></testsuite>`
    const report = await bobbin.deliver(file, { pipeline: 'names' })
    expect(report.run?.totals.total).toBe(2)
    const rows = await bobbin.ask<{ name: string }>(`select name from script where name like '<img%'`)
    expect(rows[0]?.name).toBe(name.slice(0, 10_000))
    expect(report.files[0]?.warnings.map((warning) => warning.code)).toEqual(expect.arrayContaining(['cut', 'illFormed']))
  })

  it('with more tests than a statement can have values is stored whole', async () => {
    const tests = Array.from({ length: 70_000 }, (_, i) => `<testcase classname="c${i % 500}" name="test ${i}" time="0.01"/>`).join('\n')
    const report = await bobbin.deliver(`<testsuite name="s">${tests}</testsuite>`, { pipeline: 'many' })
    expect(report.run?.totals).toMatchObject({ total: 70_000, passed: 70_000 })
  })
})

describe('a request that is wrong', () => {
  it('with a token that is none is told so', async () => {
    const refused: unknown = await bobbin
      .client('bbn_nonsense')
      .get('/session')
      .catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(ApiError)
    expect(refused).toMatchObject({ status: 401, message: 'Sign in, or send a valid token as “Authorization: Bearer …”' })
  })

  it('whose body never ends is broken off with a sentence, and holds nothing open', async () => {
    const query = 'pipeline=endless&build=1&branch=main&environment=e'
    const answer = await new Promise<{ status: number; body: string }>((resolve, reject) => {
      const sent = request(
        `${bobbin.url}/api/projects/gullhaven/deliveries?${query}`,
        { method: 'POST', headers: { authorization: `Bearer ${TOKEN}`, 'content-type': 'multipart/form-data; boundary=b' } },
        (response) => {
          let body = ''
          response.on('data', (piece) => (body += String(piece)))
          response.on('end', () => resolve({ status: response.statusCode ?? 0, body }))
        },
      )
      sent.on('error', reject)
      sent.write('--b\r\ncontent-disposition: form-data; name="file"; filename="a.xml"\r\n\r\n<testsuite name="s"><testcase name="one"/>')
    })
    expect(answer.status).toBe(408)
    expect(JSON.parse(answer.body)).toMatchObject({ code: 'stalled', detail: expect.stringContaining('Nothing came for') as string })
    expect(await bobbin.ask(`select 1 from pipeline where name = 'endless'`)).toEqual([])
    // work in the background has transactions of its own, which end
    await vi.waitFor(async () => {
      const open = await bobbin.ask(`select 1 from pg_stat_activity where datname = current_database() and state = 'idle in transaction'`)
      expect(open).toEqual([])
    }, 30_000)
    await nothingLost()
  })
})
