import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { violations } from './axe.js'
import { address, bobbin, expect, folderWith, test, TOKEN } from './bobbin.js'

const ROOT = new URL('..', import.meta.url).pathname
const AT = { BOBBIN_PIPELINE: 'night-watch', BOBBIN_BRANCH: 'trial', BOBBIN_ENVIRONMENT: 'pier-test' }

/** Starts a real Mocha with our reporter, as a pipeline would. */
function startMocha(fixture: string, env: Record<string, string>) {
  const child = spawn(join(ROOT, 'node_modules/.bin/mocha'), [fixture, '--reporter', '@bobbin/reporters/mocha'], {
    cwd: join(ROOT, 'packages/reporters/fixtures/mocha'),
    env: {
      ...process.env,
      BOBBIN_URL: address(),
      BOBBIN_TOKEN: TOKEN,
      BOBBIN_WAITING: mkdtempSync(join(tmpdir(), 'bobbin-waiting-')),
      ...AT,
      ...env,
    },
    stdio: 'ignore',
  })
  return { ended: new Promise<number | null>((resolve) => child.once('close', resolve)), kill: () => child.kill('SIGKILL') }
}

test('a run is followed while it runs: a failure is opened, the run is stopped, and the runner stops', async ({ signedIn: page }) => {
  const mocha = startMocha('endless.cjs', { BOBBIN_BUILD: '1', BOBBIN_AGENT: 'slipway' })
  try {
    await page.goto('/gullhaven/runs?branch=trial')
    await page.getByRole('row').filter({ hasText: 'night-watch' }).click()
    const live = page.getByRole('region', { name: 'Live' })
    await expect(live).toContainText(/Live: \d+ of 1,001 results/)
    await expect(live.getByRole('listitem')).toContainText(/slipway\s*mocha\s*\d+ of 1,001\s*sending/)
    // its sums grow without anybody asking
    const reported = async () => Number(/Live: ([\d,]+)/.exec((await live.textContent()) ?? '')?.[1]?.replace(',', ''))
    const before = await reported()
    await expect.poll(reported).toBeGreaterThan(before)
    expect(await violations(page, '[aria-label="Live"]')).toEqual([])
    await page.getByRole('row', { name: /refuses to wait/ }).click()
    await expect(page.getByRole('complementary').getByText('the tide does not wait')).toBeVisible()
    await live.getByRole('button', { name: 'Stop the run' }).click()
    await expect(live.getByText(/Runa Solberg asked it to stop/)).toBeVisible()
    await mocha.ended
    await expect(live).toBeHidden()
    await expect(page.getByRole('link', { name: 'sent live by 1 sender' })).toBeVisible()
    await expect(page.getByText('It was stopped by Runa Solberg.')).toBeVisible()
  } finally {
    mocha.kill()
  }
})

test('a run in shards is live until the last is in, and its page names those that are missing', async ({ signedIn: page }) => {
  const report = (name: string) =>
    folderWith({ 'a.xml': `<testsuite name="s"><testcase classname="watch.Lamp" name="${name}"/></testsuite>` })
  const deliver = (shard: string, name: string) =>
    bobbin(
      'deliver',
      report(name),
      '--pipeline',
      'night-watch',
      '--build',
      '2',
      '--branch',
      'trial',
      '--environment',
      'pier-test',
      '--shard',
      shard,
    )
  const first = deliver('1/3', 'is lit')
  expect(first.code).toBe(0)
  expect(first.out).toContain('more is to come')
  await page.goto(/http\S+\/runs\/\d+/.exec(first.out)?.[0] ?? '')
  await expect(page.getByRole('region', { name: 'Live' })).toContainText('1 of 3 shards are in; waiting for 2 and 3')
  deliver('3/3', 'turns')
  await expect(page.getByRole('region', { name: 'Live' })).toContainText('waiting for 2')
  deliver('2/3', 'blinks')
  await expect(page.getByRole('region', { name: 'Live' })).toBeHidden()
  await expect(page.getByText('3 results in')).toBeVisible()
})
