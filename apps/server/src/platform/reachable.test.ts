import { expect, it } from 'vitest'
import { isPrivate } from './reachable.js'

// RFC 1918, 4193, 6598, 3927, 4291 and IANA's registries of special-purpose addresses
it.each([
  ...['127.0.0.1', '127.255.1.9', '10.0.0.1', '172.16.0.1', '172.31.255.255', '192.168.1.1', '169.254.169.254', '100.64.0.1', '0.0.0.0'],
  ...['::1', '::', 'fe80::1', 'fd00::1', 'fc00::7', 'ff02::1', '::ffff:127.0.0.1', '::ffff:7f00:1', '::ffff:a00:1', '::127.0.0.1'],
  ...['64:ff9b::7f00:1', 'no address', ''],
])('%j is private', (address) => expect(isPrivate(address)).toBe(true))

it.each(['9.9.9.9', '172.32.0.1', '192.169.0.1', '100.128.0.1', '2620:fe::fe', '::ffff:9.9.9.9'])('%j is not', (address) =>
  expect(isPrivate(address)).toBe(false),
)
