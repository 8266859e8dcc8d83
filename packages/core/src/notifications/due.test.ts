import { expect, it } from 'vitest'
import { dueAt } from './due.js'

const rule = { digestAt: null, quietFrom: null, quietTo: null, zone: 'Europe/Oslo' }
const due = (at: string, timing: Partial<Parameters<typeof dueAt>[1]>) => dueAt(new Date(at), { ...rule, ...timing }).toISOString()

// worked out by hand: Oslo is UTC+1 in winter and UTC+2 in summer (IANA time zone database)
it.each([
  ['at once', '2026-11-29T10:00:00Z', {}, '2026-11-29T10:00:00.000Z'],
  ['with the digest of the day', '2026-11-29T05:00:00Z', { digestAt: '08:30' }, '2026-11-29T07:30:00.000Z'],
  ['with that of the next day', '2026-11-29T10:00:00Z', { digestAt: '08:30' }, '2026-11-30T07:30:00.000Z'],
  ['after quiet hours over midnight', '2026-11-29T22:30:00Z', { quietFrom: '22:00', quietTo: '07:00' }, '2026-11-30T06:00:00.000Z'],
  ['after quiet hours, in the early morning', '2026-11-30T02:00:00Z', { quietFrom: '22:00', quietTo: '07:00' }, '2026-11-30T06:00:00.000Z'],
  ['at the end of quiet hours', '2026-11-30T06:00:00Z', { quietFrom: '22:00', quietTo: '07:00' }, '2026-11-30T06:00:00.000Z'],
  ['after a quiet noon', '2026-11-30T11:10:00Z', { quietFrom: '12:00', quietTo: '13:00' }, '2026-11-30T12:00:00.000Z'],
  ['over the end of summer time', '2026-10-24T20:30:00Z', { digestAt: '08:30' }, '2026-10-25T07:30:00.000Z'],
])('%s', (_, at, timing, expected) => expect(due(at, timing)).toBe(expected))

it('a zone that is none is UTC', () =>
  expect(due('2026-11-29T10:00:00Z', { digestAt: '12:00', zone: 'Nowhere/None' })).toBe('2026-11-29T12:00:00.000Z'))
