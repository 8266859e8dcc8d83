import { rmSync } from 'node:fs'
import pg from 'pg'
import { build } from 'rolldown'
import type { TestProject } from 'vitest/node'
import { prepareJobs } from '../platform/jobs/jobs.js'
import { migrate } from '../platform/migrate.js'

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
    /** A database with all tables and nothing in them, to be copied. */
    templateDatabase: string
    /** What reads files in threads, as one file of JavaScript. */
    readingThread: string
  }
}

interface OwnPostgres {
  url(name: string): string
  stop(): Promise<void>
  destroy(): void
}

/** The migrations run once; a copy of what they made takes a tenth of their time. @returns its name */
async function makeTemplate(url: string): Promise<string> {
  const name = `template_${process.pid}`
  const admin = new pg.Client({ connectionString: url })
  await admin.connect()
  await admin.query(`drop database if exists ${name}`)
  await admin.query(`create database ${name}`)
  await admin.end()
  const own = new URL(url)
  own.pathname = `/${name}`
  await migrate(own.href)
  await prepareJobs(own.href)
  return name
}

/** Threads run JavaScript, not what Vitest makes of TypeScript in memory. */
async function bundleThread(): Promise<string> {
  const root = new URL('../../../../', import.meta.url).pathname
  const file = `${root}node_modules/.cache/bobbin/reading-thread-${process.pid}.mjs`
  await build({
    input: `${root}apps/server/src/reading-thread.ts`,
    platform: 'node',
    // what is installed is loaded from there
    external: (id) => /^[a-z@]/.test(id) && !id.startsWith('@bobbin/') && !id.startsWith('@oxc-project/'),
    resolve: { conditionNames: ['@bobbin/source', 'node', 'import'], extensionAlias: { '.js': ['.ts', '.js'] } },
    output: { file, format: 'esm', codeSplitting: false },
    logLevel: 'silent',
  })
  process.once('exit', () => rmSync(file, { force: true }))
  return file
}

/** The database server for tests: the one `npm test` started, or one of our own for a run by hand. */
export async function setup(project: TestProject): Promise<(() => Promise<void>) | undefined> {
  project.provide('readingThread', await bundleThread())
  const given = process.env['BOBBIN_TEST_DATABASE_URL']
  if (given) {
    project.provide('databaseUrl', given)
    project.provide('templateDatabase', await makeTemplate(given))
    return undefined
  }
  const tools = new URL('../../../../tools/lib/postgres.mjs', import.meta.url).href
  const { startPostgres } = (await import(tools)) as {
    startPostgres: (folder: string, say: (text: string) => void, options: object) => Promise<OwnPostgres>
  }
  const folder = new URL(`../../../../.bobbin/vitest-${process.pid}`, import.meta.url).pathname
  const own = await startPostgres(folder, () => undefined, { quick: true })
  project.provide('databaseUrl', own.url('postgres'))
  project.provide('templateDatabase', await makeTemplate(own.url('postgres')))
  return async () => {
    await own.stop()
    own.destroy()
  }
}
