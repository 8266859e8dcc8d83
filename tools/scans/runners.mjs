// What runners themselves list for a tree. Each answers `{ file, name }` for each test: the file below the tree, or null where the runner
// does not say, and the name with its suites, parted by `between`.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { isAbsolute, join, relative } from 'node:path'
import { ROOT } from '../lib/process.mjs'

const bin = (name) => join(ROOT, 'node_modules', '.bin', name)

/** @throws Error where the program cannot be run, or says nothing on its output */
function output(program, args, tree, more = {}) {
  const { stdout, stderr, error } = spawnSync(program, args, {
    cwd: tree,
    encoding: 'utf8',
    maxBuffer: 1e9,
    ...more,
    env: { ...process.env, ...more.env },
  })
  if (error) throw new Error(`${program} can’t be run here: ${error.code}`)
  if (stdout.trim() === '') throw new Error(`${program} listed nothing: ${stderr.slice(0, 500)}`)
  return stdout
}

const below = (tree, path) => (isAbsolute(path) ? relative(tree, path) : path)
const jsonIn = (text) => JSON.parse(text.slice(text.search(/[[{]/)))

function vitest(tree) {
  const rows = jsonIn(output(bin('vitest'), ['list', '--json'], tree))
  return rows.map(({ name, file }) => ({ file: below(tree, file), name }))
}

function playwright(tree) {
  const { config, suites } = jsonIn(output(bin('playwright'), ['test', '--list', '--reporter=json'], tree))
  const found = new Map()
  const visit = ({ title, file, specs = [], suites: inner = [] }, names) => {
    const own = title === file ? names : [...names, title]
    for (const spec of specs) {
      const path = below(tree, join(config.rootDir, spec.file))
      const name = [...own, spec.title].join(' › ')
      // once for each browser project
      found.set(`${path} ${name}`, { file: path, name })
    }
    for (const suite of inner) visit(suite, own)
  }
  for (const suite of suites) visit(suite, [])
  return [...found.values()]
}

/** It has no list: the tests are run. */
function jest(tree) {
  const { testResults } = jsonIn(output(bin('jest'), ['--json', '--rootDir', tree], tree))
  return testResults.flatMap(({ name: path, assertionResults }) =>
    assertionResults.map(({ ancestorTitles, title }) => ({ file: below(tree, path), name: [...ancestorTitles, title].join(' › ') })),
  )
}

function mocha(tree) {
  const hasDefault = existsSync(join(tree, 'test')) || readdirSync(tree).some((name) => name.startsWith('.mocharc'))
  const where = hasDefault ? ['--recursive'] : ['**/*.{spec,test}.{js,cjs,mjs}']
  const { tests } = jsonIn(output(bin('mocha'), ['--dry-run', '--reporter', 'json', ...where], tree))
  return tests.map(({ file, fullTitle }) => ({ file: below(tree, file), name: fullTitle }))
}

function cucumber(tree) {
  const folder = mkdtempSync(join(tmpdir(), 'scans-'))
  try {
    const file = join(folder, 'list.ndjson')
    spawnSync(bin('cucumber-js'), ['--dry-run', '--format', `message:${file}`], { cwd: tree, encoding: 'utf8' })
    if (!existsSync(file)) throw new Error('cucumber-js listed nothing')
    const messages = readFileSync(file, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))
    const suites = new Map()
    const visit = (children, names) => {
      for (const { rule, scenario } of children) {
        if (rule) visit(rule.children, [...names, rule.name])
        if (scenario) suites.set(scenario.id, names)
      }
    }
    for (const { gherkinDocument } of messages) visit(gherkinDocument?.feature?.children ?? [], [gherkinDocument?.feature?.name])
    return messages.flatMap(({ pickle }) =>
      pickle ? [{ file: below(tree, pickle.uri), name: [...(suites.get(pickle.astNodeIds[0]) ?? []), pickle.name].join(' › ') }] : [],
    )
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

function pytest(tree) {
  const text = output('pytest', ['--collect-only', '-q', '-p', 'no:cacheprovider', '--continue-on-collection-errors'], tree)
  return text
    .split('\n')
    .filter((line) => line.includes('::'))
    .map((line) => {
      const [file, ...names] = line.trim().split('::')
      return { file, name: names.join('::') }
    })
}

function phpunit(tree) {
  return output('phpunit', ['--list-tests'], tree)
    .split('\n')
    .flatMap((line) => {
      const [, name] = /^ - (.*)$/.exec(line) ?? []
      return name ? [{ file: null, name }] : []
    })
}

function rspec(tree) {
  const { examples } = jsonIn(output('rspec', ['--dry-run', '--format', 'json'], tree))
  return examples.map(({ file_path: file, full_description: name }) => ({ file: file.replace(/^\.\//, ''), name }))
}

function go(tree) {
  return output('go', ['test', '-list', '.', './...'], tree)
    .split('\n')
    .filter((line) => /^(Test|Fuzz|Example)/.test(line))
    .map((name) => ({ file: null, name }))
}

/** The runners that can be asked: what they call the tests of which frameworks. */
export const RUNNERS = {
  vitest: { list: vitest, between: ' > ', frameworks: ['vitest'] },
  playwright: { list: playwright, between: ' › ', frameworks: ['playwright'] },
  jest: { list: jest, between: ' › ', frameworks: ['jest'] },
  mocha: { list: mocha, between: ' ', frameworks: ['mocha'] },
  cucumber: { list: cucumber, between: ' › ', frameworks: ['cucumber', 'gherkin'] },
  pytest: { list: pytest, between: '::', frameworks: ['pytest', 'unittest'] },
  phpunit: { list: phpunit, between: '::', frameworks: ['phpunit'] },
  rspec: { list: rspec, between: ' ', frameworks: ['rspec'] },
  go: { list: go, between: '/', frameworks: ['go'] },
}
