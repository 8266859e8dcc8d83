import { afterAll, beforeAll, expect, it } from 'vitest'
import { resultFile, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const ask = (path: string, token?: string) => fetch(`${bobbin.url}${path}`, token ? { headers: { authorization: `Bearer ${token}` } } : {})
const scrape = async () => (await ask('/metrics', 'metrics-of-the-tests')).text()
const valueOf = (text: string, line: string) =>
  Number(
    text
      .split('\n')
      .find((one) => one.startsWith(line))
      ?.split(' ')[1] ?? NaN,
  )

it('says that it lives and that it can work', async () => {
  expect(await (await ask('/health')).json()).toEqual({ status: 'ok' })
  const ready = await ask('/ready')
  expect([ready.status, await ready.json()]).toEqual([200, { status: 'ready' }])
})

it('gives its metrics to whoever knows the token, and to nobody else', async () => {
  expect((await ask('/metrics')).status).toBe(401)
  expect((await ask('/metrics', 'metrics-of-the-testz')).status).toBe(401)
  const answer = await ask('/metrics', 'metrics-of-the-tests')
  expect(answer.headers.get('content-type')).toContain('application/openmetrics-text; version=1.0.0')
})

// OpenMetrics 1.0: a counter’s sample ends in _total, help and type stand before it, and the exposition ends with # EOF
it('counts what came in, in the OpenMetrics format', async () => {
  const before = await scrape()
  await bobbin.deliver({ 'a.xml': resultFile(['one', 'two']), 'b.xml': '<html/>' })
  const after = await scrape()
  const grown = (line: string) => valueOf(after, line) - (valueOf(before, line) || 0)
  expect(grown('bobbin_deliveries_total{source="cli"}')).toBe(1)
  expect(grown('bobbin_results_total{source="cli"}')).toBe(2)
  expect(grown('bobbin_refused_files_total')).toBe(1)
  expect(grown('bobbin_store_seconds_count{source="cli"}')).toBe(1)
  expect(valueOf(after, 'bobbin_open_feeds')).toBe(0)
  expect(after).toContain('# TYPE bobbin_results counter')
  expect(after.trimEnd().endsWith('# EOF')).toBe(true)
  expect(after).toMatch(/bobbin_http_request_seconds_count\{method="POST",route="\/api\/projects\/:project\/deliveries",status="200"\} \d/)
})
