import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../registry.js'

const SAMPLES = new URL('../samples/', import.meta.url)

/** The runner that wrote each folder of samples; null for those that are read as anybody's. */
const WRITTEN_BY: Record<string, string | null> = {
  bats: null,
  catch2: null,
  'jest-junit': null,
  nose2: 'nose2',
  phpunit: null,
  rspec: 'rspec',
  ctest: 'ctest',
  cucumber: 'cucumber',
  gotestsum: 'go',
  gtest: 'googletest',
  mocha: 'mocha',
  'node-test': 'node:test',
  playwright: 'playwright',
  prove: 'tap',
  pytest: 'pytest',
  surefire: 'surefire',
  testng: 'testng',
  unittest: 'unittest',
  vitest: 'vitest',
}

describe('the writer of a file is known by the file alone', () => {
  it.each(
    readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.endsWith('.xml') && !file.endsWith('testng-results.xml') && !file.includes('-written'),
    ),
  )('%s', (file) => {
    const runner = Object.keys(WRITTEN_BY).find((name) => file.startsWith(name)) ?? ''
    const { framework } = readResultFile(readFileSync(new URL(file, SAMPLES)))
    expect(framework).toBe(WRITTEN_BY[runner])
  })

  it('is nobody in particular for a plain file', () => {
    expect(
      readResultFile(new TextEncoder().encode('<testsuite name="a"><testcase name="b" classname="c"/></testsuite>')).framework,
    ).toBeNull()
  })
})

describe('what only some writers mean', () => {
  const read = (xml: string) => readResultFile(new TextEncoder().encode(xml))
  const playwright = (test: string) =>
    read(
      `<testsuites id="" name="" tests="1" failures="0" skipped="1" errors="0" time="1"><testsuite name="a.spec.ts" hostname="kiosk">${test}</testsuite></testsuites>`,
    )

  it('a skipped test without an annotation did not run, in Playwright', () => {
    expect(playwright('<testcase name="x" classname="a.spec.ts"><skipped/></testcase>').results[0]).toMatchObject({
      outcome: 'notRun',
      profile: 'kiosk',
    })
    const wanted =
      '<testcase name="x" classname="a.spec.ts"><properties><property name="skip" value="winter"/></properties><skipped/></testcase>'
    expect(playwright(wanted).results[0]).toMatchObject({ outcome: 'skipped', attempts: [{ reason: 'winter' }] })
  })

  it('a host name is a machine and no profile elsewhere', () => {
    expect(read('<testsuite name="s" hostname="ferry-ci"><testcase name="x"/></testsuite>').results[0]?.profile).toBeNull()
  })

  it('a class name that is a file is the source file', () => {
    expect(playwright('<testcase name="x" classname="deck/axle-load.spec.ts"/>').results[0]?.sourceFile).toBe('deck/axle-load.spec.ts')
    expect(read('<testsuite name="s"><testcase name="x" classname="ferry.FareTest"/></testsuite>').results[0]?.sourceFile).toBeNull()
  })

  it('steps that Cucumber could not judge are errors, and the output says which', () => {
    const file = read(
      '<testsuite name="Cucumber" time="1" tests="1"><testcase classname="Fares" name="a"><failure/><system-out>Given a ferry........passed\nWhen it sings........undefined</system-out></testcase></testsuite>',
    )
    expect(file.results[0]).toMatchObject({
      outcome: 'errored',
      attempts: [{ failures: [{ message: 'Step is undefined: When it sings' }] }],
    })
  })
})
