import { deliver } from '@bobbin/client'
import type { DeliveryDetail, DeliveryFile, DeliveryReport, DeliveryRow, ResultDetail, RunDetail } from '@bobbin/client'
import { randomBytes } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp, type TestSpec } from '../../testing/test-app.js'

let bobbin: TestApp
let cookie: string

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(150, 'Quay fare')])
  cookie = await bobbin.signIn('runa@gullhaven.example')
})
afterAll(() => bobbin.stop())

/** What a person does; a token may only read deliveries. */
async function act<T>(path: string, body: object = {}): Promise<{ status: number; answer: T & { code?: string; detail?: string } }> {
  const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/deliveries/${path}`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  return { status: answer.status, answer: (await answer.json()) as T & { code?: string } }
}
const undo = (id: number) => act<DeliveryDetail>(`${id}/undo`)
const move = (id: number, place: object) =>
  act<DeliveryDetail>(`${id}/move`, { pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test', ...place })
const readAgain = (id: number, file: number) => act<DeliveryFile>(`${id}/files/${file}/reading`)
const page = (id: number) => bobbin.get<DeliveryDetail>(`/deliveries/${id}`)
const filesOf = async (report: DeliveryReport) => (await page(report.deliveryId)).files
const fileOf = async (report: DeliveryReport) => {
  const [file] = await filesOf(report)
  if (!file) throw new Error('the delivery has no file')
  return file
}

/** Everything that is stored about results, without what no two deliveries share. */
async function everything(): Promise<unknown> {
  return Promise.all([
    bobbin.ask(
      `select p.name as pipeline, b.name as build, r.total, r.passed, r.failed, r.errored, r.skipped, r.recovered, r.incomplete, r.outage, r.duration_ms
       from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id order by 1, 2`,
    ),
    bobbin.ask(
      `select b.name as build, s.name, s.classname, t.outcome, t.attempts, t.duration_ms, m.text as message, g.text as signature
       from result t join run r on r.id = t.run_id join build b on b.id = r.build_id join script s on s.id = t.script_id
       left join body m on m.id = t.message_id left join signature g on g.id = t.signature_id order by 1, 2, 3`,
    ),
    bobbin.ask(
      `select b.name as build, s.name, a.ordinal, a.outcome, f.name as file from attempt a join run r on r.id = a.run_id join build b on b.id = r.build_id
       join script s on s.id = a.script_id join result_file f on f.id = a.file_id order by 1, 2, 3`,
    ),
    bobbin.ask(
      `select b.name as build, f.subject from fault f join run r on r.id = f.run_id join build b on b.id = r.build_id order by 1, 2`,
    ),
    bobbin.ask('select name, classname from script order by 1, 2'),
    bobbin.ask('select name from pipeline order by 1'),
    bobbin.ask('select name from environment order by 1'),
    bobbin.ask(`select name from build order by 1`),
    bobbin.ask(
      `select b.name as build, s.name, t.ordinal, t.name as attachment, encode(t.hash, 'hex') as hash from attachment t
       join run r on r.id = t.run_id join build b on b.id = r.build_id join script s on s.id = t.script_id order by 1, 2, 3, 4`,
    ),
  ])
}

describe('the page of a delivery', () => {
  it('tells who, where, and each file with what was doubted and decided', async () => {
    const warned = '<testsuite name="s"><testcase classname="c" name="slow" time="x"/></testsuite>'
    const report = await bobbin.deliver(
      { 'a.xml': resultFile([{ name: 'declares', key: 'FERRY-990' }]), 'b.xml': warned, 'page.xml': '<html/>' },
      { pipeline: 'told', build: '1', commit: 'abc1234' },
    )
    const told = await page(report.deliveryId)
    expect(told).toMatchObject({
      by: 'runa',
      source: 'cli',
      target: { pipeline: 'told', build: '1', branch: 'main', environment: 'pier-test', commit: 'abc1234' },
      run: { id: report.run?.id, build: '1' },
      undone: null,
      newScripts: 2,
      fileCount: 3,
    })
    expect(told.made).toContainEqual({ kind: 'pipeline', name: 'told' })
    // what needs somebody stands first
    expect(told.files.map(({ name, status }) => [name, status])).toEqual([
      ['page.xml', 'refused'],
      ['a.xml', 'stored'],
      ['b.xml', 'stored'],
    ])
    expect(told.files[0]?.error?.message).toContain('<html>')
    expect(told.files[1]?.unknownKeys).toEqual([{ key: 'FERRY-990', test: 'declares' }])
    expect(told.files[2]).toMatchObject({ warnings: [{ code: 'duration', place: { line: 1 } }], totals: { total: 1 }, original: true })
  })

  it('gives a file back byte for byte, small or large, and from inside an archive never as something a browser runs', async () => {
    const noise = randomBytes(400_000).toString('hex')
    const large = `<testsuite name="large"><testcase classname="c" name="n"><system-out>${noise}</system-out></testcase></testsuite>`
    const report = await bobbin.deliver({ 'small.xml': resultFile(['x']), 'reports/large.xml': large }, { build: '2' })
    for (const file of await filesOf(report)) {
      const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/deliveries/${report.deliveryId}/files/${file.id}/original`, {
        headers: { cookie },
      })
      expect(await answer.text()).toBe(file.name === 'small.xml' ? resultFile(['x']) : large)
      expect(answer.headers.get('content-type')).toBe('application/octet-stream')
      expect(answer.headers.get('content-security-policy')).toContain('sandbox')
      expect(answer.headers.get('content-disposition')).toBe(`attachment; filename*=UTF-8''${file.name.replace('reports/', '')}`)
    }
  })

  it('says so when there is none', async () => {
    await expect(page(999_999)).rejects.toThrow(/no delivery/)
    expect((await undo(999_999)).status).toBe(404)
    expect((await readAgain(1, 999_999)).status).toBe(404)
  })
})

