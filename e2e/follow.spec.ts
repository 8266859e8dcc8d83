import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bobbin, expect, folderWith, test } from './bobbin.js'

/** A runner of no kind: it writes a TAP file line by line, and a JUnit-style one at once when it ends. */
const RUNNER = `
const { appendFileSync, writeFileSync } = require('node:fs')
const folder = process.argv[2]
let nth = 0
appendFileSync(folder + '/gate.tap', 'TAP version 13\\n1..6\\n')
const timer = setInterval(() => {
  nth++
  appendFileSync(folder + '/gate.tap', (nth === 3 ? 'not ok ' : 'ok ') + nth + ' - gate ' + nth + '\\n')
  if (nth < 6) return
  clearInterval(timer)
  writeFileSync(folder + '/deck.xml', '<testsuite name="s"><testcase classname="ferry.Deck" name="followed"/></testsuite>')
  process.exitCode = 7
}, 60)`

test('what a runner writes is followed, line by line and file by file, and its exit code is passed on', async ({ signedIn: page }) => {
  const folder = folderWith({ 'runner.cjs': RUNNER.replaceAll('\\\\', '\\') })
  // a branch of its own: what fails here is no news on main
  const at = ['--pipeline', 'followed', '--build', '1', '--branch', 'trial', '--environment', 'pier-test']
  const { code, err } = bobbin('follow', folder, ...at, '--', process.execPath, join(folder, 'runner.cjs'), folder)
  expect([code, err]).toEqual([7, expect.stringContaining('deck.xml is sent')])
  await page.goto('/gullhaven/runs?branch=trial')
  await page.getByRole('row').filter({ hasText: 'followed' }).click()
  await expect(page.getByText(/7 results/).first()).toBeVisible()
  await expect(page.getByText(/sent live by 1 sender and delivered in 1 file/)).toBeVisible()
  await expect(page.getByRole('gridcell', { name: 'gate 3' })).toBeVisible()
})

test('bobbin.json in the repository says what needs not be said again', () => {
  const folder = folderWith({
    'bobbin.json': '{"pipeline":"of-the-file","environment":"pier-test","branch":"main","files":["*.xml"]}',
    'a.xml': '<testsuite name="s"><testcase classname="c" name="n"/></testsuite>',
  })
  const here = process.cwd()
  process.chdir(folder)
  try {
    expect(bobbin('deliver', '--build', '1', '--wait')).toMatchObject({
      code: 0,
      out: expect.stringContaining('Build 1 of of-the-file in pier-test: 1 result'),
    })
    expect(bobbin('recount')).toMatchObject({ code: 0, out: expect.stringMatching(/\d+ runs have the sums of their results/) })
    writeFileSync(join(folder, 'bobbin.json'), '{"pipelin":"x"}')
    expect(bobbin('deliver', '--build', '1')).toMatchObject({ code: 1, err: expect.stringContaining('“pipelin” means nothing here') })
  } finally {
    process.chdir(here)
  }
})
