/** How the scripts of a source tree and runner are run by an agent. Commands are lines for `sh`, with places in braces. */
export interface RecipeText {
  /** What scans call the framework of its scripts. */
  framework: string
  /** Before the tests, each in the working folder; empty lines are left out. */
  prepare: string
  command: string
  /** Always, also after a stop or a failure. */
  cleanUp: string
  /** Where result files are written, as patterns from the working folder; none where a reporter tells them. */
  results: string
  /** What an agent must have. */
  labels: string[]
  /** Whether the tests of a file stay together, because the runner takes files. */
  wholeFiles: boolean
}

/** What stands in the places of a command. */
export interface RecipeValues {
  /** Paths of source files. */
  files: readonly string[]
  /** The tests, as their runner names them; `pattern` fits the full name of one that is made at run time. */
  tests: readonly { file: string; suites: readonly string[]; name: string; pattern: string | null }[]
  /** Keys of the cases that they verify. */
  keys: readonly string[]
  /** A folder for result files, which is there and empty. */
  results: string
}

export const RECIPE_PLACES = ['files', 'names', 'titles', 'ids', 'keys', 'results', 'classes'] as const
export type RecipePlace = (typeof RECIPE_PLACES)[number]

/** Places of a command that nothing stands for. */
export function unknownPlaces(command: string): string[] {
  return [...command.matchAll(/\{([a-zA-Z]+)\}/g)].flatMap(([, name = '']) =>
    (RECIPE_PLACES as readonly string[]).includes(name) ? [] : [name],
  )
}

/**
 * Fills the places of a command, each value quoted for `sh`: `{files}` and `{ids}` are words, `{names}` one regular expression that fits the
 * full names of all tests, `{titles}` one for their own names without those of their suites, `{keys}` a list with commas, `{classes}` Java's `Class#method` with commas, `{results}` the folder for result files.
 */
export function commandOf(command: string, values: RecipeValues): string {
  return command.replace(/\{([a-zA-Z]+)\}/g, (whole, name: string) => {
    switch (name as RecipePlace) {
      case 'files':
        return values.files.map(asPath).map(shellQuoted).join(' ')
      case 'names':
        return shellQuoted(namesPattern(values.tests))
      case 'titles':
        return shellQuoted(namesPattern(values.tests.map((test) => ({ ...test, suites: [] }))))
      case 'ids':
        return values.tests.map(({ file, suites, name: test }) => shellQuoted([asPath(file), ...suites, test].join('::'))).join(' ')
      case 'classes':
        return shellQuoted(
          values.tests
            .map(javaMethod)
            .filter((one) => one !== null)
            .join(','),
        )
      case 'keys':
        return shellQuoted(values.keys.join(','))
      case 'results':
        return shellQuoted(values.results)
      default:
        return whole
    }
  })
}

/** A file is never taken for an option. */
const asPath = (file: string): string => (/^\.{0,2}\//.test(file) ? file : `./${file}`)

/** Names that Java can have: in a list of tests, others would be patterns, or take tests out. */
const JAVA_NAME = /^[\p{L}_$][\p{L}\p{N}_$.]*$/u

function javaMethod({ suites, name }: RecipeValues['tests'][number]): string | null {
  const method = name.replace(/\(.*$/s, '')
  return [...suites, method].every((word) => JAVA_NAME.test(word)) ? `${suites.join('$')}#${method}` : null
}

/** A word that `sh` takes as it is. @throws Error for one with a zero byte, which no command can have */
export function shellQuoted(word: string): string {
  if (word.includes('\0')) throw new Error('A zero byte can stand in no command')
  return /^[\w./:=@%+,-]+$/.test(word) ? word : `'${word.replaceAll("'", `'\\''`)}'`
}

/** Above so many characters a pattern names no test, and the whole files run. */
const MOST_PATTERN = 60_000

function namesPattern(tests: RecipeValues['tests']): string {
  const names = tests.map(({ suites, name, pattern }) => pattern?.replace(/^\^|\$$/g, '') ?? escaped([...suites, name].join(' ')))
  const pattern = `(${[...new Set(names)].join('|')})$`
  return pattern.length > MOST_PATTERN ? '.*' : pattern
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')

/** What ships: a beginning for each runner, copied into a project and changed there. */
export const RECIPE_TEMPLATES: readonly (RecipeText & { name: string })[] = [
  {
    name: 'node:test',
    framework: 'node-test',
    prepare: '',
    command: 'node --test --test-reporter=junit --test-reporter-destination={results}/node.xml --test-name-pattern={titles} {files}',
    cleanUp: '',
    results: '',
    labels: ['node'],
    wholeFiles: true,
  },
  {
    name: 'Vitest',
    framework: 'vitest',
    prepare: '',
    command: 'npx vitest run --reporter=default --reporter=junit --outputFile.junit={results}/vitest.xml -t {names} {files}',
    cleanUp: '',
    results: '',
    labels: ['node'],
    wholeFiles: true,
  },
  {
    name: 'Jest',
    framework: 'jest',
    prepare: '',
    command: 'npx jest --json --outputFile={results}/jest.json -t {names} --runTestsByPath {files}',
    cleanUp: '',
    results: '',
    labels: ['node'],
    wholeFiles: true,
  },
  {
    name: 'Mocha',
    framework: 'mocha',
    prepare: '',
    command: 'npx mocha --reporter json --reporter-option output={results}/mocha.json --grep {names} {files}',
    cleanUp: '',
    results: '',
    labels: ['node'],
    wholeFiles: true,
  },
  {
    name: 'Playwright',
    framework: 'playwright',
    prepare: '',
    command: 'PLAYWRIGHT_JUNIT_OUTPUT_FILE={results}/playwright.xml npx playwright test --reporter=line,junit --grep {names} {files}',
    cleanUp: '',
    results: '',
    labels: ['node', 'browser'],
    wholeFiles: true,
  },
  {
    name: 'Cucumber',
    framework: 'cucumber',
    prepare: '',
    command: 'npx cucumber-js --format message:{results}/messages.ndjson --name {names} {files}',
    cleanUp: '',
    results: '',
    labels: ['node'],
    wholeFiles: true,
  },
  {
    name: 'pytest',
    framework: 'pytest',
    prepare: '',
    command: 'python3 -m pytest --junit-xml={results}/pytest.xml {ids}',
    cleanUp: '',
    results: '',
    labels: ['python'],
    wholeFiles: false,
  },
  {
    name: 'JUnit by Maven',
    framework: 'junit5',
    prepare: '',
    // a module without any of the tests is no failure
    command: 'mvn -B -Dtest={classes} -DfailIfNoTests=false -Dsurefire.failIfNoSpecifiedTests=false test',
    cleanUp: '',
    // the folder of reports can't be set from the command line
    results: '**/target/surefire-reports/TEST-*.xml',
    labels: ['java', 'maven'],
    wholeFiles: false,
  },
]
