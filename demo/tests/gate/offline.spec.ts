import { expect, test } from '@playwright/test'

test('Scanner rejoins after tunnel', { annotation: { type: 'case', description: 'FERRY-705' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Scanner rejoins after tunnel at the foot gate', { annotation: { type: 'case', description: 'FERRY-706' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Scanner rejoins after tunnel at the car lane', { annotation: { type: 'case', description: 'FERRY-707' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Scanner rejoins after tunnel at the car lane on a phone', { annotation: { type: 'case', description: 'FERRY-707' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane on a phone')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Scanner rejoins after tunnel on the hand-held', { annotation: { type: 'case', description: 'FERRY-708' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Scanner rejoins after tunnel on the hand-held on a phone', { annotation: { type: 'case', description: 'FERRY-708' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held on a phone')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Scanner keeps working without network', { annotation: { type: 'case', description: 'FERRY-709' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Scanner keeps working without network at the foot gate', { annotation: { type: 'case', description: 'FERRY-710' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Scanner keeps working without network at the foot gate by keyboard alone', { annotation: { type: 'case', description: 'FERRY-710' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate by keyboard alone')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Scanner keeps working without network at the car lane', async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Scanner keeps working without network on the hand-held', { annotation: { type: 'case', description: 'FERRY-711' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Scanner keeps working without network on the hand-held by keyboard alone', { annotation: { type: 'case', description: 'FERRY-711' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held by keyboard alone')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Scanner sends what it missed', { annotation: { type: 'case', description: 'FERRY-712' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Scanner sends what it missed at the foot gate', async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Scanner sends what it missed at the car lane', { annotation: { type: 'case', description: 'FERRY-713' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Scanner sends what it missed on the hand-held', { annotation: { type: 'case', description: 'FERRY-714' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Scanner shows its battery', { annotation: { type: 'case', description: 'FERRY-715' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Scanner shows its battery at the foot gate', { annotation: { type: 'case', description: 'FERRY-716' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Scanner shows its battery at the car lane', { annotation: { type: 'case', description: 'FERRY-717' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Scanner shows its battery at the car lane on a phone', { annotation: { type: 'case', description: 'FERRY-717' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane on a phone')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Scanner shows its battery on the hand-held', { annotation: { type: 'case', description: 'FERRY-718' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Scanner shows its battery on the hand-held on a phone', { annotation: { type: 'case', description: 'FERRY-718' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held on a phone')
  await page.getByRole('link', { name: 'Scanner' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Queue of scans rejoins after tunnel', { annotation: { type: 'case', description: 'FERRY-719' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Queue of scans rejoins after tunnel on a phone', { annotation: { type: 'case', description: 'FERRY-719' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Queue of scans rejoins after tunnel at the foot gate', { annotation: { type: 'case', description: 'FERRY-720' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Queue of scans rejoins after tunnel at the car lane', { annotation: { type: 'case', description: 'FERRY-721' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Queue of scans rejoins after tunnel on the hand-held', { annotation: { type: 'case', description: 'FERRY-722' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Queue of scans keeps working without network', { annotation: { type: 'case', description: 'FERRY-723' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Queue of scans keeps working without network at the foot gate', { annotation: { type: 'case', description: 'FERRY-724' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Queue of scans keeps working without network at the car lane', { annotation: { type: 'case', description: 'FERRY-725' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Queue of scans keeps working without network at the car lane with two crews at once', { annotation: { type: 'case', description: 'FERRY-725' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane with two crews at once')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Queue of scans keeps working without network on the hand-held', { annotation: { type: 'case', description: 'FERRY-726' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Queue of scans keeps working without network on the hand-held with two crews at once', { annotation: { type: 'case', description: 'FERRY-726' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held with two crews at once')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Queue of scans sends what it missed', { annotation: { type: 'case', description: 'FERRY-727' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Queue of scans sends what it missed at the foot gate', { annotation: { type: 'case', description: 'FERRY-728' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Queue of scans sends what it missed at the car lane', { annotation: { type: 'case', description: 'FERRY-729' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Queue of scans sends what it missed on the hand-held', { annotation: { type: 'case', description: 'FERRY-730' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Queue of scans sends what it missed on the hand-held with two crews at once', { annotation: { type: 'case', description: 'FERRY-730' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held with two crews at once')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Queue of scans shows its battery', { annotation: { type: 'case', description: 'FERRY-731' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Queue of scans shows its battery on a phone', { annotation: { type: 'case', description: 'FERRY-731' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Queue of scans shows its battery at the foot gate', { annotation: { type: 'case', description: 'FERRY-732' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Queue of scans shows its battery at the car lane', { annotation: { type: 'case', description: 'FERRY-733' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Queue of scans shows its battery at the car lane with two crews at once', { annotation: { type: 'case', description: 'FERRY-733' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane with two crews at once')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Queue of scans shows its battery on the hand-held', { annotation: { type: 'case', description: 'FERRY-734' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Queue of scans' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Gate clock rejoins after tunnel', async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Gate clock rejoins after tunnel at the foot gate', { annotation: { type: 'case', description: 'FERRY-736' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Gate clock rejoins after tunnel at the car lane', { annotation: { type: 'case', description: 'FERRY-737' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Gate clock rejoins after tunnel at the car lane with two crews at once', { annotation: { type: 'case', description: 'FERRY-737' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane with two crews at once')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Gate clock rejoins after tunnel on the hand-held', { annotation: { type: 'case', description: 'FERRY-738' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('rejoins after tunnel')
})

test('Gate clock keeps working without network', { annotation: { type: 'case', description: 'FERRY-739' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Gate clock keeps working without network with two crews at once', { annotation: { type: 'case', description: 'FERRY-739' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Gate clock keeps working without network at the foot gate', async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Gate clock keeps working without network at the car lane', async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Gate clock keeps working without network at the car lane with two crews at once', { annotation: { type: 'case', description: 'FERRY-741' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane with two crews at once')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Gate clock keeps working without network on the hand-held', { annotation: { type: 'case', description: 'FERRY-742' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('keeps working without network')
})

test('Gate clock sends what it missed', { annotation: { type: 'case', description: 'FERRY-743' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Gate clock sends what it missed by keyboard alone', { annotation: { type: 'case', description: 'FERRY-743' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Gate clock sends what it missed at the foot gate', async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Gate clock sends what it missed at the foot gate by keyboard alone', { annotation: { type: 'case', description: 'FERRY-744' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the foot gate by keyboard alone')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Gate clock sends what it missed at the car lane', { annotation: { type: 'case', description: 'FERRY-745' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Gate clock sends what it missed on the hand-held', { annotation: { type: 'case', description: 'FERRY-746' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('sends what it missed')
})

test('Gate clock shows its battery', { annotation: { type: 'case', description: 'FERRY-747' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Gate clock shows its battery at the car lane', { annotation: { type: 'case', description: 'FERRY-749' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Gate clock shows its battery at the car lane on a phone', { annotation: { type: 'case', description: 'FERRY-749' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('at the car lane on a phone')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})

test('Gate clock shows its battery on the hand-held', { annotation: { type: 'case', description: 'FERRY-750' } }, async ({ page }) => {
  await page.goto('/gate/offline')
  await page.getByLabel('Setting').selectOption('on the hand-held')
  await page.getByRole('link', { name: 'Gate clock' }).click()
  await expect(page.getByRole('main')).toContainText('shows its battery')
})
