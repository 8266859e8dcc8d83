import { expect, openRun, test } from './bobbin.js'

test('the brief says what broke, and each part leads to exactly the rows it counts', async ({ signedIn: page }) => {
  // other journeys may have left failures of their own, which are told as well
  const brief = (environments: string) => `/gullhaven/brief?all=1&env=${environments}`
  await page.goto(brief('pier-test,breakwater-stage'))
  await expect(page.getByRole('listitem').filter({ hasText: '4 tests newly fail in Deck planner, with one cause' })).toBeVisible()
  for (const [words, pattern, environment] of [
    ['newly fail', /^(\d+) tests newly fail/, 'pier-test'],
    ['have no case', /^(\d+) scripts have no case/, 'pier-test'],
    ['did not run', /^(\d+) tests did not run/, 'harbour-dev'],
    ['could not judge', /could not judge (\d+) of/, 'breakwater-stage'],
  ] as const) {
    await page.goto(brief(environment))
    const link = page.getByRole('link', { name: pattern }).first()
    const count = Number(pattern.exec((await link.textContent()) ?? '')?.[1])
    expect(count, words).toBeGreaterThan(1)
    await link.click()
    const grid = page.getByRole('grid')
    // a long list renders only what is seen: the rows that can be selected are counted by walking to the end
    await grid.focus()
    await page.keyboard.press('End')
    const counted = page.getByText(new RegExp(`: ${count} rows\\.`)).or(page.getByRole('button', { name: `${count} without a case` }))
    await expect(counted.first(), words).toBeVisible()
  }
})

test('a run opens on what changed; keys move, open, unfold and go to the build before', async ({ signedIn: page }) => {
  await openRun(page, '412', 'fare-desk-web')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Build 412 against 411')
  await expect(page).toHaveTitle('Build 412, fare-desk-web · Bobbin')
  await expect(page.getByRole('heading', { level: 2, name: /newly failing|still failing|fixed|recovered|gone/ })).toHaveCount(5)
  await page.getByRole('grid').focus()
  await page.keyboard.press('j')
  const inspector = page.getByRole('complementary', { name: 'Result' })
  await expect(inspector).toContainText('Expected the load to be refused')
  await expect(inspector).toContainText('"accepted: axle 2 at 9 800"')
  await expect(inspector).toContainText('at checkAxles (deck/planner.ts:112:17)')
  await expect(inspector.getByRole('img', { name: /^Last 28 builds: 27 passed, 1 failed/ })).toBeVisible()
  await expect(inspector).toContainText('Failed the same way in this run')
  const first = page.url()
  await page.keyboard.press('ArrowDown')
  await expect(page).not.toHaveURL(first)

  await page.keyboard.press('u')
  await expect(page.getByText(/tests unchanged/)).toBeVisible()
  await page.keyboard.press('End')
  await expect(inspector.getByRole('heading', { level: 2 })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(inspector).toBeHidden()
  await page.keyboard.press('[')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Build 411 against 410')
  await page.goBack()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Build 412 against 411')
})

test('a link restores the view: filter and selection', async ({ signedIn: page }) => {
  await openRun(page, '412', 'fare-desk-web')
  await page.getByRole('link', { name: /recovered on a later try/ }).click()
  await page.getByRole('row', { name: /Scanner rejoins after tunnel/ }).click()
  await expect(page.getByRole('button', { name: /attempt 1 of 2/ })).toHaveAttribute('aria-pressed', 'true')
  await page.reload()
  await expect(page.getByRole('row', { name: /Scanner rejoins after tunnel/ })).toHaveAttribute('aria-selected', 'true')
  await page.getByRole('button', { name: /attempt 2 of 2/ }).click()
  await expect(page.getByText('Nothing to report')).toBeVisible()
})

test('a fault stands at the head of its run and its tests are not run, not gone', async ({ signedIn: page }) => {
  await openRun(page, '1188', 'core-services')
  await expect(page.getByText('Incomplete: not everything ran.')).toBeVisible()
  await page.getByRole('button', { name: /timetable\/test_tides.py did not load/ }).click()
  await expect(page.getByText(/No module named 'tide_tables'/)).toBeVisible()
  await expect(page.getByRole('heading', { level: 2, name: /not run/ })).toBeVisible()
  await expect(page.getByRole('heading', { level: 2, name: /gone/ })).toHaveCount(0)
})

test('the lens narrows what is shown and says what it hides', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/runs')
  await page.getByRole('button', { name: 'main' }).click()
  await page.getByRole('menuitemcheckbox', { name: /release\/4.2/ }).click()
  await expect(page).toHaveURL(/branch=release%2F4.2/)
  await expect(page.getByText('6 runs, newest first')).toBeVisible()
  await page.getByRole('link', { name: 'Brief' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Nothing broke.' })).toBeVisible()
})
