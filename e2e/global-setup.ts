import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startPostgres } from '../tools/lib/postgres.mjs'
import { startTestServer } from '../tools/lib/test-server.mjs'
import { inDatabase } from './database.js'

/**
 * Two servers with the same demo data: the journeys change theirs (BOBBIN_E2E_URL), the looks at every page have their own
 * (BOBBIN_E2E_LOOKS_URL), so that both go on at once.
 */
async function globalSetup(): Promise<() => Promise<void>> {
  const given = process.env['BOBBIN_TEST_DATABASE_URL']
  const folder = new URL(`../.bobbin/e2e-${process.pid}`, import.meta.url).pathname
  const own = given ? null : await startPostgres(folder, () => undefined, { quick: true })
  const admin = given ?? own?.url('postgres') ?? ''
  const [demo, looks] = [`e2e_${process.pid}`, `e2e_looks_${process.pid}`]
  const databaseUrl = (name: string) => Object.assign(new URL(admin), { pathname: `/${name}` }).href
  const incoming = mkdtempSync(join(tmpdir(), 'bobbin-e2e-incoming-'))
  const more = { BOBBIN_SOURCE_FOLDERS: incoming, BOBBIN_SOURCE_HOSTS: '127.0.0.1' }

  await inDatabase(admin, `create database ${demo}`)
  await (await startTestServer(databaseUrl(demo), { more })).stop()
  // copied while nobody is in it
  await inDatabase(admin, `create database ${looks} template ${demo}`)
  const servers = await Promise.all([demo, looks].map((name) => startTestServer(databaseUrl(name), { demo: false, more })))

  process.env['BOBBIN_E2E_INCOMING'] = incoming
  process.env['BOBBIN_E2E_URL'] = servers[0]?.url
  process.env['BOBBIN_E2E_LOOKS_URL'] = servers[1]?.url
  process.env['BOBBIN_E2E_DATABASE_URL'] = admin
  return async () => {
    await Promise.all(servers.map((server) => server.stop()))
    rmSync(incoming, { recursive: true, force: true })
    for (const name of [demo, looks]) await inDatabase(admin, `drop database ${name} with (force)`)
    await own?.stop()
    own?.destroy()
  }
}

export default globalSetup
