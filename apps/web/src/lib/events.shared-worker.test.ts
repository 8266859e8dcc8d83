import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Heard, Said } from './shared-events.js'

/** As much of the browser's EventSource as the worker uses. */
class Source extends EventTarget {
  static readonly OPEN = 1
  static readonly CLOSED = 2
  static all: Source[] = []
  readyState = 0
  constructor(readonly url: string) {
    super()
    Source.all.push(this)
  }
  close() {
    this.readyState = Source.CLOSED
  }
  tell(type: string, data?: object) {
    if (type === 'open') this.readyState = Source.OPEN
    this.dispatchEvent(data ? new MessageEvent(type, { data: JSON.stringify(data) }) : new Event(type))
  }
}

/** A page, with what it heard. */
function page(connect: (event: object) => void) {
  const heard: Heard[] = []
  const port = { onmessage: (_: { data: Said }) => undefined as void, postMessage: (one: Heard) => void heard.push(one) }
  connect({ ports: [port] })
  const say = (does: Said['does']) => port.onmessage({ data: { does, url: '/events' } })
  say('join')
  return { heard, leave: () => say('leave') }
}

let now = 0
let connect: (event: object) => void
beforeEach(async () => {
  Source.all = []
  now = 0
  vi.stubGlobal('EventSource', Source)
  vi.spyOn(performance, 'now').mockImplementation(() => now)
  const scope = { onconnect: (_: object) => undefined as void }
  vi.stubGlobal('self', scope)
  vi.resetModules()
  await import('./events.shared-worker.js')
  connect = (event) => scope.onconnect(event)
})
afterEach(() => vi.resetModules())

const quiet = ({ heard }: { heard: Heard[] }) =>
  heard.filter(({ type }) => type === 'began').map(({ data }) => JSON.parse(data ?? 'null') as object)

it('opens one stream for all pages, and passes on what it says', () => {
  const pages = [page(connect), page(connect)]
  expect(Source.all).toHaveLength(1)
  Source.all[0]?.tell('open')
  Source.all[0]?.tell('began', { quietMs: 70 })
  Source.all[0]?.tell('change', { topics: ['runs'] })
  for (const { heard } of pages) expect(heard.map(({ type }) => type)).toEqual(['open', 'began', 'change'])
})

it('tells a page that comes later since when nothing has changed', () => {
  page(connect)
  Source.all[0]?.tell('open')
  Source.all[0]?.tell('began', { quietMs: 70 })
  now = 30
  expect(quiet(page(connect))).toEqual([{ quietMs: 100 }])
  Source.all[0]?.tell('change', { topics: ['runs'] })
  now = 35
  expect(quiet(page(connect))).toEqual([{ quietMs: 5 }])
})

it('tells a page nothing before the stream has begun', () => {
  page(connect)
  Source.all[0]?.tell('open')
  expect(page(connect).heard).toEqual([])
})

it('hangs up when the last page leaves, and opens anew for the next', () => {
  const [one, other] = [page(connect), page(connect)]
  one.leave()
  expect(Source.all[0]?.readyState).not.toBe(Source.CLOSED)
  other.leave()
  expect(Source.all[0]?.readyState).toBe(Source.CLOSED)
  page(connect)
  expect(Source.all).toHaveLength(2)
})

it('asks anew for a page that comes after the stream was refused for good', () => {
  page(connect)
  Source.all[0]?.close()
  Source.all[0]?.tell('error')
  page(connect)
  expect(Source.all).toHaveLength(2)
})
