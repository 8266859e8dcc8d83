import type { FaultCode } from '../result.js'
import type { KnownDialect } from './dialects.js'
import type { RawCase } from './raw.js'
import { isMochaHook } from '../mocha/hook-name.js'

interface PseudoTest {
  code: FaultCode
  /** The only runner that writes it; any, if it is not told. */
  of?: string
  /** True when the test case stands for something that is no test. */
  matches(sight: PseudoSight): boolean
}

interface PseudoSight {
  name: string
  classname: string
  text: string
}

/**
 * Test cases that are no tests: reporters write load errors and hooks as if they were. Read off real files, but for those
 * marked; a failing one becomes a fault, a passing or skipped one is dropped.
 */
const PSEUDO_TESTS: readonly PseudoTest[] = [
  // unittest: setUpClass (module.Class), classname empty
  { code: 'hook', matches: ({ name, classname }) => classname === '' && /^(setUp|tearDown)(Class|Module) \(/.test(name) },
  { code: 'load', matches: ({ classname }) => classname === 'unittest.loader._FailedTest' },
  // pytest: a module that could not be imported
  { code: 'load', of: 'pytest', matches: ({ text }) => /^collection failure/.test(text) },
  // nose2: `setUpClass (module` as class; a module that could not be imported
  { code: 'hook', of: 'nose2', matches: ({ classname }) => /^(setUp|tearDown)(Class|Module) \(/.test(classname) },
  { code: 'load', of: 'nose2', matches: ({ classname }) => /^nose2\.loader\.\w*Failure$/.test(classname) },
  // pytest itself broke off
  { code: 'crash', of: 'pytest', matches: ({ name, classname }) => classname === 'pytest' && name === 'internal' },
  // mocha: "before all" hook for "admits one"
  { code: 'hook', matches: ({ name }) => isMochaHook(name) },
  // TestNG's older reporter: @BeforeClass powerUp
  {
    code: 'hook',
    of: 'testng',
    matches: ({ name }) => /^@(Before|After)(Suite|Test|Groups|Class|Method) /.test(name),
  },
  // Cucumber: a hook of the whole run has no feature
  { code: 'hook', of: 'cucumber', matches: ({ classname }) => classname === '' },
  // Go: TestMain stands for the package
  { code: 'hook', of: 'go', matches: ({ name }) => name === 'TestMain' },
  // prove: the harness's own points
  { code: 'suite', of: 'tap', matches: ({ name }) => name === '(init)' || name === '(teardown)' },
  // node:test: a file that did not load is named by its absolute path
  { code: 'load', of: 'node:test', matches: ({ name }) => /^(\/|[A-Za-z]:\\).*\.[cm]?[jt]sx?$/.test(name) },
  // JUnit 4 class initialisation and class hooks as build tools name them: common practice, no source
  { code: 'load', matches: ({ name }) => name === 'initializationError' },
  { code: 'hook', matches: ({ name, text }) => name === 'classMethod' && text !== '' },
  // JavaScript runners whose whole file failed: common practice, no source
  {
    code: 'load',
    matches: ({ name, classname }) => name === 'Test suite failed to run' || classname === 'Test suite failed to run',
  },
  { code: 'hook', matches: ({ name }) => name.includes('Test execution failure: could be caused by test hooks') },
  // Go by other reporters, and suite hooks of a Go framework: from memory
  { code: 'load', matches: ({ name }) => /^\[(build|setup) failed\]$/.test(name) },
  { code: 'hook', matches: ({ name }) => /^\[(Synchronized)?(Before|After|ReportBefore|ReportAfter)Suite\]/.test(name) },
  // Bats: hooks of a file or suite: from memory
  { code: 'hook', matches: ({ name }) => /^(setup_file|teardown_file|setup_suite|teardown_suite) failed/.test(name) },
  { code: 'load', matches: ({ name }) => name === 'bats-gather-tests' },
]

const byFramework = new Map<string | null, PseudoTest[]>()

function pseudoTestsOf(framework: string | null): PseudoTest[] {
  let own = byFramework.get(framework)
  if (!own) byFramework.set(framework, (own = PSEUDO_TESTS.filter(({ of }) => of === undefined || of === framework)))
  return own
}

/** The kind of fault a test case stands for, or null for a real test. `failing` says whether it went wrong. */
export function pseudoTest(test: RawCase, dialect: KnownDialect, failing: boolean): FaultCode | null {
  const { name, classname } = test
  const [first] = test.outcomes
  const sight: PseudoSight = { name, classname, text: first ? (first.message ?? first.text) : '' }
  const known = pseudoTestsOf(dialect.framework).find((pseudo) => pseudo.matches(sight))
  if (known) return known.code
  if (!failing) return null
  if (name === '') return 'hook' // a class-level error: the reporter has no test to name
  if (name !== classname || name !== test.suites.at(-1)?.name) return null
  return looksLikeFile(name) ? 'load' : 'hook'
}

const looksLikeFile = (name: string) => /\.[A-Za-z]{1,4}$/.test(name) && (name.includes('/') || /\.(test|spec)\./.test(name))
