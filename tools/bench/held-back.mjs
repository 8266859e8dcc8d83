// Processes that get only a share of a processor core, by the kernel's own accounting (control groups, either version).
import { appendFileSync, existsSync, mkdirSync, readFileSync, rmdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = '/sys/fs/cgroup'
const PERIOD_US = 20_000

/**
 * Holds processes back to a share of a core each, until `release` is called.
 * @returns {{ release(): void } | null} null where this machine or this user can't
 */
export function holdBack(pids, share) {
  const quota = Math.round(PERIOD_US * share)
  const groups = []
  const release = () => {
    for (const { folder, home, pid } of groups.splice(0)) {
      appendFileSync(join(home, 'cgroup.procs'), String(pid))
      rmdirSync(folder)
    }
  }
  try {
    const { home, limit } = controller()
    for (const pid of pids) {
      const folder = join(home, `bobbin-bench-${pid}`)
      mkdirSync(folder)
      groups.push({ folder, home, pid })
      limit(folder, quota)
      appendFileSync(join(folder, 'cgroup.procs'), String(pid))
    }
    return { release }
  } catch (error) {
    if (!['EACCES', 'EROFS', 'EPERM', 'ENOENT', 'EBUSY'].includes(error.code)) throw error
    release()
    return null
  }
}

function controller() {
  const old = join(ROOT, 'cpu')
  if (existsSync(join(old, 'cpu.cfs_quota_us'))) {
    return {
      home: old,
      limit: (folder, quota) => {
        writeFileSync(join(folder, 'cpu.cfs_period_us'), String(PERIOD_US))
        writeFileSync(join(folder, 'cpu.cfs_quota_us'), String(quota))
      },
    }
  }
  if (!readFileSync(join(ROOT, 'cgroup.subtree_control'), 'utf8').split(/\s/).includes('cpu'))
    writeFileSync(join(ROOT, 'cgroup.subtree_control'), '+cpu')
  return { home: ROOT, limit: (folder, quota) => writeFileSync(join(folder, 'cpu.max'), `${quota} ${PERIOD_US}`) }
}
