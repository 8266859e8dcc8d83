import { drag, expect, test } from './bobbin.js'
import type { Page } from '@playwright/test'

/** Makes cases of its own, so that no other journey minds. */
async function makeCases(page: Page, ...lines: string[]): Promise<string> {
  const answer = await page.request.post('/api/projects/gullhaven/cases/outline', { data: { text: lines.join('\n') } })
  const made = (await answer.json()) as { cases: { key: string }[] }
  return made.cases[0]?.key ?? ''
}

test('many cases are picked by key, changed at once with their number said, and put back', async ({ signedIn: page }) => {
  await makeCases(page, 'Mooring', '  Rope holds at ebb', '  Rope holds at flood', '  Rope is logged')
  await page.goto('/gullhaven/cases?search=Rope')
  await page.getByRole('row', { name: /Rope holds at ebb/ }).click()
  await page.getByRole('grid').focus()
  await page.keyboard.press('x')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByRole('toolbar', { name: '3 cases selected' })).toBeVisible()
  await expect(page).toHaveURL(/pick=\d+-\d+/)
  await page.getByRole('button', { name: 'Change 3 cases' }).click()
  await page.getByRole('menuitem', { name: 'Priority' }).press('ArrowRight')
  await page.getByRole('menuitem', { name: '1 · urgent' }).press('Enter')
  await expect(page.getByText('Changed 3 cases')).toBeVisible()
  // the columns come back when the inspector gives them room
  await page.keyboard.press('Escape')
  await expect(page.getByRole('row').filter({ hasText: 'P1' })).toHaveCount(3)
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByRole('row').filter({ hasText: 'P1' })).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('toolbar', { name: '3 cases selected' })).toBeVisible()
  await page.getByRole('button', { name: 'Delete 3 cases' }).click()
  await expect(page.getByText('No matching case')).toBeVisible()
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByRole('row', { name: /Rope holds at ebb/ })).toBeVisible()
})

test('cases move to an area by dragging, and by key', async ({ signedIn: page }) => {
  await makeCases(page, 'Anchor is weighed')
  await page.goto('/gullhaven/cases?search=Anchor+is+weighed')
  const row = page.getByRole('row', { name: /Anchor is weighed/ })
  const areas = page.getByRole('navigation', { name: 'Areas' })
  await drag(page, row, areas.getByRole('button', { name: /^Offline/ }))
  await expect(page.getByText('Moved 1 case to Offline')).toBeVisible()
  await expect(page.getByRole('heading', { level: 2, name: 'Gate scanner › Offline' })).toBeVisible()
  await row.click()
  await page.getByRole('grid').focus()
  await page.keyboard.press('m')
  await page.getByRole('dialog').getByRole('combobox').fill('freight haz')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2, name: 'Freight manifest › Hazard' })).toBeVisible()
})

test('areas are made, renamed, moved and deleted with a way back', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/cases')
  const areas = page.getByRole('navigation', { name: 'Areas' })
  await areas.getByRole('button', { name: 'Areas: what to do' }).click()
  await page.getByRole('menuitem', { name: 'New area' }).click()
  await page.getByRole('textbox', { name: 'Name of the area' }).fill('Lighthouse')
  await page.keyboard.press('Enter')
  const lines = areas.getByRole('button', { name: /^Area .+: what to do$/ })
  const place = async () =>
    (await lines.evaluateAll((all) => all.map((line) => line.getAttribute('aria-label')))).indexOf('Area Lighthouse: what to do')
  await expect(areas.getByRole('button', { name: /^Lighthouse/ })).toBeVisible()
  const last = await place()
  await areas.getByRole('button', { name: 'Area Lighthouse: what to do' }).click()
  await page.getByRole('menuitem', { name: 'Move up', exact: true }).click()
  await expect.poll(place).toBeLessThan(last)
  await areas.getByRole('button', { name: 'Area Lighthouse: what to do' }).click()
  await page.getByRole('menuitem', { name: 'Move down' }).click()
  await expect.poll(place).toBe(last)
  await areas.getByRole('button', { name: 'Area Lighthouse: what to do' }).click()
  await page.getByRole('menuitem', { name: 'Move …' }).click()
  await page.getByRole('dialog').getByRole('combobox').fill('Tide alerts')
  await page.keyboard.press('Enter')
  await expect(areas.getByRole('button', { name: /^Lighthouse/ })).toHaveCSS('padding-left', '30px')
  // dragged to the top, it stands there; onto itself or an area within, it stays
  const own = areas.getByRole('button', { name: /^Lighthouse/ })
  await drag(page, own, areas.getByRole('button', { name: 'All areas' }))
  await expect(own).toHaveCSS('padding-left', '16px')
  await drag(page, own, areas.getByRole('button', { name: /^Tide alerts/ }))
  await expect(own).toHaveCSS('padding-left', '30px')
  await areas.getByRole('button', { name: 'Area Lighthouse: what to do' }).click()
  await page.getByRole('menuitem', { name: /^Delete/ }).click()
  await expect(areas.getByRole('button', { name: /^Lighthouse/ })).toHaveCount(0)
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(areas.getByRole('button', { name: /^Lighthouse/ })).toHaveCount(1)
})

