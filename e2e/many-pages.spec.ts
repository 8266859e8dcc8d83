import { bobbin, expect, folderWith, test } from './bobbin.js'

/** A browser opens six connections to a server over HTTP/1.1: pages that each kept one of their own would starve from the seventh on. */
test('ten pages of one browser are open, and each hears what comes in', async ({ signedIn: page, context }) => {
  const pages = [page]
  while (pages.length < 10) pages.push(await context.newPage())
  for (const one of pages) {
    await one.goto('/gullhaven/runs?branch=many-pages')
    await expect(one.getByRole('heading', { name: 'Runs' })).toBeVisible()
  }
  const folder = folderWith({ 'a.xml': '<testsuite name="s"><testcase classname="c" name="heard by all"/></testsuite>' })
  const at = ['--pipeline', 'many-pages', '--branch', 'many-pages', '--build', '1', '--environment', 'pier-test']
  expect(bobbin('deliver', folder, ...at).code).toBe(0)
  for (const one of pages) await expect(one.getByRole('row').filter({ hasText: 'many-pages' })).toBeVisible()
})
