import type { StartRow } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { buildWords, forecastWords, noteWords, partWords, policyWords, retryWords, startWords, timeWords, waitWords } from './plan-words.js'

describe('the sentence of a plan', () => {
  it('says when it starts', () => {
    const none = { at: null, recurrence: null, pipeline: null, branch: null, afterPlanId: null, nextAt: null }
    const recurrence = { rule: 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', start: '2026-11-30T06:00:00', zone: 'Europe/Oslo' }
    expect(timeWords({ ...none, kind: 'rule', recurrence }, new Map())).toBe('Monday to Friday at 06:00 in Oslo')
    expect(timeWords({ ...none, kind: 'build', pipeline: 'fare-desk-web', branch: 'main' }, new Map())).toBe(
      'after each build of fare-desk-web on main',
    )
    expect(timeWords({ ...none, kind: 'plan', afterPlanId: 3 }, new Map([[3, 'Smoke']]))).toBe('after Smoke ended well')
  })

  it('says what becomes of failures, where runs belong, and how they are split', () => {
    expect(retryWords({ retries: 0, retryUnless: 3 })).toBe('not tried again')
    expect(retryWords({ retries: 2, retryUnless: 20 })).toBe('tried twice more, unless over 20 fail')
    expect(buildWords({ newestBuild: true, pipeline: 'fare-desk-web', branch: 'main' })).toBe('the newest build of fare-desk-web on main')
    expect(policyWords({ overlap: 'queue', split: 'time', shards: null })).toBe('split over all agents by time; a second start waits')
  })
})

it('says what was left out', () => {
  expect(noteWords({ code: 'noScript', count: 7, examples: ['FERRY-101', 'FERRY-102'] })).toBe(
    '7 cases have no script in the code (FERRY-101, FERRY-102 and 5 more)',
  )
  expect(noteWords({ code: 'noSchedules', environment: 'open-water' })).toBe('open-water is protected, and takes no scheduled runs')
})

it('says why a part waits', () => {
  expect(waitWords({ code: 'labels', missing: ['browser', 'kiosk'] })).toBe('no agent has browser and kiosk')
  expect(waitWords({ code: 'away', agents: ['quay-1'] })).toBe('quay-1 is away or paused')
})

it('says how a start stands', () => {
  const start: StartRow = {
    ...{
      id: 1,
      name: 'Smoke',
      planId: 1,
      at: '',
      by: null,
      why: 'now',
      trial: false,
      state: 'going',
      pipeline: 'smoke',
      branch: 'main',
      build: '1',
    },
    ...{
      endedAt: null,
      notes: [],
      runs: [],
      manual: { total: 0, done: 0 },
      parts: { waiting: 1, running: 1, done: 2, failed: 0 },
      endsAt: null,
    },
  }
  expect(startWords(start).text).toBe('2 of 4 parts')
  const run = { id: 1, environment: 'pier-test', profile: null, failed: 3, total: 9, live: false }
  expect(startWords({ ...start, state: 'done', runs: [run], parts: { waiting: 0, running: 0, done: 4, failed: 0 } }).text).toBe(
    '3 tests red',
  )
  expect(startWords({ ...start, state: 'done', parts: { waiting: 0, running: 0, done: 4, failed: 0 } }).text).toBe('all passed')
  expect(startWords({ ...start, state: 'stopped', parts: { waiting: 0, running: 0, done: 1, failed: 1 } }).text).toBe(
    'stopped, 1 part did not run to its end',
  )
})

it('says what a part came to', () => {
  const part = {
    state: 'done',
    passed: 4,
    failed: 0,
    errored: 0,
    said: null,
    waits: null,
    agent: null,
    handoff: null,
    stopAsked: false,
  } as never
  expect(partWords(part)).toEqual({ text: '4 passed', className: 'text-passed' })
})

it('says what a forecast comes to', () => {
  const forecast = {
    agents: [{ id: 1, name: 'quay-1', freeInMs: 0 }],
    bars: [{ agentId: 1, cell: 0, name: 'node:test', fromMs: 0, toMs: 30_000 }],
    ...{ endMs: 30_000, boundMs: 30_000, machineMs: 30_000, cost: 0.5, unplaced: [] },
  }
  expect(forecastWords({ forecast })).toBe(
    '1 agent, 30 s by how long tests took lately: 30 s of machine time, 0.50 in cost. No split ends earlier.',
  )
  expect(forecastWords({ forecast: { ...forecast, bars: [], agents: [] } })).toBe('No agent is there to run it.')
})
