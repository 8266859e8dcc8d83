import { expect, it } from 'vitest'
import { readable } from './readable.js'

it('lays JSON and XML out', () => {
  expect(readable('{"fare":430,"zones":[1,2]}')).toEqual({ kind: 'json', text: '{\n  "fare": 430,\n  "zones": [\n    1,\n    2\n  ]\n}' })
  expect(readable('<ramp><gate open="no">shut</gate></ramp>')).toEqual({
    kind: 'xml',
    text: '<ramp>\n  <gate open="no">shut</gate>\n</ramp>',
  })
})

// the shape of http://www.softwareishard.com/blog/har-12-spec/
it('knows a network record by what is in it', () => {
  const entry = (method: string, status: number, time: number, size: number) => ({
    startedDateTime: '2026-11-20T10:00:00Z',
    time,
    request: { method, url: 'https://desk.ferry.example/fares', headers: [] },
    response: { status, statusText: '', content: { size, mimeType: 'application/json' } },
  })
  const found = readable(JSON.stringify({ log: { version: '1.2', entries: [entry('GET', 200, 41.5, 812), entry('POST', 0, -1, -1)] } }))
  expect(found.kind === 'network' && found.calls).toEqual([
    { method: 'GET', url: 'https://desk.ferry.example/fares', status: 200, timeMs: 41.5, bytes: 812 },
    { method: 'POST', url: 'https://desk.ferry.example/fares', status: 0, timeMs: null, bytes: null },
  ])
})

it.each([['{"cut": [1, 2'], ['<cut><ramp>'], ['[info] the ramp is open'], ['<3 ferries'], ['']])('shows %j as it is', (text) =>
  expect(readable(text)).toMatchObject({ kind: 'log', text }),
)

it('takes an odd record for plain JSON', () => {
  expect(readable('{"log": {"entries": 3}}').kind).toBe('json')
  const found = readable('{"log": {"version": "1.2", "entries": [null, {"request": 7}]}}')
  expect(found.kind === 'network' && found.calls).toHaveLength(2)
})
