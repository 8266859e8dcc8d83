import { TrackerStandIn } from '@bobbin/standins/tracker'
import { address, bobbin, expect, folderWith, test } from './bobbin.js'

const SECRET = 'both sides of the quay'
let tracker: TrackerStandIn
test.beforeAll(async () => {
  tracker = await TrackerStandIn.start({ secret: SECRET, token: 'quay-token', hook: null })
})
test.afterAll(() => tracker.stop())

/** What the demo's story planted, by words of its message: see tools/demo/src/story.ts. */
const TRUTH: readonly [RegExp, string][] = [
  [/the load to be refused/, 'product'],
  [/HARBOUR10 expired/, 'data'],
  [/connection refused breakwater-stage/, 'environment'],
  [/ECONNREFUSED/, 'environment'],
  [/Timed out waiting|expected 2 to be 3|expected 1 to be 2/, 'flaky'],
]

test('all failures of the demo are explained with the keyboard: causes, a defect, a mute, somebody who has it, a comment, an undo', async ({
  signedIn: page,
}) => {
  // the connection is set up once, and tested
  await page.goto('/gullhaven/settings/failures')
  await page.getByRole('button', { name: 'Connect a tracker' }).click()
  const connect = page.getByRole('dialog', { name: 'Connect a tracker' })
  await connect.getByLabel('Name').fill('Quay tracker')
  await connect.getByLabel('Address').fill(tracker.url)
  await connect.getByLabel('Token').fill('quay-token')
  await connect.getByLabel('Secret to sign with').fill(SECRET)
  await connect.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/Quay tracker answered, and its issues can be searched/)).toBeVisible()

  // from here on without the mouse
  await page.keyboard.press('g')
  await page.keyboard.press('f')
  const heading = page.getByRole('heading', { level: 1 })
  await expect(heading).toHaveText(/causes behind [\d,]+ failures/)
  const list = page.getByRole('grid', { name: 'Causes' })
  const card = page.getByRole('complementary', { name: 'Cause' })
  const chosen = list.getByRole('row', { selected: true })
  const untriaged = page.getByRole('button', { name: /not triaged$/ }).first()
  const open = async () => ((await untriaged.isVisible()) ? Number((await untriaged.textContent())?.replace(/\D/g, '')) : 0)

  // a defect, filled in, with a frame drawn on its picture by keys
  await expect(card.getByRole('heading', { level: 2 })).toBeVisible()
  await page.keyboard.press('d')
  const report = page.getByRole('dialog', { name: 'Report a defect' })
  await expect(report.getByLabel('Title')).not.toHaveValue('')
  const title = await report.getByLabel('Title').inputValue()
  const picture = report.getByRole('application')
  if (await picture.isVisible()) {
    await picture.focus()
    await page.keyboard.press('ArrowRight')
    await expect(report.getByText('A frame is drawn')).toBeVisible()
  }
  await report.getByLabel('Title').focus()
  await page.keyboard.press('Enter')
  await report.waitFor({ state: 'hidden' })
  await expect(card.getByText('GHF-91')).toBeVisible()
  expect(tracker.issues.get('GHF-91')?.title).toBe(title)
  expect(tracker.issues.get('GHF-91')?.text).toContain(`${address()}/gullhaven/failures?cause=`.replace(address(), ''))

  // a comment that names somebody, completed by Enter
  await page.keyboard.press('c')
  await page.keyboard.type('Is this on purpose, @Da')
  await expect(page.getByRole('listbox', { name: 'People' }).getByRole('option', { name: 'Dara Quill' })).toBeVisible()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+Enter')
  await expect(card.getByText('Is this on purpose, @Dara Quill')).toBeVisible()
  await page.keyboard.press('Escape')

  // muted until the defect is closed, and back by a key
  await list.focus()
  await page.keyboard.press('m')
  const mute = page.getByRole('dialog', { name: 'Mute' })
  await mute.getByLabel('Why').fill('known')
  await mute.getByLabel('Why').press('Tab')
  await mute.getByRole('button', { name: 'Mute' }).press('Enter')
  await mute.waitFor({ state: 'hidden' })
  await expect(chosen).toContainText('muted until GHF-91 is closed')
  await page.keyboard.press('u')
  await expect(chosen).toContainText('not triaged')

  // a wrong decision is taken back by a key
  await list.focus()
  await page.keyboard.press('6')
  await expect(chosen).toContainText('unknown')
  await page.keyboard.press('u')
  await expect(chosen).toContainText('not triaged')

  // cause by cause: the suggestion by its digit, the next one by n
  const words = ['product', 'script', 'environment', 'data', 'flaky', 'unknown']
  for (let left = await open(); left > 0; left = await open()) {
    if (!/not triaged|back again/.test((await chosen.textContent()) ?? '')) {
      const before = page.url()
      await page.keyboard.press('n')
      await expect(page).not.toHaveURL(before)
    }
    // the card is that of the row, and no longer that of the cause before
    await expect(chosen).toContainText(/not triaged|back again/)
    const heading = card.getByRole('heading', { level: 2 })
    await expect.poll(async () => ((await chosen.textContent()) ?? '').startsWith((await heading.textContent()) ?? '?')).toBe(true)
    const name = (await heading.textContent()) ?? ''
    const suggested = card.getByRole('button').filter({ hasText: 'likely' })
    await expect(suggested).toBeVisible()
    const cause = (await suggested.textContent())?.match(/\d\s*([a-z]+)/)?.[1] ?? ''
    const truth = TRUTH.find(([pattern]) => pattern.test(name))
    if (truth) expect([name, cause]).toEqual([name, truth[1]])
    await page.keyboard.press(String(words.indexOf(cause) + 1))
    await expect.poll(open).toBeLessThan(left)
  }
  await expect(page.getByText('Oldest not triaged')).toBeHidden()

  // taken by who triages, and found under Mine
  await page.keyboard.press('t')
  await expect(card.getByText('Assigned to Runa Solberg')).toBeVisible()
  const taken = (await card.getByRole('heading', { level: 2 }).textContent()) ?? ''
  await page.keyboard.press('g')
  await page.keyboard.press('y')
  await expect(page.getByRole('region', { name: 'Failures assigned to me' }).or(page.getByLabel('Failures assigned to me'))).toContainText(
    taken,
  )
})

