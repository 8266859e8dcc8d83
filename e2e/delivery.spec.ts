import { readFileSync } from 'node:fs'
import { bobbin, expect, folderWith, test } from './bobbin.js'

const report = (fails: boolean) =>
  `<testsuite name="mast"><testcase classname="mast.Light" name="turns by night">${fails ? '<failure message="stood still"/>' : ''}</testcase></testsuite>`

test('a delivery to the wrong build is moved, undone and taken in again, and its file comes back as it was', async ({ signedIn: page }) => {
  const target = ['--pipeline', 'mast-light', '--branch', 'trial', '--environment', 'pier-test']
  bobbin('deliver', folderWith({ 'a.xml': report(false) }), ...target, '--build', '1')
  const wrong = bobbin('deliver', folderWith({ 'b.xml': report(true) }), ...target, '--build', '1')
  await page.goto(/http\S+\/runs\/\d+/.exec(wrong.out)?.[0] ?? '')
  await page.getByRole('button', { name: 'delivered in 2 files by 2 deliveries' }).click()
  await page.getByRole('menuitem').last().click()
  const head = page.getByRole('heading', { level: 1 })
  await expect(head).toHaveText('Delivery to build 1')
  await expect(page.getByText('1 result from 1 file: 1 failed.')).toBeVisible()

  await page.getByRole('button', { name: 'Move …' }).click()
  await page.getByRole('dialog').getByLabel('Build').fill('2')
  await page.getByRole('dialog').getByRole('button', { name: 'Move', exact: true }).click()
  await expect(head).toHaveText('Delivery to build 2')
  await expect(page.getByText(/^Moved here by Runa Solberg from build 1 of mast-light/)).toBeVisible()

  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: /^Download .*b\.xml$/ }).click()
  expect(readFileSync(await (await download).path(), 'utf8')).toBe(report(true))

  await page.getByRole('button', { name: 'Undo delivery' }).click()
  await expect(page.getByText(/Undone by Runa Solberg/)).toBeVisible()
  await page.getByRole('button', { name: 'Restore it' }).click()
  await expect(page.getByText('1 file read again.')).toBeVisible()
  await head.getByRole('link').click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Build 2 against 1')
  await expect(page.getByText('1 newly failing').first()).toBeVisible()
})
