import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startPostgres } from '../tools/lib/postgres.mjs'
import { startTestServer } from '../tools/lib/test-server.mjs'

/** One server with the demo data for all journeys; its address is in BOBBIN_E2E_URL. */
async function globalSetup(): Promise<() => Promise<void>> {
  const given = process.env['BOBBIN_TEST_DATABASE_URL']
  const folder = new URL(`../.bobbin/e2e-${process.pid}`, import.meta.url).pathname
  const own = given ? null : await startPostgres(folder, () => undefined, { quick: true })
  const name = `e2e_${process.pid}`
  const url = new URL(given ?? own?.url('postgres') ?? '')
  await own?.createDatabase(name)
  if (given) await createDatabase(given, name)
  url.pathname = `/${name}`
  const incoming = mkdtempSync(join(tmpdir(), 'bobbin-e2e-incoming-'))
  const server = await startTestServer(url.href, { more: { BOBBIN_SOURCE_FOLDERS: incoming } })
  process.env['BOBBIN_E2E_INCOMING'] = incoming
  process.env['BOBBIN_E2E_URL'] = server.url
  process.env['BOBBIN_E2E_DATABASE_URL'] = given ?? own?.url('postgres')
  return async () => {
    await server.stop()
    rmSync(incoming, { recursive: true, force: true })
    await own?.stop()
    own?.destroy()
  }
}

async function createDatabase(admin: string, name: string): Promise<void> {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  await client.query(`create database ${name}`)
  await client.end()
}

export default globalSetup
