// Suites that others wrote, and how their runners are asked for result files.
import { execFileSync, spawnSync } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { ROOT } from '../lib/process.mjs'

const apt = (...packages) => {
  const missing = packages.filter((name) => spawnSync('dpkg', ['-s', name], { stdio: 'ignore' }).status !== 0)
  if (missing.length > 0) execFileSync('apt-get', ['install', '-y', '--no-install-recommends', ...missing], { stdio: 'ignore' })
}

/** Runs a suite; that tests fail is no fault of ours. */
function call(program, args, options = {}) {
  const { error, stdout } = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 1 << 30, timeout: 15 * 60_000, ...options })
  if (error) throw error
  return stdout ?? ''
}

const filesIn = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
    .map((path) => ({ path, name: relative(folder, path) }))

/** The files of one run below the folder of results. */
const results = (folder, root, counted = null) => ({ files: filesIn(join(folder, 'results')), root, counted })

export const SUITES = {
  /** CPython's own tests, by its own runner. */
  python: {
    install() {
      apt('python3')
      const version = call('/usr/bin/python3', ['-c', 'import sys; print("%d.%d" % sys.version_info[:2])']).trim()
      apt(`libpython${version}-testsuite`)
    },
    run(folder) {
      mkdirSync(join(folder, 'results'))
      const tests = [
        'test_bool',
        'test_int',
        'test_list',
        'test_dict',
        'test_set',
        'test_json',
        'test_string',
        'test_unittest',
        'test_enum',
        'test_datetime',
      ]
      call('/usr/bin/python3', ['-m', 'test', '--junit-xml', join(folder, 'results/python.xml'), ...tests], { cwd: folder })
      return results(folder, null)
    },
  },
  /** numpy's tests, as Debian packs them, by pytest. */
  numpy: {
    install: () => apt('python3-numpy', 'python3-pytest', 'python3-hypothesis'),
    run(folder) {
      mkdirSync(join(folder, 'results'))
      const said = call(
        '/usr/bin/python3',
        [
          '-m',
          'pytest',
          '-q',
          '-p',
          'no:cacheprovider',
          '--pyargs',
          'numpy.lib',
          'numpy.ma',
          'numpy.linalg',
          `--junitxml=${join(folder, 'results/numpy.xml')}`,
        ],
        { cwd: folder },
      )
      console.log(`  ${said.trim().split('\n').at(-1)}`)
      return results(folder, null)
    },
  },
  /** Packages of Go's standard library. */
  go: {
    install: () => apt('golang-go'),
    run(folder) {
      mkdirSync(join(folder, 'results'))
      const packages = ['strings', 'strconv', 'sort', 'bytes', 'errors', 'encoding/json', 'text/template', 'math', 'time', 'path/filepath']
      const env = { ...process.env, GOFLAGS: '', GOCACHE: join(folder, 'cache'), HOME: folder }
      writeFileSync(join(folder, 'results/go.ndjson'), call('go', ['test', '-short', '-json', ...packages], { cwd: folder, env }))
      return results(folder, null)
    },
  },
  /** Type::Tiny's tests: hundreds of scripts, each with TAP of its own. */
  perl: {
    install(shared) {
      apt('libtype-tiny-perl', 'libtest-simple-perl', 'libtest-fatal-perl', 'libtest-requires-perl')
      if (existsSync(join(shared, 'source'))) return
      const packed = join(shared, 'source')
      mkdirSync(packed)
      // where the machine takes packages from, with their sources
      const lists = join(shared, 'sources.list.d')
      mkdirSync(lists, { recursive: true })
      for (const { path, name } of filesIn('/etc/apt/sources.list.d'))
        if (name.endsWith('.sources'))
          writeFileSync(join(lists, name), readFileSync(path, 'utf8').replace(/^Types:.*$/gm, 'Types: deb-src'))
      const options = [
        '-o',
        'Dir::Etc::sourcelist=/dev/null',
        '-o',
        `Dir::Etc::sourceparts=${lists}`,
        '-o',
        `Dir::State::lists=${join(shared, 'lists')}`,
      ]
      mkdirSync(join(shared, 'lists/partial'), { recursive: true })
      execFileSync('apt-get', ['update', ...options], { stdio: 'ignore' })
      execFileSync('apt-get', ['source', '--download-only', ...options, 'libtype-tiny-perl'], { cwd: packed, stdio: 'ignore' })
      const [archive] = readdirSync(packed).filter((name) => name.includes('.orig.tar'))
      execFileSync('tar', ['xf', archive, '--strip-components=1'], { cwd: packed })
    },
    run(folder, shared) {
      cpSync(join(shared, 'source'), join(folder, 'source'), { recursive: true })
      const scripts = filesIn(join(folder, 'source/t'))
        .filter(({ name }) => name.endsWith('.t'))
        .slice(0, 250)
      for (const { name } of scripts) {
        const to = join(folder, 'results/t', name)
        mkdirSync(join(to, '..'), { recursive: true })
        writeFileSync(to, call('perl', ['-Ilib', '-It/lib', '-Iinc', join('t', name)], { cwd: join(folder, 'source') }))
      }
      return results(folder, null)
    },
  },
  /** zod's tests, which its package ships, by this project's Vitest. */
  zod: {
    install(shared) {
      if (existsSync(join(shared, 'node_modules/zod'))) return
      writeFileSync(join(shared, 'package.json'), '{"private":true}')
      execFileSync('npm', ['install', '--no-audit', '--no-fund', 'zod@4.1.12'], { cwd: shared, stdio: 'ignore' })
    },
    run(folder, shared) {
      mkdirSync(join(folder, 'results'))
      cpSync(join(shared, 'node_modules/zod/src'), join(folder, 'zod/src'), { recursive: true })
      writeFileSync(
        join(folder, 'zod/vitest.config.mjs'),
        `export default { test: { root: ${JSON.stringify(join(folder, 'zod'))}, include: ['src/v*/**/*.test.ts'], watch: false, reporters: [['json', { outputFile: ${JSON.stringify(join(folder, 'results/zod.json'))} }]] },
  resolve: { alias: [{ find: /^zod\\/(.*)$/, replacement: ${JSON.stringify(join(folder, 'zod/src'))} + '/$1' }, { find: 'zod', replacement: ${JSON.stringify(join(folder, 'zod/src/index.ts'))} }] } }\n`,
      )
      call(join(ROOT, 'node_modules/.bin/vitest'), ['run', '--config', join(folder, 'zod/vitest.config.mjs')], { cwd: join(folder, 'zod') })
      const { numTotalTests } = JSON.parse(readFileSync(join(folder, 'results/zod.json'), 'utf8'))
      return results(folder, null, numTotalTests)
    },
  },
}