describe('undoing a delivery', () => {
  const shards: TestSpec[][] = [
    [{ name: 'tried', fails: 'first' }, { name: 'steady' }, { name: 'only here' }],
    [{ name: 'tried' }, { name: 'also tried', fails: 'no' }],
    [{ name: 'tried', fails: 'late' }, { name: 'also tried' }],
  ]
  const files = shards.map((tests, i) => resultFile(tests, i === 0 ? '<testcase classname="deck" name="f"/>' : ''))

  it.each([[0], [1], [2], [0, 2], [0, 1, 2]])('leaves what would be there without it (of three, %s)', async (...undone) => {
    const build = { build: `undo-${undone.join('-')}`, pipeline: 'undone' }
    const kept = files.filter((_, i) => !undone.includes(i))
    for (const file of kept) await bobbin.deliver(file, build)
    const without = await everything()
    // start over with all of them
    await undoAll(build.build)
    const reports = []
    for (const file of files) reports.push(await bobbin.deliver(file, build))
    for (const i of undone) expect((await undo(reports[i]?.deliveryId ?? 0)).status).toBe(200)
    expect(await everything()).toEqual(without)
    await undoAll(build.build)
  })

  it('keeps its files, so that it can be taken in again and everything is as it was', async () => {
    const build = { build: 'again', pipeline: 'back-and-forth', environment: 'far-pier' }
    const reports = []
    for (const file of files) reports.push(await bobbin.deliver(file, build))
    const before = await everything()
    const first = reports[0]?.deliveryId ?? 0
    const { answer } = await undo(first)
    expect(answer).toMatchObject({ run: null, undone: { by: 'runa' }, files: [{ status: 'undone', original: true }] })
    const [row] = (await bobbin.get<DeliveryRow[]>('/deliveries')).filter(({ id }) => id === first)
    expect(row).toMatchObject({ undone: true, runId: null, build: 'again' })
    expect(await readAgain(first, answer.files[0]?.id ?? 0)).toMatchObject({ status: 200, answer: { status: 'stored' } })
    expect(await everything()).toEqual(before)
    expect(await page(first)).toMatchObject({ undone: null, run: { build: 'again' } })
  })

  it('forgets what it made by mistake, and keeps what a person or another delivery uses', async () => {
    const report = await bobbin.deliver(resultFile(['mistyped', 'linked']), { pipeline: 'fare-desk-wbe', environment: 'peir-test' })
    const [script] = await bobbin.ask<{ id: number }>(`select id from script where name = 'linked'`)
    await bobbin.ask(
      `insert into link (project_id, script_id, case_id, origin, state) select project_id, ${script?.id}, id, 'manual', 'active' from test_case limit 1`,
    )
    await undo(report.deliveryId)
    expect(await bobbin.ask(`select name from pipeline where name = 'fare-desk-wbe'`)).toEqual([])
    expect(await bobbin.ask(`select name from environment where name = 'peir-test'`)).toEqual([])
    expect(await bobbin.ask(`select name from script where name in ('mistyped', 'linked')`)).toEqual([{ name: 'linked' }])
  })

  it('counts the changes of later builds anew', async () => {
    const lane = { pipeline: 'changes' }
    const bad = await bobbin.deliver(resultFile([{ name: 't', fails: 'no' }]), { ...lane, build: '1' })
    const good = await bobbin.deliver(resultFile(['t']), { ...lane, build: '2' })
    expect(good.changes).toMatchObject({ fixed: 1, new: 0 })
    await undo(bad.deliveryId)
    const run = await bobbin.get<RunDetail>(`/runs/${good.run?.id}`)
    expect(run.changes).toMatchObject({ fixed: 0, new: 1 })
  })

  it('is refused where nothing is stored, and the second time', async () => {
    const refused = await bobbin.deliver('<html/>', { build: '3' })
    expect(await undo(refused.deliveryId)).toMatchObject({ status: 409, answer: { code: 'notStored' } })
    const stored = await bobbin.deliver(resultFile(['u']), { build: '4' })
    const both = await Promise.all([undo(stored.deliveryId), undo(stored.deliveryId)])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  it('and deliveries at the same time leave sums that the results confirm', async () => {
    const build = { pipeline: 'busy', build: '1' }
    const old = await Promise.all([0, 1, 2].map((i) => bobbin.deliver(resultFile([`old ${i}`, 'shared']), build)))
    await Promise.all([
      ...old.map(({ deliveryId }) => undo(deliveryId)),
      ...[0, 1, 2].map((i) => bobbin.deliver(resultFile([`new ${i}`, 'shared'], `<!-- ${i} -->`), build)),
    ])
    const [run] = await bobbin.ask(
      `select r.total, (select count(*)::int from result t where t.run_id = r.id) as counted, (select count(*)::int from attempt a where a.run_id = r.id) as attempts
       from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id where p.name = 'busy'`,
    )
    expect(run).toEqual({ total: 4, counted: 4, attempts: 6 })
    expect(await bobbin.ask(`select name from script where name like 'old %'`)).toEqual([])
  })
})

describe('reading a file again', () => {
  it('changes nothing where the reader is the same', async () => {
    const build = { build: 'same', pipeline: 'reread' }
    const first = await bobbin.deliver(resultFile([{ name: 'flips', fails: 'first' }, 'calm']), build)
    await bobbin.deliver(resultFile(['flips', { name: 'calm', fails: 'later' }]), build)
    const before = await everything()
    const file = await fileOf(first)
    const again = await readAgain(first.deliveryId, file.id)
    expect(again).toMatchObject({ status: 200, answer: { id: file.id, totals: file.totals, status: 'stored' } })
    expect(again.answer.readAt > file.readAt).toBe(true)
    expect(await everything()).toEqual(before)
  })

  it('stores what an older reader got wrong as the reader of today understands it', async () => {
    const report = await bobbin.deliver(resultFile([{ name: 'misread', fails: 'broke' }]), { build: 'older', pipeline: 'reread' })
    const runId = report.run?.id ?? 0
    await bobbin.ask(`update attempt set outcome = 1, message_id = null where run_id = ${runId}`)
    await bobbin.ask(`update result set outcome = 1, message_id = null where run_id = ${runId}`)
    await bobbin.ask(`update script set name = 'misnamed', identity = sha256('old') where name = 'misread'`)
    await readAgain(report.deliveryId, (await fileOf(report)).id)
    expect((await bobbin.get<RunDetail>(`/runs/${runId}`)).run.totals).toMatchObject({ total: 1, failed: 1 })
    expect(await bobbin.ask(`select name from script where name in ('misread', 'misnamed')`)).toEqual([{ name: 'misread' }])
  })

  it('tells again why a file is refused, and takes it once the reader can', async () => {
    const report = await bobbin.deliver({ 'odd.xml': '<html/>' }, { build: 'odd', pipeline: 'reread' })
    const file = await fileOf(report)
    await bobbin.ask(`update result_file set error = '{"code": "old", "message": "an older reader’s words"}' where id = ${file.id}`)
    expect(await readAgain(report.deliveryId, file.id)).toMatchObject({
      status: 200,
      answer: { status: 'refused', error: { code: 'wrongRoot' } },
    })
    // the same row with an original that can be read stands for a reader that learnt it
    const good = await fileOf(await bobbin.deliver(resultFile(['learnt']), { build: 'other', pipeline: 'reread' }))
    await bobbin.ask(`update result_file set original = (select original from result_file where id = ${good.id}) where id = ${file.id}`)
    expect(await readAgain(report.deliveryId, file.id)).toMatchObject({ status: 200, answer: { status: 'stored', totals: { total: 1 } } })
    expect(await page(report.deliveryId)).toMatchObject({ run: { build: 'odd', totals: { total: 1 } } })
  })

  it('and undoing keep the pictures that lay beside the report', async () => {
    const report = await deliverWith({
      'report.xml': `<testsuite name="s"><testcase classname="c" name="pictured"><failure message="no"/><system-out>[[ATTACHMENT|shots/one.png]]</system-out></testcase></testsuite>`,
    }, [['shots/one.png', null], ['shots/pictured-2.png', { test: 'Pictured' }]]) // prettier-ignore
    expect(report.files.map(({ status }) => status)).toEqual(['stored', 'attached', 'attached'])
    const before = await everything()
    expect(JSON.stringify(before)).toMatch(/one\.png","hash":"[0-9a-f]{64}"/)
    expect(JSON.stringify(before)).toMatch(/pictured-2\.png","hash":"[0-9a-f]{64}"/)
    const file = (await filesOf(report)).find(({ status }) => status === 'stored')?.id ?? 0
    expect((await readAgain(report.deliveryId, file)).status).toBe(200)
    expect(await everything()).toEqual(before)
    await undo(report.deliveryId)
    expect(JSON.stringify(await everything())).not.toContain('one.png')
    await readAgain(report.deliveryId, file)
    expect(await everything()).toEqual(before)
  })

  it('says so when the file was not kept', async () => {
    const report = await bobbin.deliver(resultFile(['gone']), { build: 'gone', pipeline: 'reread' })
    await bobbin.ask(`update result_file set original = null where delivery_id = ${report.deliveryId}`)
    const file = await fileOf(report)
    expect(file.original).toBe(false)
    expect(await readAgain(report.deliveryId, file.id)).toMatchObject({ status: 404, answer: { code: 'noOriginal' } })
  })
})

describe('files whose path tells the test', () => {
  const report = `<testsuite name="gate"><testcase classname="quay.GateTest" name="opens at noon [FERRY-101]"><failure message="no"/></testcase>
    <testcase classname="quay.GateTest" name="shuts at night"/><testcase classname="pier.GateTest" name="shuts at night"/></testsuite>`
  const attachments = (runId: number | undefined) =>
    bobbin.ask<{ classname: string; name: string; ordinal: number; file: string }>(
      `select s.classname, s.name, t.ordinal, t.name as file from attachment t join script s on s.id = t.script_id where t.run_id = ${runId} order by 1, 2, 3, 4`,
    )

  it('are attached to the tests that the words fit, and named where they fit none', async () => {
    const sent = await deliverWith({ 'report.xml': report }, [
      ['shots/opens-at-noon-FERRY-101.png', { test: 'opens-at-noon-FERRY-101' }],
      ['shots/pier.GateTest/shuts_at_night.png', { class: 'pier.GateTest', test: 'shuts_at_night' }],
      ['logs/ferry-101.log', { case: 'ferry-101' }],
      ['shots/nobody.png', { test: 'nobody' }],
    ], 'told') // prettier-ignore
    expect(sent.files.map(({ status }) => status)).toEqual(['stored', 'attached', 'attached', 'attached', 'passedOver'])
    expect(sent.files[4]?.error?.message).toContain('its path tells none')
    expect(await attachments(sent.run?.id)).toEqual([
      { classname: 'pier.GateTest', name: 'shuts at night', ordinal: 1, file: 'shuts_at_night.png' },
      { classname: 'quay.GateTest', name: 'opens at noon [FERRY-101]', ordinal: 1, file: 'ferry-101.log' },
      { classname: 'quay.GateTest', name: 'opens at noon [FERRY-101]', ordinal: 1, file: 'opens-at-noon-FERRY-101.png' },
    ])
  })

  it('go to the attempt that they tell, else to the last, and once however often they come', async () => {
    const tries = `<testsuite name="s"><testcase classname="c" name="flips"><failure message="1"/></testcase></testsuite>`
    const place = 'told-attempts'
    await deliverWith({ 'first.xml': tries }, [], place)
    const shots: [string, object][] = [
      ['1/flips.png', { test: 'flips', attempt: '1' }],
      ['flips.png', { test: 'flips' }],
    ]
    const passing = tries.replace('<failure message="1"/>', '')
    const sent = await deliverWith({ 'second.xml': passing }, shots, place)
    await deliverWith({ 'second.xml': passing }, shots, place)
    expect((await attachments(sent.run?.id)).map(({ ordinal }) => ordinal)).toEqual([1, 2])
  })

  it('are attached to a run that has its results already, as one told live; undone and moved as a whole', async () => {
    const place = 'told-alone'
    const first = await deliverWith({ 'report.xml': report }, [], place)
    const named = `<testsuite name="s"><testcase classname="c" name="names it"><failure message="no"/><system-out>[[ATTACHMENT|out/trace.zip]]</system-out></testcase></testsuite>`
    await deliverWith({ 'named.xml': named }, [], place)
    const before = await everything()
    const shots: [string, object | null][] = [
      ['shots/opens.png', { test: 'opens at noon [FERRY-101]' }],
      ['out/trace.zip', null],
    ]
    const sent = await deliverWith({}, shots, place)
    expect(sent).toMatchObject({ made: [], run: { id: first.run?.id }, files: [{ status: 'attached' }, { status: 'attached' }] })
    expect(await attachments(first.run?.id)).toMatchObject([{ file: 'trace.zip' }, { file: 'opens.png' }])
    // the same again is not undone with one of them
    const again = await deliverWith({}, shots, place)
    const both = await everything()
    await undo(again.deliveryId)
    expect(await everything()).toEqual(both)
    const elsewhere = await deliverWith({ 'report.xml': report.replace('message="no"', 'message="other"') }, [], `${place}-2`)
    const { pipeline, build, branch, environment } = (await page(elsewhere.deliveryId)).target
    expect(await move(sent.deliveryId, { pipeline, build, branch, environment })).toMatchObject({ status: 200 })
    expect(await attachments(first.run?.id)).toMatchObject([{ file: 'trace.zip' }])
    expect(await attachments(elsewhere.run?.id)).toMatchObject([{ file: 'opens.png' }])
    await undo(sent.deliveryId)
    expect(await attachments(elsewhere.run?.id)).toEqual([])
    const [shot] = await filesOf(sent)
    expect(await readAgain(sent.deliveryId, shot?.id ?? 0)).toMatchObject({ status: 200, answer: { status: 'attached' } })
    expect(await attachments(elsewhere.run?.id)).toMatchObject([{ file: 'opens.png' }])
    await undo(sent.deliveryId)
    await undo(elsewhere.deliveryId)
    expect(await everything()).toEqual(before)
    expect(await readAgain(sent.deliveryId, shot?.id ?? 0)).toMatchObject({ status: 409, answer: { code: 'noRun' } })
  })

  it('make no run where there is none', async () => {
    const sent = await deliverWith({}, [['shots/opens.png', { test: 'opens' }]], 'told-nowhere')
    expect(sent).toMatchObject({ made: [], run: null, files: [{ status: 'passedOver' }] })
    expect(await bobbin.ask(`select 1 as one from pipeline where name = 'told-nowhere'`)).toEqual([])
  })

  it('are refused with a sentence where the words are none', async () => {
    const form = new FormData()
    form.append('belongs', '["flips"]')
    form.append('attachment', new Blob(['x']), 'x.png')
    const query = 'pipeline=told&build=1&branch=main&environment=pier-test'
    const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/deliveries?${query}`, {
      method: 'POST',
      headers: { cookie },
      body: form,
    })
    expect(answer.status).toBe(400)
    expect(((await answer.json()) as { detail: string }).detail).toContain('“belongs” must be a JSON object')
  })
})

describe('moving a delivery', () => {
  it('is as if it had been delivered there', async () => {
    const tests = [{ name: 'moves', fails: 'no' }, { name: 'stays' }]
    const there = { pipeline: 'moving', build: 'right' }
    await bobbin.deliver(resultFile(tests), there)
    await bobbin.deliver(resultFile(['moves']), there)
    const wanted = await everything()
    await undoAll('right')
    await bobbin.deliver(resultFile(tests), there)
    const strayed = await bobbin.deliver(resultFile(['moves']), { pipeline: 'moving', build: 'wrong' })
    const { status, answer } = await move(strayed.deliveryId, there)
    expect(status).toBe(200)
    expect(answer).toMatchObject({ run: { build: 'right', totals: { recovered: 1, passed: 1 } }, target: { build: 'right' } })
    expect(answer.notes).toEqual(['Moved here by runa from build wrong of moving in pier-test'])
    expect(await everything()).toEqual(wanted)
    const [script] = await bobbin.ask<{ id: number }>(`select id from script where name = 'moves'`)
    const result = await bobbin.get<ResultDetail>(`/runs/${answer.run?.id}/results/${script?.id}`)
    expect(result.attempts.map(({ outcome }) => outcome)).toEqual(['failed', 'passed'])
  })

  it('is refused where it is already, or where the same file is', async () => {
    const one = await bobbin.deliver(resultFile(['twice']), { pipeline: 'moving', build: 'a' })
    await bobbin.deliver(resultFile(['twice']), { pipeline: 'moving', build: 'b' })
    expect(await move(one.deliveryId, { pipeline: 'moving', build: 'a' })).toMatchObject({ status: 409, answer: { code: 'sameRun' } })
    expect(await move(one.deliveryId, { pipeline: 'moving', build: 'b' })).toMatchObject({ status: 409, answer: { code: 'already' } })
    expect(await page(one.deliveryId)).toMatchObject({ run: { build: 'a', totals: { total: 1 } } })
  })

  it('asks for a whole place', async () => {
    expect((await act('1/move', { pipeline: ' ', build: '1' })).status).toBe(400)
  })

  it('tells an undone delivery where to go when it is taken in again', async () => {
    const report = await bobbin.deliver(resultFile(['elsewhere']), { pipeline: 'moving', build: 'c' })
    const { answer } = await undo(report.deliveryId)
    await move(report.deliveryId, { pipeline: 'moving', build: 'd' })
    await readAgain(report.deliveryId, answer.files[0]?.id ?? 0)
    expect(await page(report.deliveryId)).toMatchObject({ run: { build: 'd' }, undone: null })
  })
})

/** Undoes all deliveries to a build. */
async function undoAll(build: string): Promise<void> {
  const rows = (await bobbin.get<DeliveryRow[]>('/deliveries')).filter((row) => row.build === build && row.runId !== null)
  for (const { id } of rows) await undo(id)
}

/** Delivers result files with others beside them, and whose those are. */
function deliverWith(
  files: Record<string, string>,
  beside: [name: string, belongs: object | null][],
  build = 'beside',
): Promise<DeliveryReport> {
  const target = { pipeline: 'beside', build, branch: 'main', environment: 'pier-test' }
  return deliver(bobbin.client(), 'gullhaven', target, 'cli', [
    ...Object.entries(files).map(([name, text]) => ({ name, content: new Blob([text]) })),
    ...beside.map(([name, belongs]) => ({ name, content: new Blob([`PNG of ${name}`]), attachment: true, belongs })),
  ])
}
