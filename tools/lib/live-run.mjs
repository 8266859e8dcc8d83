// Plays the next build of a pipeline as its reporters would tell it, stopped in the middle: for pictures and browser tests.
import { randomUUID } from 'node:crypto'

/**
 * @param ask `(method, path, body?) => Promise<answer>` below /api/projects/{project}
 * @param {{ pipeline: string, environment: string, share: number, failing: number }} what `share` of the tests are told, the first `failing` of those that passed fail
 * @returns {Promise<{ runId: number, rest(): Promise<void> }>} `rest` tells the others and closes the feeds
 */
export async function playLive(ask, { pipeline, environment, share, failing }) {
  const { rows } = await ask('GET', '/runs?span=3')
  const last = rows.find((run) => run.lane.pipeline === pipeline && run.lane.environment === environment && !run.incomplete)
  const { rows: unchanged } = await ask('GET', `/runs/${last.id}/results?change=unchanged`)
  const { lane } = last
  const place = { pipeline, environment, branch: lane.branch, build: String(Number(last.build) + 1), commit: '5ac1e0d' }
  const agents = ['slipway 1', 'slipway 2']
  const feeds = []
  for (const name of agents)
    feeds.push(await ask('POST', '/feeds', { ...place, key: randomUUID(), name, framework: unchanged[0].script.framework ?? 'playwright' }))
  const results = unchanged.map(({ script, outcome, durationMs }, i) => ({
    name: script.name,
    suites: script.suites,
    classname: script.classname,
    file: script.file,
    profile: script.profile,
    outcome: i < failing ? 'failed' : outcome === 'recovered' ? 'passed' : outcome,
    durationMs,
    ...(i < failing && {
      failures: [
        {
          message: 'the gate did not open within 5 s',
          type: 'AssertionError',
          stack: 'AssertionError: the gate did not open within 5 s\n    at openGate (deck/gate.ts:41:9)',
        },
      ],
    }),
  }))
  const half = Math.ceil(results.length * share)
  const parts = agents.map((_, i) => [
    results.slice(0, half).filter((_, k) => k % 2 === i),
    results.slice(half).filter((_, k) => k % 2 === i),
  ])
  for (const [i, feed] of feeds.entries()) await ask('POST', `/feeds/${feed.id}/batches`, { number: 1, results: parts[i][0] })
  return {
    runId: feeds[0].runId,
    rest: async () => {
      for (const [i, feed] of feeds.entries()) {
        await ask('POST', `/feeds/${feed.id}/batches`, { number: 2, results: parts[i][1] })
        await ask('POST', `/feeds/${feed.id}/close`, { batches: 2 })
      }
    },
  }
}
