import { expect, test } from '@playwright/test'

test('Single ticket shows the price in both currencies', { annotation: { type: 'case', description: 'FERRY-101' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Single ticket shows the price in both currencies with two crews at once', { annotation: { type: 'case', description: 'FERRY-101' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Single ticket shows the price in both currencies in the app', { annotation: { type: 'case', description: 'FERRY-103' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Single ticket shows the price in both currencies for a company account', { annotation: { type: 'case', description: 'FERRY-104' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Single ticket is sent by e-mail', { annotation: { type: 'case', description: 'FERRY-105' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Single ticket is sent by e-mail at the counter', { annotation: { type: 'case', description: 'FERRY-106' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Single ticket is sent by e-mail at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-106' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Single ticket is sent by e-mail in the app', { annotation: { type: 'case', description: 'FERRY-107' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Single ticket is sent by e-mail for a company account', { annotation: { type: 'case', description: 'FERRY-108' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Single ticket is sent by e-mail for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-108' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Single ticket can be moved to a later sailing', { annotation: { type: 'case', description: 'FERRY-109' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Single ticket can be moved to a later sailing at the counter', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Single ticket can be moved to a later sailing in the app', { annotation: { type: 'case', description: 'FERRY-110' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Single ticket can be moved to a later sailing in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-110' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Single ticket can be moved to a later sailing for a company account', { annotation: { type: 'case', description: 'FERRY-111' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Single ticket names every passenger', { annotation: { type: 'case', description: 'FERRY-112' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Single ticket names every passenger at the counter', { annotation: { type: 'case', description: 'FERRY-113' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Single ticket names every passenger in the app', { annotation: { type: 'case', description: 'FERRY-114' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Single ticket names every passenger for a company account', { annotation: { type: 'case', description: 'FERRY-115' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Single ticket names every passenger for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-115' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Single ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Return ticket shows the price in both currencies', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Return ticket shows the price in both currencies at the counter', { annotation: { type: 'case', description: 'FERRY-117' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Return ticket shows the price in both currencies in the app', { annotation: { type: 'case', description: 'FERRY-118' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Return ticket shows the price in both currencies in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-118' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Return ticket shows the price in both currencies for a company account', { annotation: { type: 'case', description: 'FERRY-119' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Return ticket shows the price in both currencies for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-119' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Return ticket is sent by e-mail', { annotation: { type: 'case', description: 'FERRY-120' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Return ticket is sent by e-mail at the counter', { annotation: { type: 'case', description: 'FERRY-121' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Return ticket is sent by e-mail in the app', { annotation: { type: 'case', description: 'FERRY-122' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Return ticket is sent by e-mail for a company account', { annotation: { type: 'case', description: 'FERRY-123' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Return ticket can be moved to a later sailing', { annotation: { type: 'case', description: 'FERRY-124' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Return ticket can be moved to a later sailing at the counter', { annotation: { type: 'case', description: 'FERRY-125' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Return ticket can be moved to a later sailing at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-125' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Return ticket can be moved to a later sailing in the app', { annotation: { type: 'case', description: 'FERRY-126' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Return ticket can be moved to a later sailing for a company account', { annotation: { type: 'case', description: 'FERRY-127' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Return ticket can be moved to a later sailing for a company account by keyboard alone', { annotation: { type: 'case', description: 'FERRY-127' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account by keyboard alone')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Return ticket names every passenger', { annotation: { type: 'case', description: 'FERRY-128' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Return ticket names every passenger at the counter', { annotation: { type: 'case', description: 'FERRY-129' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Return ticket names every passenger in the app', { annotation: { type: 'case', description: 'FERRY-130' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Return ticket names every passenger in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-130' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Return ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Ten-trip card shows the price in both currencies', { annotation: { type: 'case', description: 'FERRY-132' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Ten-trip card shows the price in both currencies at the counter', { annotation: { type: 'case', description: 'FERRY-133' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Ten-trip card shows the price in both currencies in the app', { annotation: { type: 'case', description: 'FERRY-134' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Ten-trip card shows the price in both currencies in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-134' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Ten-trip card shows the price in both currencies for a company account', { annotation: { type: 'case', description: 'FERRY-135' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Ten-trip card is sent by e-mail', { annotation: { type: 'case', description: 'FERRY-136' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Ten-trip card is sent by e-mail at the counter', { annotation: { type: 'case', description: 'FERRY-137' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Ten-trip card is sent by e-mail in the app', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Ten-trip card is sent by e-mail for a company account', { annotation: { type: 'case', description: 'FERRY-138' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Ten-trip card is sent by e-mail for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-138' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Ten-trip card can be moved to a later sailing', { annotation: { type: 'case', description: 'FERRY-139' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Ten-trip card can be moved to a later sailing at the counter', { annotation: { type: 'case', description: 'FERRY-140' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Ten-trip card can be moved to a later sailing in the app', { annotation: { type: 'case', description: 'FERRY-141' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Ten-trip card can be moved to a later sailing in the app on a phone', { annotation: { type: 'case', description: 'FERRY-141' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app on a phone')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Ten-trip card can be moved to a later sailing for a company account', { annotation: { type: 'case', description: 'FERRY-142' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Ten-trip card names every passenger', { annotation: { type: 'case', description: 'FERRY-143' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Ten-trip card names every passenger at the counter', { annotation: { type: 'case', description: 'FERRY-144' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Ten-trip card names every passenger for a company account', { annotation: { type: 'case', description: 'FERRY-146' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Ten-trip card names every passenger for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-146' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket shows the price in both currencies', { annotation: { type: 'case', description: 'FERRY-147' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Season ticket shows the price in both currencies at the counter', { annotation: { type: 'case', description: 'FERRY-148' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Season ticket shows the price in both currencies in the app', { annotation: { type: 'case', description: 'FERRY-149' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Season ticket shows the price in both currencies for a company account', { annotation: { type: 'case', description: 'FERRY-150' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Season ticket is sent by e-mail', { annotation: { type: 'case', description: 'FERRY-151' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Season ticket is sent by e-mail at the counter', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Season ticket is sent by e-mail in the app', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Season ticket is sent by e-mail for a company account', { annotation: { type: 'case', description: 'FERRY-152' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Season ticket can be moved to a later sailing', { annotation: { type: 'case', description: 'FERRY-153' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Season ticket can be moved to a later sailing by keyboard alone', { annotation: { type: 'case', description: 'FERRY-153' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Season ticket can be moved to a later sailing at the counter', { annotation: { type: 'case', description: 'FERRY-154' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Season ticket can be moved to a later sailing at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-154' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Season ticket can be moved to a later sailing in the app', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Season ticket can be moved to a later sailing for a company account', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Season ticket names every passenger', { annotation: { type: 'case', description: 'FERRY-155' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket names every passenger by keyboard alone', { annotation: { type: 'case', description: 'FERRY-155' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket names every passenger at the counter', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket names every passenger in the app', { annotation: { type: 'case', description: 'FERRY-157' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket names every passenger in the app on a phone', { annotation: { type: 'case', description: 'FERRY-157' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app on a phone')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket names every passenger for a company account', { annotation: { type: 'case', description: 'FERRY-158' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Season ticket names every passenger for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-158' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Season ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Car ticket shows the price in both currencies', { annotation: { type: 'case', description: 'FERRY-159' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Car ticket shows the price in both currencies on a phone', { annotation: { type: 'case', description: 'FERRY-159' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Car ticket shows the price in both currencies at the counter', { annotation: { type: 'case', description: 'FERRY-160' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Car ticket shows the price in both currencies at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-160' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Car ticket shows the price in both currencies in the app', { annotation: { type: 'case', description: 'FERRY-161' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Car ticket shows the price in both currencies in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-161' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('shows the price in both currencies')
})

test('Car ticket is sent by e-mail', { annotation: { type: 'case', description: 'FERRY-163' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Car ticket is sent by e-mail at the counter', { annotation: { type: 'case', description: 'FERRY-164' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Car ticket is sent by e-mail in the app', { annotation: { type: 'case', description: 'FERRY-165' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Car ticket is sent by e-mail for a company account', { annotation: { type: 'case', description: 'FERRY-166' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is sent by e-mail')
})

test('Car ticket can be moved to a later sailing', { annotation: { type: 'case', description: 'FERRY-167' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Car ticket can be moved to a later sailing at the counter', { annotation: { type: 'case', description: 'FERRY-168' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Car ticket can be moved to a later sailing in the app', { annotation: { type: 'case', description: 'FERRY-169' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Car ticket can be moved to a later sailing for a company account', { annotation: { type: 'case', description: 'FERRY-170' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('can be moved to a later sailing')
})

test('Car ticket names every passenger', { annotation: { type: 'case', description: 'FERRY-171' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Car ticket names every passenger on a phone', { annotation: { type: 'case', description: 'FERRY-171' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Car ticket names every passenger at the counter', { annotation: { type: 'case', description: 'FERRY-172' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Car ticket names every passenger in the app', async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Car ticket names every passenger for a company account', { annotation: { type: 'case', description: 'FERRY-173' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Car ticket names every passenger for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-173' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Car ticket' }).click()
  await expect(page.getByRole('main')).toContainText('names every passenger')
})

test('Ten-trip card counts down', { annotation: { type: 'case', description: 'FERRY-1990' } }, async ({ page }) => {
  await page.goto('/fares/tickets')
  await page.getByRole('link', { name: 'Ten-trip card' }).click()
  await expect(page.getByRole('main')).toContainText('counts down')
})
