// The first page: how much script it takes, and when it can be used.
import { chromium } from '@playwright/test'
import { CHROMIUM } from '../lib/chromium.mjs'
import { median } from './measure.mjs'

export async function benchFirstPage(figures, bench) {
  const browser = await chromium.launch(CHROMIUM)
  const times = []
  let bytes = 0
  for (let i = 0; i < 5; i++) {
    const context = await browser.newContext({ baseURL: bench.url })
    const [name, value] = bench.cookie.split('=')
    await context.addCookies([{ name, value, url: bench.url }])
    const page = await context.newPage()
    const began = performance.now()
    await page.goto('/bench/brief')
    await page.getByRole('heading', { level: 1 }).waitFor()
    times.push(performance.now() - began)
    bytes = await page.evaluate(() =>
      performance
        .getEntriesByType('resource')
        .filter((entry) => entry.name.endsWith('.js'))
        .reduce((sum, entry) => sum + entry.encodedBodySize, 0),
    )
    await context.close()
  }
  await browser.close()
  figures.add('first page', 'compressed script', bytes / 1000, 'kB', 300)
  figures.add('first page', 'until the Brief can be used, nothing cached', median(times), 'ms', 1500)
}