test('a table says what it will do before it does it', async ({ signedIn: page }) => {
  const key = await makeCases(page, 'Bell rings in fog')
  const csv = `Key,Title,Priority,Owner\n${key},Bell rings twice in fog,1,\n,Horn sounds in fog,2,Teo Marsh\nFERRY-99999,nobody,,\n`
  await page.goto('/gullhaven/cases')
  await page.getByRole('grid').focus()
  await page.keyboard.press('i')
  await page
    .getByRole('dialog')
    .getByLabel('Table')
    .setInputFiles({ name: 'cases.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await expect(page.getByText(/1 row can’t be imported/)).toBeVisible()
  await expect(page.getByText('title: Bell rings in fog → Bell rings twice in fog; priority: 3 → 1')).toBeVisible()
  await page.getByRole('button', { name: 'Make 1 and change 1' }).click()
  await page.goto('/gullhaven/cases?search=in+fog')
  await expect(page.getByRole('row', { name: /Horn sounds in fog/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /Bell rings twice in fog/ })).toBeVisible()
})

test('what the list shows is exported, and a view of it is kept', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/cases?search=Spring+tide&sort=-key&cols=owner')
  await page.getByRole('button', { name: 'Import, export' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'CSV' }).click()
  const download = await downloading
  expect(download.suggestedFilename()).toBe('gullhaven-cases.csv')
  await page.getByRole('button', { name: 'Views' }).click()
  await page.getByRole('menuitem', { name: 'Save this view …' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Spring tides')
  await page.keyboard.press('Enter')
  await page.goto('/gullhaven/cases')
  await page.getByRole('button', { name: 'Views' }).click()
  await page.getByRole('menuitem', { name: /Spring tides/ }).click()
  await expect(page).toHaveURL(/search=Spring\+tide.*sort=-key.*cols=owner|cols=owner/)
  await expect(page.getByRole('button', { name: 'Spring tides' })).toBeVisible()
})

test('two people edit the same case: nothing of either is lost', async ({ signedIn: page }) => {
  const key = await makeCases(page, 'Gangway is lit')
  const editor = (where: Page) => where.getByRole('complementary', { name: 'Case' })
  await page.goto(`/gullhaven/cases?case=${key}&search=Gangway`)
  await editor(page).getByRole('textbox', { name: 'Preconditions' }).fill('It is night')
  // the other one, meanwhile
  await page.request.patch(`/api/projects/gullhaven/cases/${key}`, { data: { version: 1, title: 'Gangway is lit by lamps' } })
  await expect(editor(page).getByText('Somebody saved version 2 while you were editing.')).toBeVisible()
  await editor(page).getByRole('button', { name: 'Merge changes' }).click()
  await page.getByRole('button', { name: 'Merge' }).click()
  await editor(page).getByRole('button', { name: 'Save' }).click()
  await expect(editor(page).getByText(/version 3/)).toBeVisible()
  await expect(editor(page).getByRole('textbox', { name: 'Title' })).toHaveValue('Gangway is lit by lamps')
  await expect(editor(page).getByRole('textbox', { name: 'Preconditions' })).toHaveValue('It is night')
})
