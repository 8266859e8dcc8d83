import { expect, test } from '@playwright/test'
import { violations } from './axe.js'
import { databaseFor } from './database.js'
import { firstRunCode } from '../tools/lib/first-run.mjs'
import { startTestServer, TEST_SECRET } from '../tools/lib/test-server.mjs'

test('a Bobbin that nobody has used makes its first account and project, by keyboard alone', async ({ page }) => {
  const { url, drop } = await databaseFor('first')
  const server = await startTestServer(url, { demo: false })
  try {
    await page.goto(server.url)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Set up Bobbin')
    expect(await violations(page)).toEqual([])
    await page.getByLabel('Name', { exact: true }).focus()
    const code = firstRunCode(TEST_SECRET)
    for (const words of ['Ann Harbour', 'ann@gullhaven.example', 'ten letters at least', '', 'Pilot Boats', '', '', code]) {
      await page.keyboard.type(words)
      await page.keyboard.press('Tab')
    }
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'No cases yet' })).toBeVisible()
    await expect(page).toHaveURL(/\/pilot-boats\/cases/)
    await page.getByRole('link', { name: 'Runs' }).click()
    await expect(page.getByRole('heading', { name: 'No runs here' })).toBeVisible()
    await page.getByRole('link', { name: 'Brief' }).click()
    await expect(page.getByRole('heading').first()).toBeVisible()
  } finally {
    await server.stop()
    await drop()
  }
})
