import { execFileSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { forecast, misfitOf, type Worker } from './forecast.js'
import { closedAt, windowsWithin } from './maintenance.js'
import { commandOf, RECIPE_TEMPLATES, shellQuoted, unknownPlaces } from './recipes.js'
import { MASK, masker } from './secrets.js'

const quay = (id: number, more: Partial<Worker> = {}): Worker => ({
  id,
  name: `quay-${id}`,
  labels: ['node'],
  profiles: [],
  poolId: null,
  freeIn: 0,
  costPerMinute: 0.02,
  ...more,
})
const needs = { labels: ['node'], profile: null, poolId: null }

describe('what an agent can take', () => {
  it('names what it lacks', () => {
    expect(misfitOf(needs, quay(1))).toBeNull()
    expect(misfitOf({ ...needs, labels: ['node', 'browser'] }, quay(1))).toEqual({ code: 'labels', missing: ['browser'] })
    expect(misfitOf({ ...needs, profile: 'phone' }, quay(1, { profiles: ['desktop'] }))).toEqual({ code: 'profile' })
    expect(misfitOf({ ...needs, profile: 'phone' }, quay(1))).toBeNull()
    expect(misfitOf({ ...needs, poolId: 2 }, quay(1))).toEqual({ code: 'pool' })
  })
})

describe('a forecast', () => {
  const load = { cell: 1, name: 'smoke', needs, units: [60_000, 60_000, 120_000], most: null, setupMs: 0 }
  it('spreads the work over who fits, says when it ends, and what it costs', () => {
    const { endMs, boundMs, machineMs, cost, unplaced } = forecast([load], [quay(1), quay(2)])
    expect({ endMs, boundMs, machineMs }).toEqual({ endMs: 120_000, boundMs: 120_000, machineMs: 240_000 })
    expect(cost).toBeCloseTo(0.08)
    expect(unplaced).toEqual([])
  })

  it('waits for who is busy, and never ends before its bound', () => {
    const late = forecast([load], [quay(1, { freeIn: 30_000 })])
    expect(late.endMs).toBe(270_000)
    expect(late.boundMs).toBeLessThanOrEqual(late.endMs)
  })

  it('names what could not be placed, and why', () => {
    const browser = { ...load, needs: { ...needs, labels: ['node', 'browser'] } }
    expect(forecast([browser], [quay(1)]).unplaced).toEqual([{ load: 0, reason: { code: 'labels', missing: ['browser'] } }])
    expect(forecast([load], []).unplaced).toEqual([{ load: 0, reason: { code: 'noAgents' } }])
  })
})

describe('commands of recipes', () => {
  const values = {
    files: ['tests/a b.test.js', 'tests/c.test.js'],
    tests: [{ file: 'tests/c.test.js', suites: ['Fares'], name: "takes a child's fare (half)", pattern: null }],
    keys: ['FERRY-101', 'FERRY-102'],
    results: '/tmp/results',
  }
  it('fills each place, quoted for the shell', () => {
    expect(commandOf('run {files} --grep {names} --keys {keys} --out={results}/x.xml', values)).toBe(
      `run './tests/a b.test.js' ./tests/c.test.js --grep '(Fares takes a child'\\''s fare \\(half\\))$' --keys FERRY-101,FERRY-102 --out=/tmp/results/x.xml`,
    )
  })

  it('names tests without their suites, where a runner looks at those alone', () => {
    expect(commandOf('{titles}', values)).toBe(`'(takes a child'\\''s fare \\(half\\))$'`)
  })

  it('takes the pattern of a name that is made at run time', () => {
    const tests = [{ file: 'a', suites: [], name: 'adds %i', pattern: '^adds .*$' }]
    expect(commandOf('{names}', { ...values, tests })).toBe("'(adds .*)$'")
  })

  it.each(["it's", 'a b', '$(reboot)', '`id`', 'a;b', '', '\\', '"', 'new\nline', '--flag', 'é'])(
    '%j reaches a shell as one word',
    (word) => {
      // the judge is the shell itself
      expect(execFileSync('/bin/sh', ['-c', `printf %s ${shellQuoted(word)}`], { encoding: 'utf8' })).toBe(word)
    },
  )

  it('knows which places there are, and uses no others in what ships', () => {
    expect(unknownPlaces('run {files} {nothing}')).toEqual(['nothing'])
    for (const { command } of RECIPE_TEMPLATES) expect(unknownPlaces(command)).toEqual([])
  })
})

describe('secrets in output', () => {
  const secret = 'tide-Över-42?'
  const { mask } = masker([secret, 'abc'])
  it.each([
    // as general libraries and languages write them: Python's html.escape, xml.sax.saxutils and json.dumps, Node's Buffer and URLSearchParams
    ['XML, text', 'key=a&lt;b&amp;c "d" \'e\' ø/'],
    ['XML, attribute', 'key=a&lt;b&amp;c &quot;d&quot; &apos;e&apos; ø/'],
    ['HTML, Python', 'key=a&lt;b&amp;c &quot;d&quot; &#x27;e&#x27; ø/'],
    ['XML, ASCII', 'key=a&lt;b&amp;c "d" \'e\' &#248;/'],
    ['a form', `key=${new URLSearchParams({ k: 'a<b&c "d" \'e\' ø/' }).toString().slice(2)}`],
    ['an address', `key=${encodeURIComponent('a<b&c "d" \'e\' ø/')}`],
    ['an address in small letters', `key=${encodeURIComponent('a<b&c "d" \'e\' ø/').toLowerCase()}`],
    ['JSON', `key=${JSON.stringify('a<b&c "d" \'e\' ø/').slice(1, -1)}`],
    ['JSON, ASCII', 'key=a<b&c \\"d\\" \'e\' \\u00f8/'],
    ['JSON in JSON', `key=${JSON.stringify(JSON.stringify('a<b&c "d" \'e\' ø/')).slice(3, -3)}`],
    ['hexadecimal', `key=${Buffer.from('a<b&c "d" \'e\' ø/').toString('hex')}`],
    ['HEXADECIMAL', `key=${Buffer.from('a<b&c "d" \'e\' ø/').toString('hex').toUpperCase()}`],
  ])('are hidden in %s', (_, text) => expect(masker(['a<b&c "d" \'e\' ø/']).mask(text)).toBe(`key=${MASK}`))
  it('are hidden as they are, in addresses, and in base64 at every alignment', () => {
    expect(mask(`key=${secret}!`)).toBe(`key=${MASK}!`)
    expect(mask(`?key=${encodeURIComponent(secret)}`)).toBe(`?key=${MASK}`)
    for (const lead of ['', 'u', 'us', 'user:']) {
      const masked = mask(Buffer.from(`${lead}${secret}`).toString('base64'))
      expect(masked).toContain(MASK)
      expect(Buffer.from(masked.replace(MASK, ''), 'base64').toString()).not.toContain('Över')
    }
  })

  it('are not looked for where they are too short to be told from other text', () => {
    expect(mask('abc')).toBe('abc')
  })
})

describe('maintenance', () => {
  const night = {
    note: 'database copy',
    minutes: 120,
    recurrence: { rule: 'FREQ=WEEKLY;BYDAY=WE', start: '2026-11-25T05:00:00', zone: 'Europe/Oslo' },
  }
  it('closes once, or again and again', () => {
    expect(closedAt([night], new Date('2026-12-02T05:30:00Z'))?.note).toBe('database copy')
    expect(closedAt([night], new Date('2026-12-02T06:00:00Z'))).toBeNull()
    expect(closedAt([{ note: 'once', minutes: 10, at: '2026-12-01T10:00:00Z' }], new Date('2026-12-01T10:05:00Z'))?.note).toBe('once')
    expect(windowsWithin([night], new Date('2026-12-01T00:00:00Z'), new Date('2026-12-15T00:00:00Z'))).toHaveLength(2)
  })
})
