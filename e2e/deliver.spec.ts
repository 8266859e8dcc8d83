import { readFileSync } from 'node:fs'
import { bobbin, expect, folderWith, sample, test } from './bobbin.js'

test('a new user delivers by command and finds the message, the case and the history', async ({ signedIn: page }) => {
  const test = (fails: boolean) =>
    `<testsuite name="quay"><testcase classname="quay.Lamp" name="lamp stays lit [FERRY-101]" time="0.2">${fails ? '<failure message="lamp went out" type="AssertionError">at quay/lamp.ts:7</failure>' : ''}</testcase></testsuite>`
  const folder = folderWith({
    'a.xml': test(false),
    'b.xml': test(true),
    'page.xml': '<html/>',
    'lamp-stays-lit-FERRY-101.txt': 'fuse 7 is out',
  })
  const target = ['--pipeline', 'quay', '--branch', 'trial', '--environment', 'pier-test']
  expect(bobbin('deliver', `${folder}/a.xml`, ...target, '--build', '7').out).toContain('made pipeline quay')
  const second = bobbin('deliver', `${folder}/{b,page}.xml`, ...target, '--build', '8')
  expect(second.code).toBe(2)
  expect(second.out).toContain('1 newly failing')
  expect(second.out).toContain('The root element <html> is no known result format')
  const attached = bobbin('deliver', '--attach', `${folder}/{test}.txt`, ...target, '--build', '8')
  expect(attached).toMatchObject({ code: 0, out: expect.stringMatching(/attached \S+lamp-stays-lit/) })
  await page.goto(/http\S+\/runs\/\d+/.exec(second.out)?.[0] ?? '')
  await page.getByRole('row', { name: /lamp stays lit/ }).click()
  const inspector = page.getByRole('complementary', { name: 'Result' })
  await expect(inspector).toContainText('lamp went out')
  await expect(inspector.getByRole('region', { name: 'Attachments' })).toContainText('lamp-stays-lit-FERRY-101.txt')
  await expect(inspector.getByRole('img', { name: 'Last 2 builds: 1 passed, 1 failed' })).toBeVisible()
  await inspector.getByRole('link', { name: 'FERRY-101' }).click()
  await expect(page.getByRole('complementary', { name: 'Case' })).toContainText('lamp stays lit')
})

test('exit codes and messages of the command line are as promised', () => {
  const folder = folderWith({ 'a.xml': '<testsuite name="s"><testcase name="t"/></testsuite>', 'cut.xml': '<testsuite>' })
  const inspected = bobbin('inspect', `${folder}/a.xml`, `${folder}/cut.xml`, '--json')
  expect(inspected.code).toBe(2)
  expect(JSON.parse(inspected.out)).toMatchObject([
    { format: 'junit-xml', totals: { total: 1, passed: 1 }, incomplete: false, tests: [{ name: 't', outcome: 'passed' }] },
    { error: expect.stringContaining('unclosed tag') as unknown },
  ])
  expect(bobbin('inspect', `${folder}/none-*.xml`)).toMatchObject({ code: 1, err: expect.stringContaining('matches no file') })
  expect(bobbin('deliver', `${folder}/a.xml`, '--pipeline', 'x').code).toBe(1)
  expect(bobbin('inspect', sample('surefire-A-rerun/TEST-ferry.FareTest.xml')).out).toContain(
    '10 results: 1 failed, 1 errored, 2 recovered, 3 skipped, 3 passed',
  )
})

test('files are delivered on the Intake page, twice is once, and a refused one says why', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/intake')
  await page.getByLabel('Pipeline').fill('by-hand')
  await page.getByLabel('Build').fill('1')
  await page.getByLabel('Branch').fill('trial')
  await expect(page.getByText('new, will be created').first()).toBeVisible()
  const choose = () =>
    page.getByLabel('Result files').setInputFiles([
      { name: 'junit.xml', mimeType: 'text/xml', buffer: readFileSync(sample('vitest-A/junit.xml')) },
      { name: 'picture.xml', mimeType: 'text/xml', buffer: Buffer.from('89504e470d0a1a0a', 'hex') },
    ])
  await choose()
  await page.getByRole('button', { name: 'Deliver 2 files' }).click()
  const delivered = page.getByRole('status', { name: 'Delivered' })
  await expect(delivered).toContainText('now has 34 results, and is incomplete')
  await expect(delivered).toContainText('This is a PNG picture, not a result file')
  await expect(delivered).toContainText('crash.test.ts: timetable module could not be loaded')
  await expect(page.getByRole('region', { name: 'Deliveries' })).toContainText('by-hand 1 in')
  await page.getByRole('button', { name: 'Leave out picture.xml' }).click()
  await page.getByRole('button', { name: 'Deliver 1 file' }).click()
  await expect(delivered).toContainText('known already')
  await delivered.getByRole('link', { name: 'Build 1 of by-hand' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Build 1, the first here')
})

test('files and archives are looked into before they are stored, and a picture is opened from its attempt', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/intake')
  await page.getByLabel('Pipeline').fill('looked-into')
  await page.getByLabel('Build').fill('1')
  const archive = new URL('../samples-archives/two-files.zip', `file://${sample('x')}`).pathname
  await page.getByLabel('Result files').setInputFiles([sample('cucumber-A/messages.ndjson'), sample('prove-A/03-dies.tap'), archive])
  const chosen = page.getByRole('list', { name: 'Chosen files' })
  await expect(chosen).toContainText('cucumber-messages by cucumber: 22 results: 8 failed, 4 errored, 1 recovered, 1 skipped, 8 passed')
  await expect(chosen).toContainText('Incomplete: the run: 3 tests were planned, 1 came')
  await expect(chosen).toContainText('reports/b.xml')
  await chosen.getByText('2 files passed over').click()
  await expect(chosen).toContainText('reports/readme.txt')
  await page.getByRole('button', { name: 'Leave out 03-dies.tap' }).click()
  await page.getByRole('button', { name: 'Deliver 2 files' }).click()
  await page.getByRole('status', { name: 'Delivered' }).getByRole('link', { name: 'Build 1 of looked-into' }).click()
  await page.getByRole('button', { name: 'Export' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'JUnit-style XML' }).click()
  expect((await download).suggestedFilename()).toMatch(/^looked-into-1-.*\.junit\.xml$/)
  await page.getByRole('row', { name: /Child pays half/ }).click()
  const inspector = page.getByRole('complementary', { name: 'Result' })
  await expect(inspector.getByText('the price is 430')).toBeVisible()
  await page.getByRole('row', { name: /Attaches a picture and text/ }).click()
  await inspector.getByRole('button', { name: 'attachment 1' }).click()
  await expect(page.getByRole('dialog', { name: 'attachment 1' }).getByRole('img')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
})
