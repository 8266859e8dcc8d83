import { test as base, type BrowserContext, type Locator, type Page } from '@playwright/test'
import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'

export const TOKEN = 'bbn_gullhaven-demo-token'
/** The server of the running test's project. */
export const address = () => process.env[base.info().project.name === 'looks' ? 'BOBBIN_E2E_LOOKS_URL' : 'BOBBIN_E2E_URL'] ?? ''

async function signIn(context: BrowserContext): Promise<void> {
  const data = { email: 'runa@gullhaven.example', password: 'gullhaven' }
  const answer = await context.request.post(`${address()}/api/session`, { data })
  if (!answer.ok()) throw new Error(`sign-in answered ${answer.status()}`)
}

/** A signed-in page for every test. */
export const test = base.extend<{ signedIn: Page }>({
  baseURL: async ({}, use) => use(address()),
  signedIn: async ({ page, context }, use) => {
    await signIn(context)
    await use(page)
  },
})

/**
 * A signed-in page for tests that only look: those of a worker share one browser context, so that what one has loaded and compiled is at
 * hand for the next.
 */
export const look = test.extend<object, { looking: BrowserContext }>({
  looking: [
    async ({ browser }, use, { project }) => {
      const { viewport, locale, timezoneId } = project.use
      const context = await browser.newContext({
        baseURL: process.env['BOBBIN_E2E_LOOKS_URL'],
        viewport: viewport ?? null,
        ...(locale && { locale }),
        ...(timezoneId && { timezoneId }),
      })
      await use(context)
      await context.close()
    },
    { scope: 'worker' },
  ],
  signedIn: async ({ looking }, use) => {
    if ((await looking.cookies()).length === 0) await signIn(looking)
    const page = await looking.newPage()
    await use(page)
    await page.close()
  },
})
export { expect } from '@playwright/test'

/** Runs the command line as a pipeline would. */
export function bobbin(...args: string[]): { code: number | null; out: string; err: string } {
  const bin = new URL('../apps/cli/bin/bobbin.mjs', import.meta.url).pathname
  const run = spawnSync(process.execPath, [bin, ...args], {
    encoding: 'utf8',
    env: { ...process.env, BOBBIN_URL: address(), BOBBIN_TOKEN: TOKEN },
  })
  return { code: run.status, out: run.stdout, err: run.stderr }
}

/** Writes result files to a folder of their own. */
export function folderWith(files: Record<string, string>): string {
  const folder = mkdtempSync(join(tmpdir(), 'bobbin-e2e-'))
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, name)), { recursive: true })
    writeFileSync(join(folder, name), text)
  }
  return folder
}

export const sample = (name: string) => new URL(`../packages/core/src/formats/samples/${name}`, import.meta.url).pathname

/** Drags with the mouse to where the other stands before: a click is one until the pointer has moved, and a list makes room meanwhile. */
export async function drag(page: Page, from: Locator, to: Locator): Promise<void> {
  await from.hover()
  const box = await to.boundingBox()
  if (!box) throw new Error('what is dragged to is not in sight')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.down()
  await page.mouse.move(x + 20, y + 4, { steps: 5 })
  await page.mouse.move(x, y)
  await page.mouse.up()
}

/** Opens the run of a build from the list of runs. */
export async function openRun(page: Page, build: string, pipeline: string): Promise<void> {
  await page.goto('/gullhaven/runs')
  await page.getByRole('row').filter({ hasText: pipeline }).filter({ hasText: build }).first().click()
  await page.getByRole('heading', { level: 1, name: new RegExp(`^Build ${build}`) }).waitFor()
}
