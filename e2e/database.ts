import pg from 'pg'

/** One statement in a database. */
export async function inDatabase(url: string, sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    await client.query(sql)
  } finally {
    await client.end()
  }
}

/** A database of its own beside that of the journeys. */
export async function databaseFor(name: string): Promise<{ url: string; drop: () => Promise<void> }> {
  const admin = process.env['BOBBIN_E2E_DATABASE_URL'] ?? ''
  const own = `${name}_${process.pid}`
  await inDatabase(admin, `create database ${own}`)
  const url = new URL(admin)
  url.pathname = `/${own}`
  return { url: url.href, drop: () => inDatabase(admin, `drop database ${own} with (force)`) }
}
