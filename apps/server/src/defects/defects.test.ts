import type { DefectDraft, DefectSearch, FailureDecided, FailureDetail, FailureList, TrackerState } from '@bobbin/client'
import { TrackerStandIn } from '@bobbin/standins/tracker'
import { execFileSync } from 'node:child_process'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { until } from '../testing/plans.js'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'
import { signatureOf } from '../platform/signature.js'
import { TrackerWatch } from './tracker-watch.js'

const SECRET = 'both sides of the quay'
let bobbin: TestApp
let ask: AsPerson
let tracker: TrackerStandIn
let causes: { id: number; title: string }[]

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')], { sourceHosts: ['127.0.0.1'] })
  bobbin.config.url = bobbin.url
  ask = await bobbin.person()
  tracker = await TrackerStandIn.start({ secret: SECRET, token: 'quay-token', hook: null })
  await bobbin.deliver(
    resultFile([
      { name: 'axle', key: 'FERRY-214', fails: 'the axle load of the lorry was accepted' },
      { name: 'voucher', fails: 'the voucher of the harbour has expired' },
    ]),
    { build: '412' },
  )
  causes = (await ask<FailureList>('GET', '/failures')).rows
})
afterAll(async () => {
  await bobbin.stop()
  await tracker.stop()
})
afterEach(() => (tracker.trouble = 'none'))

const cause = (word: string) => causes.find(({ title }) => title.includes(word))?.id ?? 0
const rowOf = async (word: string) => (await ask<FailureDetail>('GET', `/failures/${cause(word)}`)).row
const sendAll = () => bobbin.app.get(TrackerWatch).sendAll()
const connect = async (url = tracker.url) => {
  await ask('PUT', '/tracker', { name: 'Quay tracker', url, token: 'quay-token', secret: SECRET })
  const state = await ask<TrackerState>('POST', '/tracker/test')
  tracker.settings.hook = state.tracker?.hook ?? null
  return state.tracker
}
const actsSince = async (act: () => Promise<unknown>) => {
  const [before] = await bobbin.ask<{ id: number }>('select coalesce(max(id), 0)::int as id from act')
  await act()
  return (await bobbin.ask<{ kind: string }>(`select kind from act where id > ${before?.id} and actor <> 'system' order by id`)).map(
    ({ kind }) => kind,
  )
}

describe('the connection', () => {
  it('is tested before it is used', async () => {
    await expect(ask('POST', `/failures/${cause('axle')}/defect`, { title: 'x', text: '' })).rejects.toMatchObject({ code: 'noTracker' })
    expect(
      await actsSince(() => ask('PUT', '/tracker', { name: 'Quay tracker', url: tracker.url, token: 'wrong', secret: SECRET })),
    ).toEqual(['tracker.set'])
    await expect(ask('POST', `/failures/${cause('axle')}/defect`, { title: 'x', text: '' })).rejects.toMatchObject({ code: 'notTested' })
    const wrong = await ask<TrackerState>('POST', '/tracker/test')
    expect(wrong.tracker).toMatchObject({ testOk: false, testSaid: 'it answered 401: The token is not one of ours' })
    expect(await connect()).toMatchObject({ testOk: true, testSaid: 'Quay tracker answered, and its issues can be searched' })
    expect(await actsSince(() => ask('POST', '/tracker/test'))).toEqual(['tracker.tested'])
  })

  it.each([
    ['fails', 'it answered 500'],
    ['html', 'its answer is not the JSON that docs/tracker.md describes'],
  ] as const)('says what is wrong with a tracker that %s', async (trouble, said) => {
    tracker.trouble = trouble
    expect((await ask<TrackerState>('POST', '/tracker/test')).tracker).toMatchObject({ testOk: false, testSaid: said })
    tracker.trouble = 'none'
    await ask('POST', '/tracker/test')
  })

  it('keeps its token and secret to itself', async () => {
    const state = JSON.stringify(await ask('GET', '/tracker'))
    expect(state).not.toContain('quay-token')
    expect(state).not.toContain(SECRET)
    const [row] = await bobbin.ask<{ row: string }>('select tracker::text as row from tracker')
    expect(row?.row).not.toContain(Buffer.from('quay-token').toString('hex'))
  })

  it('reaches no host that an administrator did not allow', () =>
    expect(ask('PUT', '/tracker', { name: 'Else', url: 'http://10.1.2.3/api' })).rejects.toMatchObject({ code: 'notAllowed' }))

  // RFC 2104; OpenSSL is another implementation
  it('signs as another implementation of HMAC does', () => {
    const body = '{"title":"Axle load – 9.5 t"}'
    const openssl = execFileSync('openssl', ['dgst', '-sha256', '-hmac', SECRET, '-r'], { input: body, encoding: 'utf8' }).split(' ')[0]
    expect(signatureOf(SECRET, body)).toBe(`sha256=${openssl}`)
    // test case 2 of RFC 4231
    expect(signatureOf('Jefe', 'what do ya want for nothing?')).toBe(
      'sha256=5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843',
    )
  })
})

