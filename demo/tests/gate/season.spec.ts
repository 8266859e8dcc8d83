import { expect, test } from '@playwright/test'

test('Season pass opens the gate', { annotation: { type: 'case', description: 'FERRY-751' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Season pass opens the gate at the foot gate', { annotation: { type: 'case', description: 'FERRY-752' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Season pass opens the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-753' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Season pass opens the gate at the car lane by keyboard alone', { annotation: { type: 'case', description: 'FERRY-753' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane by keyboard alone')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Season pass opens the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-754' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Season pass is refused when blocked', { annotation: { type: 'case', description: 'FERRY-755' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Season pass is refused when blocked at the foot gate', { annotation: { type: 'case', description: 'FERRY-756' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Season pass is refused when blocked at the foot gate by keyboard alone', { annotation: { type: 'case', description: 'FERRY-756' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate by keyboard alone')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Season pass is refused when blocked at the car lane', { annotation: { type: 'case', description: 'FERRY-757' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Season pass is refused when blocked at the car lane by keyboard alone', { annotation: { type: 'case', description: 'FERRY-757' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane by keyboard alone')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Season pass is refused when blocked on the hand-held', { annotation: { type: 'case', description: 'FERRY-758' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Season pass works on every pier', async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Season pass works on every pier on a phone', { annotation: { type: 'case', description: 'FERRY-759' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Season pass works on every pier at the foot gate', { annotation: { type: 'case', description: 'FERRY-760' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Season pass works on every pier at the car lane', { annotation: { type: 'case', description: 'FERRY-761' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Season pass works on every pier on the hand-held', async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Season pass greets the holder by name', { annotation: { type: 'case', description: 'FERRY-762' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Season pass greets the holder by name at the foot gate', { annotation: { type: 'case', description: 'FERRY-763' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Season pass greets the holder by name at the car lane', async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Season pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Crew pass opens the gate', { annotation: { type: 'case', description: 'FERRY-765' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Crew pass opens the gate at the foot gate', { annotation: { type: 'case', description: 'FERRY-766' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Crew pass opens the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-767' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Crew pass opens the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-768' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Crew pass opens the gate on the hand-held on a phone', { annotation: { type: 'case', description: 'FERRY-768' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held on a phone')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Crew pass is refused when blocked', { annotation: { type: 'case', description: 'FERRY-769' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Crew pass is refused when blocked with two crews at once', { annotation: { type: 'case', description: 'FERRY-769' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Crew pass is refused when blocked at the foot gate', async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Crew pass is refused when blocked at the foot gate on a phone', { annotation: { type: 'case', description: 'FERRY-770' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate on a phone')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Crew pass is refused when blocked at the car lane', { annotation: { type: 'case', description: 'FERRY-771' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Crew pass is refused when blocked on the hand-held', { annotation: { type: 'case', description: 'FERRY-772' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Crew pass works on every pier', { annotation: { type: 'case', description: 'FERRY-773' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Crew pass works on every pier at the foot gate', { annotation: { type: 'case', description: 'FERRY-774' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Crew pass works on every pier at the foot gate on a phone', { annotation: { type: 'case', description: 'FERRY-774' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate on a phone')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Crew pass works on every pier at the car lane', async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Crew pass works on every pier on the hand-held', { annotation: { type: 'case', description: 'FERRY-776' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Crew pass works on every pier on the hand-held with two crews at once', { annotation: { type: 'case', description: 'FERRY-776' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held with two crews at once')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Crew pass greets the holder by name', { annotation: { type: 'case', description: 'FERRY-777' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Crew pass greets the holder by name at the foot gate', { annotation: { type: 'case', description: 'FERRY-778' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Crew pass greets the holder by name at the foot gate on a phone', { annotation: { type: 'case', description: 'FERRY-778' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate on a phone')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Crew pass greets the holder by name at the car lane', { annotation: { type: 'case', description: 'FERRY-779' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Crew pass greets the holder by name on the hand-held', { annotation: { type: 'case', description: 'FERRY-780' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Crew pass greets the holder by name on the hand-held on a phone', { annotation: { type: 'case', description: 'FERRY-780' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held on a phone')
  await page.getByRole('link', { name: 'Crew pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Bicycle pass opens the gate', { annotation: { type: 'case', description: 'FERRY-781' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Bicycle pass opens the gate at the foot gate', { annotation: { type: 'case', description: 'FERRY-782' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Bicycle pass opens the gate at the car lane', { annotation: { type: 'case', description: 'FERRY-783' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Bicycle pass opens the gate on the hand-held', { annotation: { type: 'case', description: 'FERRY-784' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('opens the gate')
})

test('Bicycle pass is refused when blocked', { annotation: { type: 'case', description: 'FERRY-785' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Bicycle pass is refused when blocked at the foot gate', async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Bicycle pass is refused when blocked at the foot gate with two crews at once', { annotation: { type: 'case', description: 'FERRY-786' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate with two crews at once')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Bicycle pass is refused when blocked on the hand-held', { annotation: { type: 'case', description: 'FERRY-788' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Bicycle pass is refused when blocked on the hand-held with two crews at once', { annotation: { type: 'case', description: 'FERRY-788' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held with two crews at once')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('is refused when blocked')
})

test('Bicycle pass works on every pier', { annotation: { type: 'case', description: 'FERRY-789' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Bicycle pass works on every pier at the foot gate', { annotation: { type: 'case', description: 'FERRY-790' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Bicycle pass works on every pier at the foot gate by keyboard alone', { annotation: { type: 'case', description: 'FERRY-790' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate by keyboard alone')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Bicycle pass works on every pier on the hand-held', { annotation: { type: 'case', description: 'FERRY-792' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('works on every pier')
})

test('Bicycle pass greets the holder by name', { annotation: { type: 'case', description: 'FERRY-793' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Bicycle pass greets the holder by name at the foot gate', { annotation: { type: 'case', description: 'FERRY-794' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Bicycle pass greets the holder by name at the foot gate with two crews at once', { annotation: { type: 'case', description: 'FERRY-794' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the foot gate with two crews at once')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Bicycle pass greets the holder by name at the car lane', { annotation: { type: 'case', description: 'FERRY-795' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Bicycle pass greets the holder by name at the car lane with two crews at once', { annotation: { type: 'case', description: 'FERRY-795' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('at the car lane with two crews at once')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})

test('Bicycle pass greets the holder by name on the hand-held', { annotation: { type: 'case', description: 'FERRY-796' } }, async ({ page }) => {
  await page.goto('/gate/season')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Bicycle pass' }).click()
  await expect(page.getByRole('main')).toContainText('greets the holder by name')
})
