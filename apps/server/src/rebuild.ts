import pg from 'pg'
import { readConfig } from './platform/config.js'
import { startFault } from './platform/start-fault.js'
import { rebuildSums } from './runs/index.js'

/** node apps/server/dist/rebuild.js: what is kept with runs for speed, made anew from their results. */
async function main(): Promise<void> {
  const database = new pg.Client({ connectionString: readConfig(process.env).databaseUrl })
  await database.connect()
  let wrong: number
  try {
    wrong = await rebuildSums(database)
  } finally {
    await database.end()
  }
  console.log(
    wrong === 0
      ? 'Every run had the sums of its results'
      : `${wrong} ${wrong === 1 ? 'run' : 'runs'} had other sums than their results; mended`,
  )
}

main().catch((error: unknown) => {
  console.error(`Nothing was changed: ${startFault(error)}`)
  process.exit(1)
})
