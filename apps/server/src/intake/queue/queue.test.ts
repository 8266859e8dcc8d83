import { deliver, type DeliveryDetail, type DeliveryReport, type QueuedDelivery, type RunDetail } from '@bobbin/client'
import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, TestApp, TOKEN } from '../../testing/test-app.js'
import { QueueService } from './queue.service.js'

let bobbin: TestApp
beforeAll(async () => {
  // whatever is larger than nothing is stored first
  bobbin = await TestApp.start([], { queueBytes: 0 })
})
afterAll(() => bobbin.stop())

const report = (id: number) => bobbin.get<DeliveryReport>(`/deliveries/${id}/report`)
const queue = () => bobbin.get<QueuedDelivery[]>('/queue')

/** Asks until something holds: the queue is worked through beside the test. */
async function until<T>(ask: () => Promise<T>, holds: (found: T) => boolean): Promise<T> {
  const giveUp = Date.now() + 20_000
  for (;;) {
    const found = await ask()
    if (holds(found)) return found
    if (Date.now() > giveUp) throw new Error(`still ${JSON.stringify(found)}`)
  }
}
const read = (id: number) =>
  until(
    () => report(id),
    ({ state }) => state === 'read',
  )

describe('a large delivery', () => {
  it('is answered at once, read from the queue, and then told as any other', async () => {
    const answer = await bobbin.deliver({ 'a.xml': resultFile(['one', { name: 'two', fails: 'x' }]), 'b.xml': '<html/>' }, { build: '1' })
    expect(answer).toMatchObject({ state: 'waiting', run: null, files: [] })
    const told = await read(answer.deliveryId)
    expect(told).toMatchObject({ deliveryId: answer.deliveryId, run: { build: '1', totals: { total: 2, failed: 1 } }, newScripts: 2 })
    expect(told.files.map(({ name, status }) => [name, status])).toEqual([
      ['a.xml', 'stored'],
      ['b.xml', 'refused'],
    ])
    expect(await bobbin.get<DeliveryDetail>(`/deliveries/${answer.deliveryId}`)).toMatchObject({ state: 'read', waiting: 0, fileCount: 2 })
    expect((await queue()).map(({ id }) => id)).not.toContain(answer.deliveryId)
  })

  it('brings its attachments and what the build changed', async () => {
    const file =
      '<testsuite name="s"><testcase classname="c" name="n"><failure message="m"/><system-out>[[ATTACHMENT|shots/n.txt]]</system-out></testcase></testsuite>'
    const answer = await deliver(
      bobbin.client(),
      'gullhaven',
      {
        pipeline: 'fare-desk-web',
        build: '2',
        branch: 'main',
        environment: 'pier-test',
        author: 'Runa',
        changedFiles: ['deck/a.ts', 'b.ts'],
      },
      'cli',
      [
        { name: 'r.xml', content: new Blob([file]) },
        { name: 'shots/n.txt', content: new Blob(['what the gate said']), attachment: true },
      ],
    )
    const told = await read(answer.deliveryId)
    expect(told.files.map(({ status }) => status)).toEqual(['stored', 'attached'])
    const run = await bobbin.get<RunDetail>(`/runs/${told.run?.id}`)
    expect([run.run.author, run.changedFiles]).toEqual(['Runa', ['deck/a.ts', 'b.ts']])
  })

  it('that breaks off while it comes in leaves nothing', async () => {
    const coming = () => bobbin.ask(`select id from delivery where state = 'coming'`)
    const { port } = new URL(bobbin.url)
    const path = '/api/projects/gullhaven/deliveries?pipeline=p&build=9&branch=b&environment=e'
    const headers = { authorization: `Bearer ${TOKEN}`, 'content-type': 'multipart/form-data; boundary=x', 'content-length': 5_000_000 }
    const sending = request({ host: '127.0.0.1', port, path, method: 'POST', headers }, (answer) => answer.resume())
    sending.on('error', () => undefined)
    sending.write('--x\r\ncontent-disposition: form-data; name="file"; filename="a.xml"\r\n\r\n<testsuite>')
    await until(coming, (rows) => rows.length === 1)
    sending.destroy()
    await until(coming, (rows) => rows.length === 0)
    expect(await bobbin.ask(`select 1 as one from waiting_file`)).toEqual([])
  })

  it('whose server went away while it came in is forgotten a day later', async () => {
    const coming = (hours: number) =>
      bobbin.ask<{ id: number }>(
        `insert into delivery (project_id, account_id, source, state, asked, at) select project_id, account_id, 'cli', 'coming', '{}', now() - interval '${hours} hours'
         from delivery limit 1 returning id`,
      )
    const [[old], [late]] = [await coming(30), await coming(1)]
    await bobbin.ask(
      `insert into waiting_file (delivery_id, seq, name, attachment, hash, bytes) values (${old?.id}, 1, 'a.xml', false, sha256('half'), 10)`,
    )
    await bobbin.app.get(QueueService).forgetBroken()
    expect((await bobbin.ask<{ id: number }>(`select id from delivery where state = 'coming'`)).map(({ id }) => id)).toEqual([late?.id])
    expect(await bobbin.ask(`select 1 as one from doomed_blob where hash = sha256('half')`)).toHaveLength(1)
    await bobbin.ask(`delete from delivery where state = 'coming'`)
  })

  it('is read on by another when its reader went away in the middle', async () => {
    const files = Object.fromEntries([1, 2, 3].map((n) => [`${n}.xml`, resultFile([`of file ${n}`])]))
    const answer = await bobbin.deliver(files, { build: '3' })
    const whole = await read(answer.deliveryId)
    // as a reader leaves it that was killed after the first files: claimed, and nobody holds its lock
    const [place] = await bobbin.ask<{ target: object }>(`select target from delivery where id = ${answer.deliveryId}`)
    const originals = await bobbin.ask<{ name: string; hash: string }>(
      `select name, encode(original, 'hex') as hash from result_file where delivery_id = ${answer.deliveryId} order by id`,
    )
    await bobbin.ask(
      `update delivery set state = 'reading', due_at = now(), report = null, tries = 1, asked = '${JSON.stringify({ ...place?.target, source: 'cli' })}' where id = ${answer.deliveryId}`,
    )
    for (const [i, { name, hash }] of originals.entries())
      await bobbin.ask(
        `insert into waiting_file (delivery_id, seq, name, attachment, hash, bytes) values (${answer.deliveryId}, ${i + 1}, '${name}', false, decode('${hash}', 'hex'), 10)`,
      )
    await bobbin.ask(`notify bobbin_reading`)
    const again = await read(answer.deliveryId)
    expect(again.files).toEqual(whole.files)
    expect(again.newScripts).toBe(whole.newScripts)
    expect(
      await bobbin.ask(`select count(*)::int as n from attempt a join run r on r.id = a.run_id where r.id = ${whole.run?.id}`),
    ).toEqual([{ n: 3 }])
  })

  it('that can’t be read is tried again later, is given up in the end, and can be tried again by a person', async () => {
    const answer = await bobbin.deliver(resultFile(['hidden']), { build: '4' })
    await read(answer.deliveryId)
    const [content] = await bobbin.ask<{ hash: string }>(
      `select encode(original, 'hex') as hash from result_file where delivery_id = ${answer.deliveryId}`,
    )
    const id = (
      await bobbin.ask<{ id: number }>(
        `insert into delivery (project_id, account_id, source, target, state, asked, due_at, tries)
       select project_id, account_id, 'cli', target, 'waiting', target || '{"source":"cli"}', now(), 3 from delivery where id = ${answer.deliveryId} returning id`,
      )
    )[0]?.id
    await bobbin.ask(
      `insert into waiting_file (delivery_id, seq, name, attachment, hash, bytes) values (${id}, 1, 'lost.xml', false, sha256('never there'), 10)`,
    )
    await bobbin.ask('notify bobbin_reading')
    const putOff = await until(queue, (rows) => rows.some((row) => row.id === id && row.tries === 4 && row.state === 'waiting'))
    expect(putOff.find((row) => row.id === id)).toMatchObject({ problem: '“lost.xml” is not in the store of contents', files: 1 })
    await bobbin.ask(`update delivery set due_at = now() where id = ${id}`)
    await bobbin.ask('notify bobbin_reading')
    await until(queue, (rows) => rows.some((row) => row.id === id && row.state === 'failed'))
    await expect(report(id ?? 0)).rejects.toThrow(/could not be read: “lost.xml”/)
    // what it lacked is there again
    await bobbin.ask(`update waiting_file set hash = decode('${content?.hash}', 'hex') where delivery_id = ${id}`)
    const cookie = await bobbin.signIn('runa@gullhaven.example')
    const retry = () => fetch(`${bobbin.url}/api/projects/gullhaven/deliveries/${id}/retry`, { method: 'POST', headers: { cookie } })
    expect((await retry()).status).toBe(204)
    expect((await read(id ?? 0)).files.map(({ status }) => status)).toEqual(['already'])
    expect((await retry()).status).toBe(409)
  })
})

it('says of a delivery that was read as it came that its answer told', async () => {
  const small = await TestApp.start()
  const { deliveryId } = await small.deliver(resultFile(['x']))
  await expect(small.get(`/deliveries/${deliveryId}/report`)).rejects.toThrow(/was answered when it arrived/)
  await expect(small.get('/deliveries/99999/report')).rejects.toThrow(/no delivery/)
  await small.stop()
})
