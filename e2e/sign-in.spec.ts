import { expect, test } from './bobbin.js'

test('a wrong password is told, the right one leads back to where one wanted to go', async ({ page }) => {
  await page.goto('/gullhaven/cases?search=axle')
  await page.getByLabel('Email').fill('lin@gullhaven.example')
  await page.getByLabel('Password').fill('guess')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toHaveText('Email or password is wrong.')
  await page.getByLabel('Password').fill('gullhaven')
  await page.getByLabel('Password').press('Enter')
  await expect(page).toHaveURL(/\/gullhaven\/cases\?search=axle/)
  await expect(page.getByRole('row').filter({ hasText: 'refuses a load over the axle limit' })).not.toHaveCount(0)

  await page.getByTitle('Lin Harrow').click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
})

test('a session that ended leads to the sign-in page and back', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/runs')
  await expect(page).toHaveTitle('Runs · Bobbin')
  await page.context().clearCookies()
  const signIn = page.getByRole('heading', { name: 'Sign in' })
  // what somebody else delivers at this moment leads there before the click does
  await expect(async () => {
    if (!(await signIn.isVisible())) await page.getByRole('link', { name: 'Scripts' }).click({ timeout: 1000 })
    await expect(signIn).toBeVisible({ timeout: 1000 })
  }).toPass()
  const to = new URL(page.url()).searchParams.get('to') ?? ''
  expect(to).toMatch(/^\/gullhaven\/(scripts|runs)/)
  await page.getByLabel('Email').fill('dara@gullhaven.example')
  await page.getByLabel('Password').fill('gullhaven')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL((url) => url.pathname + url.search === to)
  await expect(page.getByRole('heading', { level: 1, name: to.includes('/scripts') ? 'Scripts' : 'Runs' })).toBeVisible()
})
