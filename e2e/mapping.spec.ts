import { bobbin, drag, expect, folderWith, test } from './bobbin.js'

test('a script without a case is linked by keyboard, and the link can be undone', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/scripts?only=unlinked')
  const counter = page.getByRole('button', { name: /without a case/ })
  const before = Number(/\d+/.exec((await counter.textContent()) ?? '')?.[0])
  await page.getByRole('grid').focus()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('complementary', { name: 'Script' })).toContainText('No case is verified by this script.')
  await page.keyboard.press('l')
  await page.getByRole('combobox', { name: 'Find a case' }).fill('Tall vehicle is planned')
  await expect(page.getByRole('option').first()).toContainText('Tall vehicle is planned')
  await page.keyboard.press('Enter')
  await expect(counter).toContainText(`${before - 1} without`)
  await expect(page.getByRole('complementary', { name: 'Script' })).toContainText('by hand')
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(counter).toContainText(`${before} without`)
})

test('a declared key that no case has is reported where it can be seen', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/scripts?only=unknownKeys')
  await page.getByRole('row', { name: /Ten-trip card counts down/ }).click()
  await expect(page.getByRole('complementary', { name: 'Script' })).toContainText('declares FERRY-1990, which no case has')
})

const SOURCES = `import { test } from '@playwright/test'

test('fog horn sounds at the pier', async () => {
  await sound('horn')
})
test('rope thrown to pier hand', async () => {
  await rope.fling()
})
test('raises the anchor before sailing', async () => {
  await anchor.lift()
})
test('barometer needle settles', async () => {
  await barometer.settle()
})
`

test('scripts of a source tree are mapped by keyboard, and their keys stamped into the code', async ({ signedIn: page }) => {
  const keys: string[] = []
  for (const title of [
    'Fog horn sounds at the pier',
    'Rope is thrown to the hand on the pier',
    'Anchor is raised before sailing',
    'Weather glass is read each morning',
  ]) {
    const answer = await page.request.post('/api/projects/gullhaven/cases', { data: { title } })
    keys.push(((await answer.json()) as { case: { key: string } }).case.key)
  }
  const folder = folderWith({ 'harbourside.spec.ts': SOURCES })
  const scanned = bobbin('scan', folder, '--tree', 'harbour', '--branch', 'main')
  expect([scanned.code, scanned.out]).toEqual([0, expect.stringContaining('4 tests in harbour: 4 new')])

  await page.goto('/gullhaven/mapping?search=harbourside')
  const script = (name: string) => page.getByRole('button', { name: new RegExp(name) })
  await expect(script('fog horn sounds')).toContainText('%')
  await page.keyboard.press('j')
  const card = page.getByRole('complementary', { name: 'The selected script' })
  await expect(card).toContainText(keys[0] ?? '')
  await expect(card).toContainText('shared words fog, horn, sounds, pier')
  await page.keyboard.press('y')
  await expect(card).toContainText(keys[1] ?? '')
  await page.keyboard.press('y')
  await expect(card).toContainText(keys[2] ?? '')
  await page.keyboard.press('n')
  await expect(card.getByRole('button', { name: /Accept/ })).toHaveCount(0)
  await page.keyboard.press('u')
  await expect(card.getByRole('button', { name: /Accept/ })).toBeVisible()
  await page.keyboard.press('y')
  // of the last no words are shared: it is linked to a case that is looked for
  await expect(card).toContainText('barometer needle settles')
  await page.keyboard.press('e')
  await page.getByRole('combobox', { name: 'Find a case' }).fill('Weather glass is read')
  await expect(page.getByRole('option').first()).toContainText('Weather glass is read')
  await page.keyboard.press('Enter')
  await expect(
    page.getByRole('heading', { level: 2, name: 'Every script has a case' }).or(page.getByText('No matching script')),
  ).toBeVisible()

  const patch = bobbin('stamp', folder, '--tree', 'harbour')
  for (const key of keys) expect(patch.out).toContain(key)
  expect(bobbin('stamp', folder, '--tree', 'harbour', '--apply').code).toBe(0)
  expect(bobbin('stamp', folder, '--tree', 'harbour').err).toContain('Every confirmed link is declared in the code')
})

