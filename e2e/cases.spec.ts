import { drag, expect, test } from './bobbin.js'

test('cases are made of pasted lines, edited, saved and put back', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/cases')
  await page.getByRole('grid').focus()
  await page.keyboard.press('n')
  await page.getByRole('textbox', { name: 'Lines' }).fill('Harbour lights\n  Green light shows at night\n  Red light blinks in fog')
  await page.getByRole('button', { name: 'Make 2 cases' }).click()
  const inspector = page.getByRole('complementary', { name: 'Case' })
  const title = inspector.getByRole('textbox', { name: 'Title' })
  await expect(title).toHaveValue('Green light shows at night')
  await expect(page.getByRole('row', { name: /Red light blinks in fog/ })).toBeVisible()

  await title.fill('Green light shows from dusk')
  await inspector.getByRole('button', { name: 'Add a step' }).click()
  await inspector.getByRole('textbox', { name: 'Step 1, action' }).fill('Wait for dusk')
  await inspector.getByRole('textbox', { name: 'Step 1, expected result' }).fill('The light is green')
  await inspector.getByLabel('Priority').selectOption('1')
  await inspector.getByLabel('Owner').selectOption({ label: 'Teo Marsh' })
  await inspector.getByLabel(/^Tags/).fill('safety, night')
  await inspector.getByRole('button', { name: 'Save' }).click()
  await expect(inspector.getByText(/version 2/)).toBeVisible()
  await page.reload()
  await expect(inspector.getByRole('textbox', { name: 'Step 1, expected result' })).toHaveValue('The light is green')
  await expect(inspector.getByLabel('Owner')).toHaveValue(/\d+/)

  await title.fill('Something else')
  await inspector.getByRole('button', { name: 'Save' }).click()
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(title).toHaveValue('Green light shows from dusk')
})

test('steps are pasted, dragged by their handles, and moved by keys', async ({ signedIn: page }) => {
  const steps = ['Open the gate', 'Scan the ticket', 'Let the car pass'].map((action) => ({ action, expected: '' }))
  const made = await page.request.post('/api/projects/gullhaven/cases', { data: { title: 'Gate lets cars pass' } })
  const { case: own } = (await made.json()) as { case: { key: string } }
  await page.request.patch(`/api/projects/gullhaven/cases/${own.key}`, { data: { version: 1, steps } })
  await page.goto(`/gullhaven/cases?case=${own.key}`)
  const list = page.getByRole('region', { name: 'Steps' })
  const actions = list.getByRole('textbox', { name: /^Step \d, action$/ })
  const order = () => actions.evaluateAll((all) => all.map((one) => (one as HTMLTextAreaElement).value.split(' ')[0]))
  await expect.poll(order).toEqual(['Open', 'Scan', 'Let'])
  await drag(
    page,
    list.getByRole('button', { name: 'Move step 3', exact: true }),
    list.getByRole('button', { name: 'Move step 1', exact: true }),
  )
  await expect.poll(order).toEqual(['Let', 'Open', 'Scan'])
  // picked up and dropped by keys; the handle of the moved step keeps the focus
  await list.getByRole('button', { name: 'Move step 1', exact: true }).focus()
  await page.keyboard.press('Space')
  await expect(list.getByRole('button', { name: 'Move step 1', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByText('At place 2.', { exact: true })).toBeAttached()
  await page.keyboard.press('Space')
  await expect.poll(order).toEqual(['Open', 'Let', 'Scan'])
  await expect(list.getByRole('button', { name: 'Move step 2', exact: true })).toBeFocused()
  await actions.nth(1).press('Alt+ArrowDown')
  await expect.poll(order).toEqual(['Open', 'Scan', 'Let'])
  await actions.nth(0).fill('Open the gate wide')
  await page.getByRole('complementary', { name: 'Case' }).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/version 3/)).toBeVisible()
})

test('unsaved changes are not lost by opening another case', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/cases?search=Spring+tide')
  await page
    .getByRole('row', { name: /Spring tide/ })
    .first()
    .click()
  const title = page.getByRole('complementary', { name: 'Case' }).getByRole('textbox', { name: 'Title' })
  await title.fill('Half an edit')
  await page
    .getByRole('row', { name: /Spring tide/ })
    .last()
    .click()
  await page.getByRole('button', { name: 'Stay and save' }).click()
  await expect(title).toHaveValue('Half an edit')
  await page
    .getByRole('row', { name: /Spring tide/ })
    .last()
    .click()
  await page.getByRole('button', { name: 'Discard changes' }).click()
  await expect(title).not.toHaveValue('Half an edit')
})

test('a case shows the life of its scripts, and the areas and the search narrow the list', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/cases')
  await page
    .getByRole('navigation', { name: 'Areas' })
    .getByRole('button', { name: /^Limits/ })
    .click()
  await expect(page).toHaveURL(/area=\d+/)
  await page.keyboard.press('/')
  await page.keyboard.type('vehicle deck refuses')
  await page
    .getByRole('row', { name: /Vehicle deck refuses a load over the axle limit/ })
    .first()
    .click()
  const inspector = page.getByRole('complementary', { name: 'Case' })
  await expect(inspector.getByRole('img', { name: /^Last 28 builds: 27 passed, 1 failed/ })).toBeVisible()
  await expect(inspector).toContainText('Expected the load to be refused')
  await page.getByRole('searchbox').fill('no such case anywhere')
  await page.getByRole('button', { name: 'Show all cases' }).click()
  await expect(page.getByRole('row').first()).toBeVisible()
})
