import type { TestProject } from 'vitest/node'

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
  }
}

interface OwnPostgres {
  url(name: string): string
  stop(): Promise<void>
  destroy(): void
}

/** The database server for tests: the one `npm test` started, or one of our own for a run by hand. */
export async function setup(project: TestProject): Promise<(() => Promise<void>) | undefined> {
  const given = process.env['BOBBIN_TEST_DATABASE_URL']
  if (given) {
    project.provide('databaseUrl', given)
    return undefined
  }
  const tools = new URL('../../../../tools/lib/postgres.mjs', import.meta.url).href
  const { startPostgres } = (await import(tools)) as {
    startPostgres: (folder: string, say: (text: string) => void, options: object) => Promise<OwnPostgres>
  }
  const folder = new URL(`../../../../.bobbin/vitest-${process.pid}`, import.meta.url).pathname
  const own = await startPostgres(folder, () => undefined, { quick: true })
  project.provide('databaseUrl', own.url('postgres'))
  return async () => {
    await own.stop()
    own.destroy()
  }
}
