import pg from 'pg'

/** A database of its own beside that of the journeys. */
export async function databaseFor(name: string): Promise<{ url: string; drop: () => Promise<void> }> {
  const admin = process.env['BOBBIN_E2E_DATABASE_URL'] ?? ''
  const own = `${name}_${process.pid}`
  const ask = async (sql: string) => {
    const client = new pg.Client({ connectionString: admin })
    await client.connect()
    await client.query(sql)
    await client.end()
  }
  await ask(`create database ${own}`)
  const url = new URL(admin)
  url.pathname = `/${own}`
  return { url: url.href, drop: () => ask(`drop database ${own} with (force)`) }
}
