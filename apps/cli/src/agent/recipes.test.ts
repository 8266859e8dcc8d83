import { commandOf, RECIPE_TEMPLATES, readResultFile, isFailing } from '@bobbin/core'
import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'
import { filesIn, patternFiles } from './result-files.js'

const ROOT = fileURLToPath(new URL('../../../../', import.meta.url))
const KEPT: string[] = []
afterAll(() => KEPT.forEach((folder) => rmSync(folder, { recursive: true, force: true })))

interface Project {
  runner: string
  files: Record<string, string>
  file: string
  suites: string[]
  /** What the tests are called: the first passes, the second fails. */
  names?: [string, string]
  /** A way to ask whether the runner can be had; it is left out where it can't. */
  needs?: string[]
}

const js = (importing: string, suite: string) => `${importing}
${suite}('Gate', () => {
  test('opens at noon (12:00)', () => {})
  test('ramp lowers', () => { throw new Error('it sticks') })
  test('was not asked for', () => { throw new Error('never') })
})
`
const DEBIAN = '/usr/share/maven-repo'
const NAMES: [string, string] = ['opens at noon (12:00)', 'ramp lowers']

const PROJECTS: Project[] = [
  {
    runner: 'node:test',
    file: 'gate.test.mjs',
    suites: ['Gate'],
    files: { 'gate.test.mjs': js(`import { describe, test } from 'node:test'`, 'describe') },
  },
  {
    runner: 'Vitest',
    file: 'gate.test.js',
    suites: ['Gate'],
    files: { 'gate.test.js': js(`import { describe, test } from 'vitest'`, 'describe'), 'vitest.config.js': 'export default {}' },
  },
  {
    runner: 'Jest',
    file: 'gate.test.js',
    suites: ['Gate'],
    files: { 'gate.test.js': js('', 'describe'), 'package.json': '{"jest": {"transform": {}}}' },
  },
  { runner: 'Mocha', file: 'gate.spec.cjs', suites: ['Gate'], files: { 'gate.spec.cjs': js('const test = it', 'describe') } },
  {
    runner: 'Playwright',
    file: 'gate.spec.js',
    suites: ['Gate'],
    files: {
      'gate.spec.js': js(`const { test } = require('@playwright/test')`, 'test.describe'),
      'playwright.config.js': 'module.exports = {}',
      'package.json': '{"type": "commonjs"}',
    },
  },
  {
    runner: 'Cucumber',
    file: 'features/gate.feature',
    suites: [],
    files: {
      'features/gate.feature': `Feature: Gate
  Scenario: opens at noon (12:00)
    Given it is noon
  Scenario: ramp lowers
    Given it sticks
  Scenario: was not asked for
    Given it sticks
`,
      'features/steps.cjs': `const { Given } = require('@cucumber/cucumber')
Given('it is noon', () => {})
Given('it sticks', () => { throw new Error('it sticks') })
`,
      'cucumber.cjs': `module.exports = { default: { require: ['features/steps.cjs'] } }`,
      'package.json': '{"type": "commonjs"}',
    },
  },
  {
    runner: 'pytest',
    file: 'test_gate.py',
    suites: ['TestGate'],
    names: ['test_opens', 'test_ramp'],
    needs: ['python3', '-m', 'pytest', '--version'],
    files: {
      'test_gate.py': `class TestGate:
    def test_opens(self):
        pass

    def test_ramp(self):
        assert False, "it sticks"

    def test_was_not_asked_for(self):
        assert False, "never"
`,
    },
  },
  {
    runner: 'JUnit by Maven',
    file: 'src/test/java/ferry/GateTest.java',
    suites: ['GateTest'],
    names: ['opensAtNoon', 'rampLowers'],
    // Debian's own repository of Maven: nothing is fetched
    needs: [
      'sh',
      '-c',
      `mvn --version && ls ${DEBIAN}/org/junit/jupiter/junit-jupiter ${DEBIAN}/org/apache/maven/plugins/maven-surefire-plugin/2.22.3`,
    ],
    files: {
      'src/test/java/ferry/GateTest.java': `package ferry;
import org.junit.jupiter.api.*;
class GateTest {
  @Test void opensAtNoon() {}
  @Test void rampLowers() { Assertions.fail("it sticks"); }
  @Test void wasNotAskedFor() { Assertions.fail("never"); }
}
`,
      'pom.xml': `<project xmlns="http://maven.apache.org/POM/4.0.0">
  <modelVersion>4.0.0</modelVersion>
  <groupId>ferry</groupId><artifactId>gate</artifactId><version>1</version>
  <properties><maven.compiler.source>17</maven.compiler.source><maven.compiler.target>17</maven.compiler.target></properties>
  <dependencies><dependency><groupId>org.junit.jupiter</groupId><artifactId>junit-jupiter</artifactId><version>5.9.2</version></dependency></dependencies>
  <build><plugins>
    <plugin><artifactId>maven-resources-plugin</artifactId><version>3.3.0</version></plugin>
    <plugin><artifactId>maven-compiler-plugin</artifactId><version>3.10.1</version></plugin>
    <plugin><artifactId>maven-surefire-plugin</artifactId><version>2.22.3</version></plugin>
  </plugins></build>
</project>
`,
      'settings.xml': `<settings><mirrors><mirror><id>debian</id><url>file://${DEBIAN}</url><mirrorOf>*</mirrorOf></mirror></mirrors></settings>`,
      '.mvn/maven.config': '-s\nsettings.xml\n-Dmaven.repo.local=m2\n',
    },
  },
]

