import { afterAll, beforeAll, expect, it } from 'vitest'
import { TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

it.each(['junit', 'ctrf'])('leave as %s, and give the same run when they are delivered again', async (format) => {
  const attempts = `<testsuites><testsuite name="suite"><testcase classname="c" name="flaky" time="0.5"><flakyFailure message="dropped" type="Error"><stackTrace>Error: dropped\n    at gate.ts:1:1</stackTrace></flakyFailure></testcase><testcase classname="c" name="stuck"><error message="no gate" type="GateError">GateError: no gate</error><system-out>opened</system-out></testcase></testsuite></testsuites>`
  const first = await bobbin.deliver(attempts, { pipeline: `out-${format}` })
  const file = await (
    await fetch(`${bobbin.url}/api/projects/gullhaven/runs/${first.run?.id}/export?format=${format}`, {
      headers: { authorization: `Bearer ${TOKEN}` },
    })
  ).text()
  const second = await bobbin.deliver({ [`again.${format}`]: file }, { pipeline: `out-${format}`, build: '2' })
  expect(second.files).toMatchObject([{ status: 'stored', warnings: [], faults: [] }])
  expect(second.run?.totals).toEqual(first.run?.totals)
  // the same scripts, and nothing changed about them
  expect(second.newScripts).toBe(0)
  expect(second.changes).toMatchObject({ new: 0, gone: 0, recovered: 1, stillFailing: 1 })
})
