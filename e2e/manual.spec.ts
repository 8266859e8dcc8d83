import type { AssignmentList, PlanDetail, Report, StartRow, SuiteDetail } from '@bobbin/client'
import { TrackerStandIn } from '@bobbin/standins/tracker'
import { expect, test } from './bobbin.js'

const SECRET = 'both sides of the quay'
let tracker: TrackerStandIn
test.beforeAll(async () => {
  tracker = await TrackerStandIn.start({ secret: SECRET, token: 'quay-token', hook: null })
})
test.afterAll(() => tracker.stop())

const CASES = 9

test('a plan of nine cases on a kiosk is done with the keyboard alone, with a pasted picture and a defect, and the report counts what is in the runs', async ({
  signedIn: page,
  context,
}) => {
  test.slow()
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const api = async <T>(method: 'get' | 'post' | 'put', path: string, data?: unknown): Promise<T> => {
    const answer = await page.request[method](`/api/projects/gullhaven${path}`, data === undefined ? {} : { data })
    if (!answer.ok()) throw new Error(`${path} answered ${answer.status()} ${await answer.text()}`)
    return (await answer.json()) as T
  }
  await api('put', '/tracker', { name: 'Quay tracker', url: tracker.url, token: 'quay-token', secret: SECRET })
  await api('post', '/tracker/test')
  const { rows: cases } = await api<{ rows: { key: string }[] }>('get', `/cases?search=deck&limit=${CASES}`)
  const made = await api<SuiteDetail>('post', '/suites', { folder: 'Tried', name: 'Kiosk round', note: '', filter: null })
  await api('post', `/suites/${made.id}/cases`, { keys: cases.map(({ key }) => key) })
  const environments = await api<{ rows: { id: number; name: string }[] }>('get', '/environments')
  const me = await page.request.get('/api/session').then((answer) => answer.json() as Promise<{ account: { id: number } }>)
  const cell = {
    environmentId: environments.rows.find(({ name }) => name === 'breakwater-stage')?.id ?? 0,
    profile: 'kiosk',
    parameters: { sailing: '07:40' },
    byHand: 'all',
    people: [me.account.id],
  }
  const plan = await api<PlanDetail>('post', '/plans', {
    ...{ name: 'Kiosk round', pipeline: 'kiosk-rounds', branch: 'main', newestBuild: false, retries: 0, split: 'time', overlap: 'queue', missed: 'skip', paused: false },
    suites: [{ id: made.id, parameters: {} }],
    cells: [cell],
    times: [],
  }) // prettier-ignore

  // from here on without the mouse: the plan is started, and is under Mine
  await page.goto(`/gullhaven/plans?plan=${plan.id}`)
  await expect(page.getByText(`${CASES} by hand`, { exact: true })).toBeVisible()
  await page.keyboard.press('r')
  await expect(page.getByText(`0 of ${CASES} by hand`)).toBeVisible()
  const { starts } = await api<{ starts: StartRow[] }>('get', `/plans/${plan.id}`)
  const { rows } = await api<AssignmentList>('get', `/assignments?start=${starts[0]?.id ?? 0}`)
  await page.goto(`/gullhaven/mine?assignment=${rows[0]?.id ?? 0}`)
  await expect(page.getByRole('heading', { level: 1, name: 'Kiosk round on kiosk' })).toBeVisible()
  await page.keyboard.press('Enter')
  const place = page.getByText(/case \d+ of 9/)
  await expect(place).toHaveText(/case 1 of 9/)
  const step = page.locator('[aria-current=step]')

  // passed step by step, one undone and given again
  await expect(step).toContainText('Open Deck planner')
  await page.keyboard.press('p')
  await expect(step).toContainText('Choose:')
  await page.keyboard.press('Backspace')
  await expect(step).toContainText('Open Deck planner')
  for (const next of ['Choose:', 'Carry it through']) {
    await page.keyboard.press('p')
    await expect(step).toContainText(next)
  }
  await page.keyboard.press('p')
  await expect(page.getByText('The case passed')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(place).toHaveText(/case 2 of 9/)

  // failed at its second step, with words, a picture from the clipboard, and a defect
  await page.keyboard.press('p')
  await expect(step).toContainText('Choose:')
  await page.keyboard.press('f')
  await page.keyboard.type('The deck stays empty on the kiosk')
  await page.evaluate(async () => {
    const canvas = document.createElement('canvas')
    ;[canvas.width, canvas.height] = [64, 40]
    canvas.getContext('2d')?.fillRect(8, 8, 40, 20)
    const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
    if (picture) await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })])
  })
  await page.keyboard.press('Control+v')
  await expect(step.getByRole('list', { name: 'Files' }).locator('img')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  const report = page.getByRole('dialog', { name: 'Report a defect from step 2' })
  await expect(report.getByLabel('Title')).toHaveValue('The deck stays empty on the kiosk')
  await page.keyboard.press('Enter')
  await report.waitFor({ state: 'hidden' })
  await expect(step.getByText('A defect was reported from this step.')).toBeVisible()
  await page.keyboard.press('P')
  await expect(page.getByText('The case failed')).toBeVisible()

  // the browser is closed in the middle, and nothing is lost
  await page.reload()
  await expect(page.getByText('The case failed')).toBeVisible()
  await expect(page.getByText('The deck stays empty on the kiosk')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(place).toHaveText(/case 3 of 9/)

  // could not be judged as a whole, skipped with a reason, and the rest passed
  await page.keyboard.press('E')
  await expect(page.getByText('The case could not be judged')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(place).toHaveText(/case 4 of 9/)
  await page.keyboard.press('S')
  await page.keyboard.press('Enter')
  for (let nth = 5; nth <= CASES; nth++) {
    await expect(place).toHaveText(new RegExp(`case ${nth} of 9`))
    await page.keyboard.press('P')
    await expect(page.getByText('The case passed')).toBeVisible()
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText(`${CASES} of ${CASES} done, 2 failed`)).toBeVisible()

  // what the report says is what the run holds
  await page.goto(`/gullhaven/report/plan/${plan.id}`)
  await expect(page.getByRole('heading', { level: 1, name: 'Kiosk round' })).toBeVisible()
  await expect(page.getByText(`${CASES} of ${CASES} done`)).toBeVisible()
  const { total, defects } = await api<Report>('get', `/report?plan=${plan.id}`)
  const counted = await api<{ run: { totals: Record<string, number> } }>('get', `/runs/${rows[0]?.runId ?? 0}`)
  const { totals } = counted.run
  expect({ passed: total.passed, failed: total.failed, errored: total.errored, other: total.other, done: total.done }).toEqual({
    passed: totals['passed'],
    failed: totals['failed'],
    errored: totals['errored'],
    other: totals['skipped'],
    done: totals['total'],
  })
  expect(totals).toMatchObject({ total: CASES, passed: 6, failed: 1, errored: 1, skipped: 1 })
  expect(defects).toMatchObject([{ title: 'The deck stays empty on the kiosk', state: 'open' }])
  await expect(page.getByRole('button', { name: '6 passed' })).toBeVisible()
  // its picture and steps are in the run, as of any test
  await page.goto(`/gullhaven/runs/${rows[0]?.runId ?? 0}`)
  await page.getByText('refuses a load over the axle limit on the small ferry').first().click()
  await expect(page.getByText('The deck stays empty on the kiosk').first()).toBeVisible()
})

test('what is typed while the server is away is kept, and comes in when it is back', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/mine')
  await page.getByRole('button', { name: /Gate scanner on phone/ }).click()
  await page.getByRole('button', { name: /^(Begin|Go on)/ }).click()
  const words = page.getByRole('textbox', { name: /^Actual result of step/ })
  await expect(words).toBeVisible()
  await page.route('**/draft', (route) => route.abort())
  await words.fill('The scanner shows the old ticket')
  await expect(page.getByText('the server is away; kept in this browser')).toBeVisible()
  await page.reload()
  await expect(words).toHaveValue('The scanner shows the old ticket')
  await page.unroute('**/draft')
  await expect(page.getByText('the server is away; kept in this browser')).toBeHidden()
  const saved = page.waitForResponse((answer) => answer.url().endsWith('/draft') && answer.ok())
  await words.press('End')
  await words.pressSequentially(' twice')
  await saved
  await page.evaluate(() => window.localStorage.clear())
  await page.reload()
  await expect(words).toHaveValue('The scanner shows the old ticket twice')
})