describe('a new defect', () => {
  it('is filled in, made once, and linked', async () => {
    const draft = await ask<DefectDraft>('GET', `/failures/${cause('axle')}/defect-draft`)
    expect(draft).toMatchObject({ title: 'the axle load of the lorry was accepted', tracker: 'Quay tracker' })
    for (const part of [
      'Environment: pier-test',
      'Build: 412',
      '- axle (FERRY-214)',
      '1. Load a trailer',
      `${bobbin.url}/gullhaven/failures?cause=`,
    ])
      expect(draft.text).toContain(part)
    expect(await actsSince(() => ask('POST', `/failures/${cause('axle')}/defect`, { title: draft.title, text: draft.text }))).toEqual([
      'failure.defectLinked',
    ])
    await sendAll()
    expect((await rowOf('axle')).defect).toMatchObject({ key: 'GHF-91', state: 'open', problem: null })
    expect(tracker.issues.get('GHF-91')?.text).toBe(draft.text)
    expect(tracker.issues.size).toBe(1)
  })

  it('waits for a tracker that is away, and is then made once', async () => {
    tracker.trouble = 'fails'
    await ask('POST', `/failures/${cause('voucher')}/defect`, { title: 'Voucher has expired', text: '' })
    await sendAll()
    expect((await rowOf('voucher')).defect).toMatchObject({ key: null, problem: 'Waiting for the tracker: it answered 500' })
    tracker.trouble = 'none'
    await ask('POST', '/tracker/test')
    await until(async () => {
      await sendAll()
      return (await rowOf('voucher')).defect?.key === 'GHF-92'
    })
    expect((await rowOf('voucher')).defect?.problem).toBeNull()
  })

  it('offers what is likely the same first', async () => {
    const { likely } = await ask<DefectDraft>('GET', `/failures/${cause('axle')}/defect-draft`)
    expect(likely[0]?.key).toBe('GHF-91')
  })
})

describe('one that exists', () => {
  it('is found by words, at the tracker and here while it is away', async () => {
    tracker.add('Lorry is too long')
    expect((await ask<DefectSearch>('GET', '/defects?search=lorry')).rows.map(({ key }) => key)).toEqual(['GHF-91', 'GHF-93'])
    tracker.trouble = 'fails'
    expect(await ask<DefectSearch>('GET', '/defects?search=lorry')).toMatchObject({ rows: [{ key: 'GHF-91' }], problem: 'it answered 500' })
  })

  it('is linked by its key, and one that is not there is refused', async () => {
    expect(await actsSince(() => ask('PUT', `/failures/${cause('axle')}/defect`, { key: 'GHF-93' }))).toEqual(['failure.defectLinked'])
    expect((await rowOf('axle')).defect?.title).toBe('Lorry is too long')
    await expect(ask('PUT', `/failures/${cause('axle')}/defect`, { key: 'GHF-999' })).rejects.toMatchObject({ code: 'noDefect' })
    const { actId } = await ask<FailureDecided>('PUT', `/failures/${cause('axle')}/defect`, { key: 'GHF-91' })
    await ask('POST', `/acts/${actId}/undo`)
    expect((await rowOf('axle')).defect?.key).toBe('GHF-93')
    await ask('PUT', `/failures/${cause('axle')}/defect`, { key: 'GHF-91' })
  })
})

