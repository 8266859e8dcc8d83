import { spawn, spawnSync } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { readOptions } from './lib/options.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { checkRoom, explain, ROOT, Sorry } from './lib/process.mjs'

const folders: string[] = []
afterEach(() => {
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true })
})
/** A folder that the database's user can reach too. */
function folder(): string {
  const made = mkdtempSync(join(tmpdir(), 'bobbin-start-'))
  chmodSync(made, 0o755)
  folders.push(made)
  return made
}

describe('options of npm start', () => {
  it('are read from the command line, then the environment', () => {
    expect(readOptions([], {})).toEqual({ port: 4680, fresh: false, empty: false, help: false, databaseUrl: null })
    expect(readOptions(['--port', '5000', '--empty'], { BOBBIN_PORT: '6000' })).toMatchObject({ port: 5000, empty: true })
    expect(readOptions([], { BOBBIN_PORT: '6000' }).port).toBe(6000)
  })
  it.each([
    [['--prot', '1'], {}, /Unknown option '--prot'/],
    [['--port', 'eighty'], {}, /--port is “eighty”; it must be a port from 1 to 65535/],
    [[], { BOBBIN_PORT: '99999' }, /BOBBIN_PORT is “99999”/],
    [[], { BOBBIN_DATABASE_URL: 'mysql://x' }, /does not begin with postgres:\/\//],
    [['--fresh'], { BOBBIN_DATABASE_URL: 'postgres://x' }, /somebody else runs/],
  ])('%j with %j are refused by a sentence', (args, env, message) => expect(() => readOptions(args, env)).toThrow(message))
})

describe('what goes wrong at the start', () => {
  const start = (args: string[], env: Record<string, string>) =>
    new Promise<{ code: number | null; said: string }>((resolve) => {
      const child = spawn(process.execPath, [join(ROOT, 'tools', 'start.mjs'), ...args], { env: { ...process.env, ...env } })
      let said = ''
      child.stderr.on('data', (data) => (said += String(data)))
      child.on('close', (code) => resolve({ code, said: said.trim() }))
    })

  it('a taken port is named, and nothing is made', { timeout: 20_000 }, async () => {
    const other = createServer()
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve))
    const { port } = other.address() as AddressInfo
    const { code, said } = await start(['--port', String(port)], { BOBBIN_DATA: folder() })
    expect(code).toBe(1)
    expect(said).toBe(`Port ${port} is taken by another program. Stop it, or start with another port: npm start -- --port 4690`)
    await new Promise((resolve) => other.close(resolve))
  })

  it('a wrong option is explained', async () => {
    const { code, said } = await start(['--fersh'], { BOBBIN_DATA: folder() })
    expect(code).toBe(1)
    expect(said).toContain("Unknown option '--fersh'")
    expect(said).toContain('--empty')
  })

  it('data of another PostgreSQL is left as it is', async () => {
    const home = folder()
    mkdirSync(join(home, 'postgres'))
    writeFileSync(join(home, 'postgres', 'PG_VERSION'), '9\n')
    writeFileSync(join(home, 'postgres', 'precious'), 'rows')
    await expect(startPostgres(home, () => undefined)).rejects.toThrow(
      /made by PostgreSQL 9, which is not installed here. Nothing was changed/,
    )
    expect(readFileSync(join(home, 'postgres', 'precious'), 'utf8')).toBe('rows')
  })

  it('a full disk is said before anything is begun, and when it happens later', () => {
    expect(() => checkRoom(folder(), () => ({ bavail: 10, bsize: 1024 ** 2 }))).toThrow(/disk is full: 10 MB are free/)
    expect(() => checkRoom(folder())).not.toThrow()
    expect(explain(Object.assign(new Error('write'), { code: 'ENOSPC' }))).toMatch(/^The disk is full; nothing that was stored is damaged/)
    expect(explain(new Sorry('initdb failed\ncould not write: No space left on device'))).toMatch(/^The disk is full/)
    expect(explain(Object.assign(new Error('mkdir'), { code: 'EACCES', path: '/opt/x' }))).toMatch(/^\/opt\/x can't be written/)
  })

  it('what may not be installed is named, with the command to do it', () => {
    // as a user without rights, on a machine without sudo
    const script = `import('${join(ROOT, 'tools/lib/install.mjs')}').then((m) => m.aptInstall(['postgresql'], () => {})).catch((e) => console.log(e.message))`
    const bin = folder()
    writeFileSync(join(bin, 'apt-get'), '#!/bin/sh\nexit 1\n', { mode: 0o755 })
    symlinkSync('/bin/sh', join(bin, 'sh'))
    const drop = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {}
    const shell = spawnSync(process.execPath, ['-e', script], {
      encoding: 'utf8',
      env: { PATH: bin },
      ...drop,
    })
    expect(shell.stdout + shell.stderr).toContain('Run this once as root: apt-get install -y postgresql')
  })
})