test('a file that is renamed keeps the history and links of its tests', async ({ signedIn: page }) => {
  const source = `import { test } from '@playwright/test'\n\ntest('lighthouse turns once a minute FERRY-101', async () => {\n  await lighthouse.turn(1)\n})\n`
  const results = (file: string) =>
    `<testsuites><testsuite name="${file}"><testcase classname="${file}" name="lighthouse turns once a minute FERRY-101" time="1"/></testsuite></testsuites>`
  const place = ['--pipeline', 'lighthouse', '--branch', 'main', '--environment', 'pier-test']
  const run = (file: string, build: string) => {
    expect(bobbin('scan', folderWith({ [file]: source }), '--tree', 'lighthouse', '--branch', 'main').code).toBe(0)
    return bobbin('deliver', folderWith({ 'junit.xml': results(file) }), '--build', build, ...place)
  }
  expect(run('lighthouse.spec.ts', '1').code).toBe(0)
  const second = run('beacon.spec.ts', '2')
  expect(second.out).not.toContain('1 new')

  await page.goto('/gullhaven/scripts?search=lighthouse+turns')
  await page.getByRole('row', { name: /lighthouse turns/ }).click()
  const script = page.getByRole('complementary', { name: 'Script' })
  await expect(script).toContainText('beacon.spec.ts')
  await expect(script).toContainText('FERRY-101')
  await expect(script.getByRole('img', { name: /2 passed|passed twice|passed, passed/ }).first()).toBeVisible()
})

test('a script is dragged onto the case that it verifies', async ({ signedIn: page }) => {
  const made = await page.request.post('/api/projects/gullhaven/cases', { data: { title: 'Mooring line holds the ferry' } })
  const { case: own } = (await made.json()) as { case: { key: string } }
  const source = `import { test } from '@playwright/test'\n\ntest('mooring line holds the ferry', async () => {})\ntest('winch number seven creaks', async () => {})\n`
  expect(bobbin('scan', folderWith({ 'mooringside.spec.ts': source }), '--tree', 'mooring', '--branch', 'main').code).toBe(0)
  await page.goto('/gullhaven/mapping?search=mooringside')
  const from = page.getByRole('button', { name: /winch number seven creaks/ })
  const to = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('link', { name: own.key, exact: true }) })
    .last()
  await expect(to).toBeVisible()
  await drag(page, from, to)
  await expect(page.getByText(`Linked to ${own.key}`)).toBeVisible()
})

test('a file is dragged onto an area, which makes the cases of its scripts', async ({ signedIn: page }) => {
  const source = `import { test } from '@playwright/test'\n\ntest('Dangerous goods transport stands apart from the car deck today', async () => {})\ntest('bilge alarm rings thrice', async () => {})\n`
  expect(bobbin('scan', folderWith({ 'bilgeside.spec.ts': source }), '--tree', 'bilge', '--branch', 'main').code).toBe(0)
  await page.goto('/gullhaven/mapping?search=bilgeside')
  const area = page.getByRole('listitem').filter({ hasText: /^Deck planner › Placement$/ })
  await expect(area).toBeVisible()
  await drag(page, page.getByRole('heading', { level: 2, name: 'bilgeside.spec.ts' }), area)
  await expect(page.getByText('Created 2 cases')).toBeVisible()
  const answer = await page.request.get('/api/projects/gullhaven/mapping/scripts?search=bilgeside')
  const { rows } = (await answer.json()) as { rows: { links: unknown[] }[] }
  expect(rows.map(({ links }) => links.length)).toEqual([1, 1])
})

test('a large tree is read in several threads, in the order of its files', () => {
  const files: Record<string, string> = { 'web/broken.spec.ts': `import { test } from '@playwright/test'\ntest('x', () => {` }
  for (let i = 100; i < 250; i++) {
    files[`web/w${i}.spec.ts`] = `import { test } from '@playwright/test'\ntest('web ${i}', () => { sail(${i}) })\n`
    files[`api/test_a${i}.py`] =
      `import pytest\nfrom test_a100 import Base\n\nclass TestA${i}(Base):\n    def test_own(self):\n        assert ${i}\n`
  }
  // what a class inherits stands in a file that another thread may read
  files['api/test_a100.py'] = `class Base:\n    def test_inherited(self):\n        assert True\n`
  const { code, out } = bobbin('scan', folderWith(files), '--json')
  const { tests, unread } = JSON.parse(out) as { tests: { file: string; name: string }[]; unread: { file: string }[] }
  expect(code).toBe(0)
  expect(unread.map(({ file }) => file)).toEqual(['web/broken.spec.ts'])
  const told = tests.map(({ file, name }) => `${file} ${name}`)
  expect(told).toHaveLength(150 + 2 * 149)
  expect(told).toEqual(
    [...told].sort((a, b) => ((a.split(' ')[0] ?? '') < (b.split(' ')[0] ?? '') ? -1 : a.split(' ')[0] === b.split(' ')[0] ? 0 : 1)),
  )
  expect(told).toContain('api/test_a249.py test_inherited')
})
