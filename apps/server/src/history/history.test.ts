import type { DeliveryReport } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TestApp, resultFile } from '../testing/test-app.js'
import { HistoryService, SPAN } from './history.service.js'

let bobbin: TestApp
let history: HistoryService
beforeAll(async () => {
  bobbin = await TestApp.start()
  history = bobbin.app.get(HistoryService)
})
afterAll(() => bobbin.stop())

const idOf = async (name: string): Promise<number> => {
  const [script] = await bobbin.ask<{ id: number }>(`select id from script where name = '${name}'`)
  if (!script) throw new Error(`no script is called ${name}`)
  return script.id
}
const laneOf = async ({ run }: DeliveryReport): Promise<number> => {
  const [row] = await bobbin.ask<{ lane: number }>(`select lane_id as lane from run where id = ${run?.id}`)
  if (!row) throw new Error('no run')
  return row.lane
}

describe('the histories of scripts', () => {
  it('stand in each lane in which they ran, the newest first, with what they came to in each build', async () => {
    const send = (pipeline: string, build: string, tests: Parameters<typeof resultFile>[0]) =>
      bobbin.deliver(resultFile(tests), { pipeline, build })
    await send('nightly', '1', ['gate', 'ramp'])
    await send('nightly', '2', [{ name: 'gate', fails: 'shut' }])
    await send('merge', '7', ['gate'])
    await send('other', '1', ['winch'])
    const [gate, ramp] = [await idOf('gate'), await idOf('ramp')]
    const histories = await history.histories(1, [gate, ramp])
    const told = (id: number) =>
      histories.get(id)?.map(({ lane, points }) => [lane.pipeline, points.map(({ build, outcome }) => [build, outcome])])
    expect(told(gate)).toEqual([
      ['merge', [['7', 'passed']]],
      ['nightly', [['1', 'passed'], ['2', 'failed']]], // prettier-ignore
    ])
    expect(told(ramp)).toEqual([['nightly', [['1', 'passed'], ['2', null]]]]) // prettier-ignore
  })

  it('leave out a lane in whose newest builds they did not run any more', async () => {
    const send = (build: number, tests: string[]) => bobbin.deliver(resultFile(tests), { pipeline: 'long', build: String(build) })
    await send(1, ['retired', 'steady'])
    for (let build = 2; build <= SPAN + 1; build++) await send(build, ['steady'])
    const [retired, steady] = [await idOf('retired'), await idOf('steady')]
    const histories = await history.histories(1, [retired, steady])
    expect(histories.get(retired)).toEqual([])
    expect(histories.get(steady)?.map(({ points }) => points.length)).toEqual([SPAN])
  })

  it('are none where there are no scripts', async () => {
    expect((await history.histories(1, [])).size).toBe(0)
  })
})

describe('threads', () => {
  it('say a digit for each build, 0 where a test did not run', async () => {
    const report = await bobbin.deliver(resultFile(['thread', 'needle']), { pipeline: 'threads', build: '1' })
    await bobbin.deliver(resultFile([{ name: 'thread', fails: 'knot' }]), { pipeline: 'threads', build: '2' })
    await bobbin.deliver(resultFile([{ name: 'thread', skipped: true }, 'needle']), { pipeline: 'threads', build: '3' })
    const [thread, needle] = [await idOf('thread'), await idOf('needle')]
    const lane = await laneOf(report)
    const all = await history.threads(lane, null, [thread, needle])
    expect(all.points.map(({ build }) => build)).toEqual(['1', '2', '3'])
    expect(all.byScript).toEqual({ [thread]: '124', [needle]: '101' })
    const [second] = await bobbin.ask<{ key: string }>(
      `select sort_key as key from run where lane_id = ${lane} order by sort_key offset 1 limit 1`,
    )
    expect((await history.threads(lane, second?.key ?? '', [thread])).byScript).toEqual({ [thread]: '12' })
    expect((await history.threads(lane, null, [thread], 1)).byScript).toEqual({ [thread]: '4' })
  })
})
