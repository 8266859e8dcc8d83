import { expect, test } from '@playwright/test'

test('Valid ticket gives a clear light', { annotation: { type: 'case', description: 'FERRY-634' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Valid ticket gives a clear light at the foot gate', { annotation: { type: 'case', description: 'FERRY-635' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Valid ticket gives a clear light at the car lane', { annotation: { type: 'case', description: 'FERRY-636' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Valid ticket gives a clear light on the hand-held', { annotation: { type: 'case', description: 'FERRY-637' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Valid ticket gives a clear light on the hand-held on a phone', { annotation: { type: 'case', description: 'FERRY-637' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held on a phone')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Valid ticket is counted once', { annotation: { type: 'case', description: 'FERRY-638' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Valid ticket is counted once at the foot gate', { annotation: { type: 'case', description: 'FERRY-639' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Valid ticket is counted once on the hand-held', { annotation: { type: 'case', description: 'FERRY-641' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Valid ticket speaks the passenger’s language', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Valid ticket speaks the passenger’s language with two crews at once', { annotation: { type: 'case', description: 'FERRY-642' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Valid ticket speaks the passenger’s language at the foot gate', { annotation: { type: 'case', description: 'FERRY-643' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Valid ticket speaks the passenger’s language at the car lane', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Valid ticket speaks the passenger’s language on the hand-held', { annotation: { type: 'case', description: 'FERRY-644' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Valid ticket is logged with the gate', { annotation: { type: 'case', description: 'FERRY-645' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Valid ticket is logged with the gate at the foot gate', { annotation: { type: 'case', description: 'FERRY-646' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Valid ticket is logged with the gate at the car lane', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Valid ticket is logged with the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-647' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Valid ticket is logged with the gate on the hand-held by keyboard alone', { annotation: { type: 'case', description: 'FERRY-647' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held by keyboard alone')
  await page.getByRole('link', { name: 'Valid ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Used ticket gives a clear light', { annotation: { type: 'case', description: 'FERRY-648' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Used ticket gives a clear light on a phone', { annotation: { type: 'case', description: 'FERRY-648' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Used ticket gives a clear light at the foot gate', { annotation: { type: 'case', description: 'FERRY-649' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Used ticket gives a clear light at the foot gate with two crews at once', { annotation: { type: 'case', description: 'FERRY-649' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate with two crews at once')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Used ticket gives a clear light at the car lane', { annotation: { type: 'case', description: 'FERRY-650' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Used ticket is counted once', { annotation: { type: 'case', description: 'FERRY-652' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket is counted once on a phone', { annotation: { type: 'case', description: 'FERRY-652' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket is counted once at the foot gate', { annotation: { type: 'case', description: 'FERRY-653' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket is counted once at the foot gate with two crews at once', { annotation: { type: 'case', description: 'FERRY-653' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate with two crews at once')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket is counted once at the car lane', { annotation: { type: 'case', description: 'FERRY-654' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket is counted once at the car lane on a phone', { annotation: { type: 'case', description: 'FERRY-654' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane on a phone')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket is counted once on the hand-held', { annotation: { type: 'case', description: 'FERRY-655' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Used ticket speaks the passenger’s language', { annotation: { type: 'case', description: 'FERRY-656' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Used ticket speaks the passenger’s language at the foot gate', { annotation: { type: 'case', description: 'FERRY-657' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Used ticket speaks the passenger’s language at the foot gate with two crews at once', { annotation: { type: 'case', description: 'FERRY-657' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate with two crews at once')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Used ticket speaks the passenger’s language on the hand-held', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Used ticket is logged with the gate', { annotation: { type: 'case', description: 'FERRY-659' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Used ticket is logged with the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-661' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Used ticket is logged with the gate at the car lane by keyboard alone', { annotation: { type: 'case', description: 'FERRY-661' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane by keyboard alone')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Used ticket is logged with the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-662' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Used ticket is logged with the gate on the hand-held with two crews at once', { annotation: { type: 'case', description: 'FERRY-662' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held with two crews at once')
  await page.getByRole('link', { name: 'Used ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Ticket of another day gives a clear light', { annotation: { type: 'case', description: 'FERRY-663' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Ticket of another day gives a clear light at the foot gate', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Ticket of another day gives a clear light at the car lane', { annotation: { type: 'case', description: 'FERRY-664' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Ticket of another day is counted once', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Ticket of another day is counted once at the foot gate', { annotation: { type: 'case', description: 'FERRY-667' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Ticket of another day is counted once at the car lane', { annotation: { type: 'case', description: 'FERRY-668' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Ticket of another day is counted once at the car lane on a phone', { annotation: { type: 'case', description: 'FERRY-668' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane on a phone')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Ticket of another day is counted once on the hand-held', { annotation: { type: 'case', description: 'FERRY-669' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Ticket of another day speaks the passenger’s language', { annotation: { type: 'case', description: 'FERRY-670' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Ticket of another day speaks the passenger’s language at the car lane', { annotation: { type: 'case', description: 'FERRY-672' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Ticket of another day speaks the passenger’s language on the hand-held', { annotation: { type: 'case', description: 'FERRY-673' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Ticket of another day speaks the passenger’s language on the hand-held by keyboard alone', { annotation: { type: 'case', description: 'FERRY-673' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held by keyboard alone')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Ticket of another day is logged with the gate', { annotation: { type: 'case', description: 'FERRY-674' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Ticket of another day is logged with the gate at the foot gate', { annotation: { type: 'case', description: 'FERRY-675' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Ticket of another day is logged with the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-676' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Ticket of another day is logged with the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-677' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Ticket of another day is logged with the gate on the hand-held by keyboard alone', { annotation: { type: 'case', description: 'FERRY-677' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held by keyboard alone')
  await page.getByRole('link', { name: 'Ticket of another day' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Torn ticket gives a clear light', { annotation: { type: 'case', description: 'FERRY-678' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Torn ticket gives a clear light at the foot gate', { annotation: { type: 'case', description: 'FERRY-679' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Torn ticket gives a clear light at the foot gate with two crews at once', { annotation: { type: 'case', description: 'FERRY-679' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate with two crews at once')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Torn ticket gives a clear light on the hand-held', { annotation: { type: 'case', description: 'FERRY-681' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Torn ticket is counted once', { annotation: { type: 'case', description: 'FERRY-682' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Torn ticket is counted once on a phone', { annotation: { type: 'case', description: 'FERRY-682' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Torn ticket is counted once at the foot gate', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Torn ticket is counted once at the car lane', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Torn ticket is counted once on the hand-held', { annotation: { type: 'case', description: 'FERRY-683' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Torn ticket speaks the passenger’s language', { annotation: { type: 'case', description: 'FERRY-684' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Torn ticket speaks the passenger’s language at the foot gate', { annotation: { type: 'case', description: 'FERRY-685' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Torn ticket speaks the passenger’s language at the foot gate on a phone', { annotation: { type: 'case', description: 'FERRY-685' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate on a phone')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Torn ticket speaks the passenger’s language at the car lane', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Torn ticket speaks the passenger’s language on the hand-held', { annotation: { type: 'case', description: 'FERRY-687' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Torn ticket is logged with the gate at the foot gate', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Torn ticket is logged with the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-690' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Torn ticket is logged with the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-691' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Torn ticket is logged with the gate on the hand-held by keyboard alone', { annotation: { type: 'case', description: 'FERRY-691' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held by keyboard alone')
  await page.getByRole('link', { name: 'Torn ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Group ticket gives a clear light', { annotation: { type: 'case', description: 'FERRY-692' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Group ticket gives a clear light with two crews at once', { annotation: { type: 'case', description: 'FERRY-692' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Group ticket gives a clear light at the foot gate', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Group ticket gives a clear light at the car lane', { annotation: { type: 'case', description: 'FERRY-693' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Group ticket gives a clear light on the hand-held', { annotation: { type: 'case', description: 'FERRY-694' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Group ticket gives a clear light on the hand-held by keyboard alone', { annotation: { type: 'case', description: 'FERRY-694' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held by keyboard alone')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('gives a clear light')
})

test('Group ticket is counted once', { annotation: { type: 'case', description: 'FERRY-695' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Group ticket is counted once at the foot gate', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Group ticket is counted once at the car lane', { annotation: { type: 'case', description: 'FERRY-697' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Group ticket is counted once on the hand-held', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is counted once')
})

test('Group ticket speaks the passenger’s language', { annotation: { type: 'case', description: 'FERRY-698' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket speaks the passenger’s language on a phone', { annotation: { type: 'case', description: 'FERRY-698' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket speaks the passenger’s language at the foot gate', { annotation: { type: 'case', description: 'FERRY-699' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket speaks the passenger’s language at the foot gate on a phone', { annotation: { type: 'case', description: 'FERRY-699' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate on a phone')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket speaks the passenger’s language at the car lane', { annotation: { type: 'case', description: 'FERRY-700' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket speaks the passenger’s language on the hand-held', { annotation: { type: 'case', description: 'FERRY-701' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket speaks the passenger’s language on the hand-held on a phone', { annotation: { type: 'case', description: 'FERRY-701' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held on a phone')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('speaks the passenger’s language')
})

test('Group ticket is logged with the gate', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Group ticket is logged with the gate at the foot gate', { annotation: { type: 'case', description: 'FERRY-703' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Group ticket is logged with the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-704' } }, async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})

test('Group ticket is logged with the gate on the hand-held', async ({ page }) => {
  await page.goto('/gate/boarding')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Group ticket' }).click()
  await expect(page.getByRole('main')).toContainText('is logged with the gate')
})
