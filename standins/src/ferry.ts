import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'

/** What can be broken about the ferry system, and how that shows. */
export const FAULTS = {
  concessions: 'Reduced fares are charged in full',
  tides: 'Departures do not move with the tide',
  basket: 'The basket forgets what is in it',
  down: 'Everything answers 503',
} as const
export type Fault = keyof typeof FAULTS

const SAILINGS = [
  { number: 'G1', from: 'Gullhaven', to: 'Skerry', at: '07:10', deckPlan: '/deck/G1', days: ['weekday', 'sunday'] },
  { number: 'G4', from: 'Gullhaven', to: 'Skerry', at: '12:40', deckPlan: '/deck/G4', days: ['weekday'] },
  { number: 'G9', from: 'Gullhaven', to: 'Skerry', at: '21:55', deckPlan: '/deck/G9', days: ['weekday', 'sunday'] },
]
const FULL = { adult: 84, child: 84, senior: 84, islander: 84 }
const REDUCED = { adult: 84, child: 42, senior: 60, islander: 25 }
const EXCHANGE = 0.085

interface Basket {
  items: { ticket: string; price: number }[]
}

/**
 * The system under test of the demo: a small ticket shop with an API and pages, and a switch that breaks it in known ways. `GET /health`
 * tells whether it is there; `/switch` is its page of faults.
 */
export class FerryStandIn {
  private readonly broken = new Set<Fault>()
  private readonly baskets = new Map<string, Basket>()
  private basketNumber = 0

  private constructor(
    private readonly server: Server,
    readonly url: string,
  ) {}

  static async start(port = 0): Promise<FerryStandIn> {
    let own: FerryStandIn | null = null
    const server = createServer((request, response) => {
      own?.answer(request, response).catch((error: unknown) => {
        response.writeHead(500, { 'content-type': 'text/plain' }).end(error instanceof Error ? error.message : String(error))
      })
    })
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject)
      server.listen(port, '127.0.0.1', resolve)
    })
    own = new FerryStandIn(server, `http://127.0.0.1:${(server.address() as AddressInfo).port}`)
    return own
  }

  /** Breaks it, or mends it. */
  turn(fault: Fault, on: boolean): void {
    if (on) this.broken.add(fault)
    else this.broken.delete(fault)
  }

  stop(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise((resolve) => this.server.close(() => resolve()))
  }

  private async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', this.url)
    const json = (body: unknown, status = 200) =>
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
    const page = (body: string, headers: Record<string, string> = {}) =>
      response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(pageOf(body))
    if (url.pathname === '/switch') {
      if (request.method === 'POST') {
        const asked = new URLSearchParams(await bodyOf(request))
        const fault = asked.get('fault') ?? ''
        if (!(fault in FAULTS)) return void json({ error: `There is no fault “${fault}”` }, 400)
        this.turn(fault as Fault, asked.get('on') === 'true')
        response.writeHead(303, { location: '/switch' }).end()
        return
      }
      return void page(this.switchPage())
    }
    if (this.broken.has('down')) return void json({ error: 'The ferry system is down' }, 503)
    switch (url.pathname) {
      case '/health':
        return void json({ status: 'at sea' })
      case '/api/sailings':
        return void json(this.sailings(url))
      case '/api/fares':
        return void this.fare(url, json)
      case '/api/basket':
        return this.basket(request, url, json)
      case '/':
        return this.shop(request, page)
      default:
        json({ error: 'There is no such page' }, 404)
    }
  }

  private sailings({ searchParams }: URL) {
    const day = searchParams.get('day') ?? 'weekday'
    const moves = searchParams.get('tide') === 'low' && !this.broken.has('tides')
    return SAILINGS.filter(({ days }) => days.includes(day)).map(({ at, ...sailing }) => ({
      ...sailing,
      at: moves ? later(at, 25) : at,
      moved: moves,
    }))
  }

  private fare({ searchParams }: URL, json: (body: unknown, status?: number) => unknown): void {
    const passenger = searchParams.get('passenger') ?? 'adult'
    const table: Record<string, number> = this.broken.has('concessions') ? FULL : REDUCED
    const price = table[passenger]
    if (price === undefined) return void json({ error: `There is no fare for “${passenger}”` }, 400)
    const times = searchParams.get('return') === 'true' ? 2 : 1
    json({ passenger, crowns: price * times, euros: Math.round(price * times * EXCHANGE * 100) / 100 })
  }

  private async basket(request: IncomingMessage, { searchParams }: URL, json: (body: unknown, status?: number) => unknown): Promise<void> {
    const id = searchParams.get('id') ?? String(++this.basketNumber)
    const basket = this.baskets.get(id) ?? { items: [] }
    if (request.method === 'POST') {
      const item = JSON.parse(await bodyOf(request)) as Basket['items'][number]
      basket.items.push(item)
      this.baskets.set(id, basket)
    }
    const items = this.broken.has('basket') && request.method !== 'POST' ? [] : basket.items
    json({ id, items, total: items.reduce((sum, { price }) => sum + price, 0) })
  }

  private async shop(request: IncomingMessage, page: (body: string, headers?: Record<string, string>) => unknown): Promise<void> {
    const id = /basket=(\d+)/.exec(request.headers.cookie ?? '')?.[1] ?? String(++this.basketNumber)
    const basket = this.baskets.get(id) ?? { items: [] }
    if (request.method === 'POST') {
      const ticket = new URLSearchParams(await bodyOf(request)).get('ticket') ?? 'Single ticket'
      basket.items.push({ ticket, price: ticket === 'Season ticket' ? 1200 : 84 })
      this.baskets.set(id, basket)
    }
    const items = this.broken.has('basket') && request.method !== 'POST' ? [] : basket.items
    const total = items.reduce((sum, { price }) => sum + price, 0)
    const buttons = ['Single ticket', 'Season ticket'].map(
      (name) => `<button name="ticket" value="${name}">Add ${name.toLowerCase()}</button>`,
    )
    page(
      `<h1>Gullhaven Ferry Line</h1><form method="post">${buttons.join(' ')}</form>
       <h2>Basket</h2><ul>${items.map(({ ticket, price }) => `<li>${ticket}, ${price} crowns</li>`).join('')}</ul><p>Total: ${total} crowns</p>`,
      { 'set-cookie': `basket=${id}; Path=/` },
    )
  }

  private switchPage(): string {
    const rows = Object.entries(FAULTS).map(([fault, words]) => {
      const on = this.broken.has(fault as Fault)
      return `<form method="post"><input type="hidden" name="fault" value="${fault}"><input type="hidden" name="on" value="${!on}">
        <p><strong>${words}</strong>: ${on ? 'broken' : 'works'} <button>${on ? 'Mend it' : 'Break it'}</button></p></form>`
    })
    return `<h1>Switches of the ferry system</h1>${rows.join('')}`
  }
}

const pageOf = (body: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>Gullhaven Ferry Line</title><body style="font-family: sans-serif; max-width: 40em; margin: 2em auto">${body}</body></html>`

async function bodyOf(request: IncomingMessage): Promise<string> {
  let text = ''
  for await (const chunk of request) text += String(chunk)
  return text
}

/** A time of day some minutes later. */
function later(at: string, minutes: number): string {
  const [hours = 0, own = 0] = at.split(':').map(Number)
  const all = hours * 60 + own + minutes
  return `${String(Math.floor(all / 60) % 24).padStart(2, '0')}:${String(all % 60).padStart(2, '0')}`
}