const can = (needs: readonly string[] | undefined): boolean => !needs || spawnSync(needs[0] ?? '', needs.slice(1)).status === 0

/** Runs the shipped recipe of a runner for two of three tests. @returns what its result file says of those that ran */
function run({ runner, files, file, suites, names = NAMES }: Project): Record<string, 'passed' | 'red'> {
  const folder = mkdtempSync(join(ROOT, '.bobbin-recipe-'))
  KEPT.push(folder)
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, name)), { recursive: true })
    writeFileSync(join(folder, name), text)
  }
  const results = join(folder, 'results')
  mkdirSync(results)
  const template = RECIPE_TEMPLATES.find(({ name }) => name === runner)
  const tests = names.map((name) => ({ file, suites, name, pattern: null }))
  const line = commandOf(template?.command ?? '', { files: [file], tests, keys: [], results })
  const env = Object.fromEntries(
    Object.entries(process.env).filter(([name]) => !/^(VITEST|NODE_V8|NODE_OPTIONS|TEST|JEST|npm_)/.test(name)),
  )
  const ran = spawnSync('/bin/sh', ['-c', line], { cwd: folder, env, encoding: 'utf8', timeout: 120_000 })
  // as an agent finds them: in the folder for results, or where the recipe says that the runner writes them
  const [written] = [...filesIn(results), ...patternFiles(template?.results ?? '', folder, 0)]
  if (written === undefined) throw new Error(`${line} wrote no result file: ${ran.stdout}${ran.stderr}`)
  const { results: read } = readResultFile(readFileSync(written))
  // some put the suites before the name; whether an error thrown is a failure or an error each runner says in its own way
  const plain = (name: string) => names.find((one) => name === one || name.endsWith(` ${one}`)) ?? name
  return Object.fromEntries(
    read.filter(({ outcome }) => outcome !== 'skipped').map(({ name, outcome }) => [plain(name), isFailing(outcome) ? 'red' : 'passed']),
  )
}

describe('a shipped recipe runs its runner for real', { timeout: 180_000 }, () => {
  it.each(PROJECTS.filter(({ needs }) => can(needs)).map((project) => [project.runner, project] as const))('%s', (_, project) => {
    const [passes, fails] = project.names ?? NAMES
    expect(run(project)).toEqual({ [passes]: 'passed', [fails]: 'red' })
  })
})
