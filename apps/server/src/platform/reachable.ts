import { lookup } from 'node:dns/promises'
import { request as requestPlain, type IncomingMessage } from 'node:http'
import { request as requestOverTls } from 'node:https'
import { BlockList, isIP } from 'node:net'
import type { Config } from './config.js'
import { type Queryable, rowsOf } from './database.js'
import { Problem } from './problem.js'

/** Addresses of the server itself, of networks that are nobody else's, and of what is no host: IANA's special-purpose registries. */
const PRIVATE = new BlockList()
for (const [network, prefix] of [
  ...[['0.0.0.0', 8], ['10.0.0.0', 8], ['100.64.0.0', 10], ['127.0.0.0', 8], ['169.254.0.0', 16], ['172.16.0.0', 12]], // prettier-ignore
  ...[['192.0.0.0', 24], ['192.168.0.0', 16], ['198.18.0.0', 15], ['224.0.0.0', 4], ['240.0.0.0', 4]], // prettier-ignore
] as [string, number][])
  PRIVATE.addSubnet(network, prefix, 'ipv4')
for (const [network, prefix] of [
  ...[['::', 128], ['::1', 128], ['64:ff9b::', 96], ['64:ff9b:1::', 48], ['fc00::', 7], ['fe80::', 10], ['fec0::', 10], ['ff00::', 8]], // prettier-ignore
] as [string, number][])
  PRIVATE.addSubnet(network, prefix, 'ipv6')

/** The IPv4 address inside one of IPv6 that only carries it (`::ffff:127.0.0.1`, also in hexadecimal digits, and `::127.0.0.1`). */
function carriedIn(address: string): string | null {
  const url = new URL(`http://[${address}]/`).hostname.slice(1, -1)
  const found = /^::(?:ffff:)?([0-9a-f]{1,4}):([0-9a-f]{1,4})$/.exec(url)
  if (!found) return null
  const [high, low] = [parseInt(found[1] ?? '', 16), parseInt(found[2] ?? '', 16)]
  return [high >> 8, high & 255, low >> 8, low & 255].join('.')
}

/** Whether an address belongs to the server itself or to a network that the world does not see. */
export function isPrivate(address: string): boolean {
  if (isIP(address) === 4) return PRIVATE.check(address, 'ipv4')
  if (isIP(address) !== 6) return true
  const carried = carriedIn(address)
  return PRIVATE.check(address, 'ipv6') || (carried !== null && PRIVATE.check(carried, 'ipv4'))
}

/** The name of a host without the brackets of IPv6. */
const plainHost = (url: URL): string => url.hostname.replace(/^\[|\]$/g, '')

/**
 * The address of a host, looked up once: what is asked is what was checked.
 * @param hosts those that an administrator allows; a private address has to be named itself
 * @throws Problem notAllowed, or unfetched where the host is not known
 */
async function addressOf(url: URL, hosts: readonly string[]): Promise<{ address: string; family: number }> {
  const host = plainHost(url)
  const found = await lookup(host, { all: true }).catch(() => {
    throw new Problem('conflict', 'unfetched', `${url.host} is not known by that name here`)
  })
  const named = (address: string) => hosts.includes(address) || hosts.includes(`${address}:${url.port}`) || hosts.includes(`[${address}]`)
  const first = found.find(({ address }) => !isPrivate(address) || named(address))
  if (!first || found.some(({ address }) => isPrivate(address) && !named(address)))
    throw new Problem(
      'forbidden',
      'notAllowed',
      `${url.host} is in a network of this server’s own. An administrator of the server can allow its address by name`,
    )
  return first
}

/** The hosts that a project may reach: those that an administrator allows it, within what whoever runs the server allows at all. */
export async function hostsOf(db: Queryable, { sourceHosts }: Pick<Config, 'sourceHosts'>, projectId: number): Promise<string[]> {
  const [row] = await rowsOf<{ hosts: string[] }>(db, 'select source_hosts as hosts from project where id = $projectId', { projectId })
  return row?.hosts.filter((host) => sourceHosts.includes('*') || sourceHosts.includes(host)) ?? []
}

/** An address at a host that is allowed. @throws Problem */
export function allowedAddress(address: string, hosts: readonly string[]): URL {
  const url = URL.canParse(address) ? new URL(address) : null
  if (!url || !/^https?:$/.test(url.protocol))
    throw new Problem('conflict', 'noAddress', `“${address}” is not an address; an address begins with http:// or https://`)
  if (hosts.includes('*') || hosts.includes(url.hostname) || hosts.includes(url.host)) return url
  throw new Problem(
    'forbidden',
    'notAllowed',
    `This project may reach nothing at ${url.host}. An administrator of the server allows hosts${hosts.length > 0 ? `; now ${hosts.join(', ')}` : ''}`,
  )
}

export interface Asking {
  headers?: Record<string, string>
  hosts: readonly string[]
  withinMs: number
  /** Sent by POST, or as the method says. */
  body?: string
  method?: 'PUT' | 'DELETE'
}

/** Asks a host that is allowed, at the address that was checked; where it leads on to is not followed. @throws Error when it does not answer in time */
export async function askAt(url: URL, { headers = {}, hosts, withinMs, body, method }: Asking): Promise<IncomingMessage> {
  const { address, family } = await addressOf(url, hosts)
  const request = url.protocol === 'https:' ? requestOverTls : requestPlain
  return new Promise((resolve, reject) => {
    const asked = request(
      url,
      {
        headers: { ...headers, ...(body !== undefined && { 'content-length': Buffer.byteLength(body) }) },
        method: method ?? (body === undefined ? 'GET' : 'POST'),
        signal: AbortSignal.timeout(withinMs),
        agent: false,
        lookup: (_host, options, done) => {
          if (options.all) (done as (error: null, all: { address: string; family: number }[]) => void)(null, [{ address, family }])
          else done(null, address, family)
        },
      },
      resolve,
    )
    asked.on('error', reject)
    asked.end(body)
  })
}