describe('its state', () => {
  it('follows the tracker by a signed webhook; an unsigned one changes nothing', async () => {
    const forged = await tracker.tell({ issue: { key: 'GHF-91', title: 'x', state: 'closed' } }, signatureOf('another secret', '{}'))
    expect(forged).toBe(403)
    expect((await rowOf('axle')).defect?.state).toBe('open')
    await ask('POST', `/failures/${cause('axle')}/mute`, { untilDefect: true, reason: 'known' })
    expect((await rowOf('axle')).state).toBe('muted')
    await tracker.setState('GHF-91', 'closed')
    const row = await rowOf('axle')
    expect([row.defect?.state, row.defect?.stateName, row.mute, row.state]).toEqual(['closed', 'done', null, 'untriaged'])
    const events = await bobbin.ask<{ title: string }>(`select title from notification_event where kind = 'defectClosed'`)
    expect(events.map(({ title }) => title)).toEqual(['GHF-91 was closed: run its tests again'])
  })

  it('is opened again when what was fixed fails again', async () => {
    await ask('POST', `/failures/${cause('axle')}/resolve`, { note: 'mended' })
    await bobbin.deliver(resultFile([{ name: 'axle', fails: 'the axle load of the lorry was accepted' }]), { build: '413' })
    await until(async () => (await rowOf('axle')).backAt !== null)
    await until(async () => {
      await sendAll()
      return tracker.issues.get('GHF-91')?.state === 'open'
    })
    expect(tracker.issues.get('GHF-91')?.comments).toEqual(['It is back in build 413: 1 test fails this way again.'])
    expect((await rowOf('axle')).defect?.state).toBe('open')
  })

  it('is set from here, and a tracker that tells of it in turn starts no loop', async () => {
    const { defect } = await rowOf('axle')
    const before = tracker.told.length
    expect(await actsSince(() => ask('PUT', `/defects/${defect?.id}/state`, { open: false, comment: 'fixed in 414' }))).toEqual([
      'defect.changed',
    ])
    await until(async () => {
      await sendAll()
      return tracker.issues.get('GHF-91')?.state === 'closed' && tracker.told.length > before
    })
    await sendAll()
    expect(tracker.issues.get('GHF-91')?.comments.at(-1)).toBe('fixed in 414')
    expect(tracker.told.length).toBe(before + 1)
    expect(await bobbin.ask('select 1 from tracker_message where sent_at is null')).toEqual([])
  })

  it('is opened again when its tests fail on the main branch after it was closed, though nobody resolved the cause', async () => {
    expect((await rowOf('axle')).defect?.state).toBe('closed')
    await bobbin.deliver(resultFile([{ name: 'axle', fails: 'the axle load of the lorry was accepted' }]), { build: '415' })
    await until(async () => {
      await sendAll()
      return tracker.issues.get('GHF-91')?.state === 'open'
    })
    expect(tracker.issues.get('GHF-91')?.comments.at(-1)).toBe('It is back in build 415: 1 test fails this way again.')
    const events = await bobbin.ask<{ title: string }>(
      `select title from notification_event where kind = 'backAgain' order by id desc limit 1`,
    )
    expect(events[0]?.title).toBe('Its defect was closed, and it fails in build 415: the axle load of the lorry was accepted')
  })

  it('takes what is said of the cause, where its author wants that, and nothing else', async () => {
    const comment = (text: string, more: object) =>
      ask('POST', '/comments', { kind: 'failure', subject: String(cause('axle')), text, ...more })
    await comment('among us', {})
    await comment('The limit comes in tonnes', { toDefect: true })
    await sendAll()
    expect(tracker.issues.get('GHF-91')?.comments.at(-1)).toBe('runa: The limit comes in tonnes')
    expect(tracker.issues.get('GHF-91')?.comments).not.toContain('runa: among us')
    await expect(ask('POST', '/comments', { kind: 'run', subject: '1', text: 'of a run', toDefect: true })).rejects.toMatchObject({
      code: 'noCause',
    })
  })

  it('is known under its new key after a move, and as gone after it was deleted', async () => {
    await tracker.move('GHF-91', 'DECK-7')
    expect((await rowOf('axle')).defect?.key).toBe('DECK-7')
    const { defect } = await rowOf('axle')
    expect(await actsSince(() => ask('POST', `/defects/${defect?.id}/look`))).toEqual(['defect.asked'])
    await sendAll()
    await tracker.remove('DECK-7')
    expect((await rowOf('axle')).defect?.state).toBe('gone')
    await expect(ask('PUT', `/defects/${defect?.id}/state`, { open: true, comment: '' })).rejects.toMatchObject({ code: 'gone' })
  })
})

describe('failing while it is open', () => {
  it('needs a defect, and says which tests pass meanwhile', async () => {
    await ask('PUT', `/failures/${cause('axle')}/defect`, { key: null })
    await expect(ask('PUT', `/failures/${cause('axle')}/expected`, { on: true })).rejects.toMatchObject({ code: 'noDefect' })
    const comment = { kind: 'failure', subject: String(cause('axle')), text: 'to nobody', toDefect: true }
    await expect(ask('POST', '/comments', comment)).rejects.toMatchObject({ code: 'noDefect' })
    expect(await actsSince(() => ask('PUT', `/failures/${cause('voucher')}/expected`, { on: true }))).toEqual(['failure.expected'])
    await bobbin.deliver(resultFile(['voucher']), { build: '414' })
    expect((await ask<FailureDetail>('GET', `/failures/${cause('voucher')}`)).passingWhileOpen).toBe(1)
  })
})

it('is disconnected, and defects stay', async () => {
  expect(await actsSince(() => ask('DELETE', '/tracker'))).toEqual(['tracker.removed'])
  expect((await rowOf('voucher')).defect?.key).toBe('GHF-92')
})
