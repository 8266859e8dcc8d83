import type { Attempt, FileFindings, Outcome } from '@bobbin/core'
import { describe, expect, it } from 'vitest'
import { attemptLine, FirstRows, type Meaning, Settled, waitingRows } from './attempt-rows.js'
import { NULL_FIELD } from './copy-text.js'

const attempt = (outcome: Outcome, more: Partial<Attempt> = {}): Attempt => ({
  outcome,
  durationMs: 5,
  startedAt: null,
  failures: [],
  reason: null,
  stdout: null,
  stderr: null,
  steps: [],
  attachments: [],
  ...more,
})

const NO = NULL_FIELD
const MEANING: Meaning = { scriptOf: (seq) => 100 + seq, texts: ['7001', '7002', '7003'], signatures: ['9001'] }
const PLACE = { runId: 3, day: '2026-11-20', fileId: 8 }

const findings = (settlement: Partial<FileFindings['settlement']> = {}) =>
  new Settled({ settlement: { groups: [], dropped: [], reasons: [], ...settlement } } as unknown as FileFindings)

/** In pieces of so many bytes, as they may come from disk. */
async function* piecesOf(lines: string[], size = 1 << 20): AsyncGenerator<Buffer> {
  const all = Buffer.from(lines.map((line) => `${line}\n`).join(''))
  for (let at = 0; at < all.length; at += size) yield await Promise.resolve(all.subarray(at, at + size))
}

async function fieldsOf(rows: AsyncIterable<Buffer>): Promise<string[][]> {
  const pieces: Buffer[] = []
  for await (const piece of rows) pieces.push(piece)
  const text = Buffer.concat(pieces).toString()
  return text === '' ? [] : text.slice(0, -1).split('\n').map((row) => row.split('\t')) // prettier-ignore
}

async function first(lines: string[], settled = findings(), size?: number) {
  const rows = new FirstRows(piecesOf(lines, size), settled, MEANING, PLACE)
  const attempts = await fieldsOf(rows.attempts())
  const results = await fieldsOf(rows.results.chunks())
  rows.dispose()
  return { attempts, results, added: rows.added }
}

describe('first attempts become rows', () => {
  it('of attempts and of their results, with the run, the script and the names of texts in the project', async () => {
    const { attempts, results, added } = await first([
      attemptLine(1, attempt('passed'), NO, ''),
      attemptLine(1, attempt('failed', { durationMs: 1.5 }), '{"a":1}', '1,2,3,,,1'),
      attemptLine(1, attempt('skipped', { durationMs: null, reason: 'no tide' }), NO, ',2,,,,'),
    ])
    expect(attempts).toEqual([
      ['3', '2026-11-20', '8', '100', '1', '1', '5', NO, NO, NO, NO, NO, NO, NO, NO, NO],
      ['3', '2026-11-20', '8', '101', '1', '2', '1.5', NO, NO, '{"a":1}', '9001', '7002', '7003', NO, NO, '7001'],
      ['3', '2026-11-20', '8', '102', '1', '4', NO, NO, 'no tide', NO, NO, '7002', NO, NO, NO, NO],
    ])
    expect(results).toEqual([
      ['3', '2026-11-20', '1', '100', '1', '5', NO, NO],
      ['3', '2026-11-20', '1', '101', '2', '1.5', '9001', '7002'],
      ['3', '2026-11-20', '1', '102', '4', NO, NO, '7002'],
    ])
    expect(added).toEqual({ outcomes: [0, 1, 1, 0, 1, 0, 0, 0], durationUs: 6500 })
  })

  it('with the signature of what failed alone', async () => {
    const texts = '1,1,,,,'
    const { results } = await first(
      (['failed', 'errored', 'blocked'] as const).map((outcome) => attemptLine(1, attempt(outcome), NO, texts)),
    )
    expect(results.map(([, , , , , , signature, message]) => [signature, message])).toEqual([
      ['9001', '7001'],
      ['9001', '7001'],
      [NO, '7001'],
    ])
  })

  it.each([1, 2, 3, 7, 64])('however the lines come from disk: %d bytes at a time', async (size) => {
    const reasons = ['no tide at the pier — wait', '涨潮', '🚢 on the way', 'back\\slash']
    const lines = reasons.map((reason) => attemptLine(1, attempt('skipped', { reason }), NO, ''))
    const { attempts } = await first(lines, findings(), size)
    expect(attempts.map((fields) => fields[8])).toEqual(['no tide at the pier — wait', '涨潮', '🚢 on the way', 'back\\\\slash'])
    expect(attempts.map((fields) => fields[3])).toEqual(['100', '101', '102', '103'])
  })
})

describe('what the end of a file told', () => {
  const lines = ['passed', 'skipped', 'skipped', 'passed'].map((outcome) => attemptLine(1, attempt(outcome as Outcome), NO, ''))

  it('leaves out what is no test, and keeps the others with their scripts', async () => {
    const { attempts, results, added } = await first(lines, findings({ dropped: [0, 2] }))
    expect(attempts.map((fields) => fields[3])).toEqual(['101', '103'])
    expect(results.map((fields) => fields[3])).toEqual(['101', '103'])
    expect(added.outcomes).toEqual([0, 1, 0, 0, 1, 0, 0, 0])
  })

  it('says why some did not run', async () => {
    const { attempts } = await first(lines, findings({ reasons: [{ seq: 1, reason: 'the hook\tfailed' }] }))
    expect(attempts.map((fields) => fields[8])).toEqual([NO, 'the hook\\tfailed', NO, NO])
  })

  it('makes failures of skipped tries that another followed, but not of what was not skipped', async () => {
    const groups = [{ kind: 'attempts' as const, members: [0, 1, 2], skipsWereFailures: true }]
    const rows = await fieldsOf(waitingRows(piecesOf(lines), findings({ groups }), MEANING))
    expect(rows.map((fields) => fields[3])).toEqual(['1', '2', '4', '1'])
  })
})

it('attempts that wait say which test and which try they are', async () => {
  const lines = [
    attemptLine(1, attempt('failed'), NO, '1,1,1,,,'),
    attemptLine(2, attempt('passed', { startedAt: Date.parse('2026-11-20T14:03:00.250Z') }), NO, ''),
    attemptLine(1, attempt('passed'), NO, ''),
  ]
  expect((await fieldsOf(waitingRows(piecesOf(lines), findings(), MEANING))).map((fields) => fields.slice(0, 6))).toEqual([
    ['0', '100', '1', '2', '5', NO],
    ['0', '100', '2', '1', '5', '2026-11-20T14:03:00.250Z'],
    ['1', '101', '1', '1', '5', NO],
  ])
})
