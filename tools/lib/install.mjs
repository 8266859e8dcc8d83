// Installs what is missing: npm packages, Debian packages. Node's own modules only.
import { existsSync, mkdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { commandExists, isRoot, ROOT, runProgram, Sorry } from './process.mjs'

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) throw new Sorry(`Node ${process.versions.node} is too old; Bobbin needs 20.19 or newer`)
}

/** Only tests need it: whether it is there tells whether their packages are. */
const OF_TESTS = join(ROOT, 'node_modules', 'vitest')

/**
 * `npm ci`, unless node_modules is as new as the lock file.
 * @param tests whether packages are needed that only tests need: two in three
 */
export async function ensurePackages(say, { tests = false } = {}) {
  const installed = join(ROOT, 'node_modules', '.package-lock.json')
  const lock = join(ROOT, 'package-lock.json')
  const isNew = existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs
  if (isNew && (!tests || existsSync(OF_TESTS))) return
  say('Installing npm packages')
  const rest = tests || existsSync(OF_TESTS) ? [] : ['--omit=dev']
  await runProgram('npm', ['ci', ...rest, '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true })
}

/** Debian packages by apt, as root or through sudo. */
export async function aptInstall(packages, say) {
  if (!commandExists('apt-get'))
    throw new Sorry(`${packages.join(', ')} is missing, and there is no apt-get to install it with. Install it and start again`)
  const prefix = isRoot ? [] : commandExists('sudo') ? ['sudo'] : null
  if (!prefix) throw new Sorry(`${packages.join(', ')} is missing. Run this once as root: apt-get install -y ${packages.join(' ')}`)
  const apt = (...args) => {
    const [command, ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args]
    return runProgram(command, rest, { quiet: true })
  }
  say(`Installing ${packages.join(', ')} from Debian`)
  await apt('update').catch(() => undefined) // an old list may do; the install says if not
  await apt('install', '-y', '--no-install-recommends', ...packages)
}

/** Debian's PostgreSQL would start a cluster of its own on port 5432; Bobbin runs its own. */
export async function preventMainCluster() {
  const folder = '/etc/postgresql-common/createcluster.d'
  const text = '# written by Bobbin: it runs a database of its own\ncreate_main_cluster = false\n'
  if (isRoot) {
    mkdirSync(folder, { recursive: true })
    writeFileSync(join(folder, 'bobbin.conf'), text)
  } else if (commandExists('sudo')) {
    await runProgram('sudo', ['sh', '-c', `mkdir -p ${folder} && cat > ${folder}/bobbin.conf`], { quiet: true, input: text })
  }
}