test('closing the defect in the tracker says that its tests are to be run again; what was resolved comes back by itself', async ({
  signedIn: page,
}) => {
  const fails = (words: string) =>
    `<testsuite name="deck"><testcase classname="deck" name="ramp"><failure message="${words}"/></testcase></testsuite>`
  const deliver = (build: string) =>
    bobbin(
      'deliver',
      folderWith({ 'ramp.xml': fails('the ramp of the stern gate did not close') }) + '/ramp.xml',
      ...['--pipeline', 'ramp-checks', '--build', build, '--branch', 'ramps', '--environment', 'pier-test'],
    )
  // whatever ran before, it is the tracker of this file that is asked
  const connection = { name: 'Quay tracker', url: tracker.url, token: 'quay-token', secret: SECRET }
  expect((await page.request.put('/api/projects/gullhaven/tracker', { data: connection })).ok()).toBe(true)
  expect((await page.request.post('/api/projects/gullhaven/tracker/test')).ok()).toBe(true)
  expect(deliver('1').code).toBe(0)
  await page.goto('/gullhaven/failures?search=stern+gate&branch=ramps')
  const card = page.getByRole('complementary', { name: 'Cause' })
  await expect(card.getByRole('heading', { level: 2 })).toHaveText('the ramp of the stern gate did not close')
  await page.keyboard.press('d')
  await page.getByRole('dialog', { name: 'Report a defect' }).getByRole('button', { name: 'Report' }).click()
  await page.getByRole('dialog').waitFor({ state: 'hidden' })
  await expect(card.getByText(/GHF-9\d/)).toBeVisible()
  const key = (await card.getByText(/GHF-9\d/).textContent()) ?? ''
  // what is said of it goes to the tracker, too, where that is ticked
  await page.keyboard.press('c')
  await page.keyboard.type('The hinge is worn')
  await card.getByLabel('Also send to the tracker').check()
  await card.getByRole('button', { name: /^Comment/ }).click()
  await expect.poll(() => tracker.issues.get(key)?.comments).toEqual([expect.stringContaining(': The hinge is worn')])
  await expect(card.getByLabel('Also send to the tracker')).not.toBeChecked()
  tracker.settings.hook = await page.request
    .get('/api/projects/gullhaven/tracker')
    .then(async (answer) => ((await answer.json()) as { tracker: { hook: string } }).tracker.hook)
    .then((hook) => (hook.startsWith('http') ? hook : `${address()}${hook}`))
  await tracker.setState(key, 'closed')
  await expect(card.getByText('It was closed: run its tests again (r).')).toBeVisible()
  await page.keyboard.press('s')
  await page.getByRole('dialog', { name: 'Resolve' }).getByLabel('What was done').fill('a new hinge')
  await page.getByRole('dialog', { name: 'Resolve' }).getByRole('button', { name: 'Resolve' }).click()
  await expect(page.getByRole('row', { selected: true })).toContainText('resolved')
  await expect(card.getByText(/^Resolved .*: a new hinge$/)).toBeVisible()
  expect(deliver('2').code).toBe(0)
  await expect(card.getByText(/It was resolved, and came back/)).toBeVisible()
  await expect(card.getByText('reopened')).toBeVisible()
})

test('the flaky tests of the demo are found, with how that is known; what broke and was mended is none', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/trends?branch=main')
  const list = page.getByRole('grid', { name: 'Flaky tests' })
  for (const [name, proof] of [
    ['Scanner rejoins after tunnel', /proven: passed only when tried again/],
    ['Queue of scans sends what it missed', /proven: .*only in breakwater-stage/],
    ['Basket survives a reload', /proven/],
    ['Voucher in the basket is merged after sign-in', /may be: it changed/],
  ] as const)
    await expect(list.getByRole('row').filter({ hasText: name })).toContainText(proof)
  for (const steady of ['Season pass opens the gate', 'Vehicle deck refuses a load over the axle limit', 'Refund to a gift voucher'])
    await expect(list.getByText(steady)).toHaveCount(0)
  await list.getByRole('row').filter({ hasText: 'Scanner rejoins after tunnel' }).click()
  await expect(page.getByText(/Were every test of its run like it/)).toBeVisible()
})
