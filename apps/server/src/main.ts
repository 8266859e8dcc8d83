import { Logger } from '@nestjs/common'
import { FirstRunService } from './access/index.js'
import { createApp } from './app.js'
import { blobStoreOf } from './platform/blobs/index.js'
import { type Config, readConfig } from './platform/config.js'
import { logWarnings } from './platform/json-log.js'
import { migrate } from './platform/migrate.js'
import { startFault } from './platform/start-fault.js'

/** The head of a request comes in within so long, in milliseconds. */
const HEADERS_MS = 15_000

/** Whoever started this process may have gone meanwhile. */
function tellParent(): void {
  if (process.connected) process.send?.('ready', undefined, undefined, () => undefined)
}

function sayFirstRun(code: string, { port, log }: Config): void {
  const words = `Nobody has an account yet. Make the first one at /welcome (port ${port}), with the code ${code}`
  if (log === 'json') new Logger('Start').log(words)
  else console.log(words)
}

async function main(): Promise<void> {
  const config = readConfig(process.env)
  await blobStoreOf(config.blobs).check()
  await migrate(config.databaseUrl)
  const app = await createApp(config)
  if (config.log === 'json') logWarnings()
  await app.listen(config.port, config.host)
  // a large delivery may take its time; one that stalls is broken off by itself
  app.getHttpServer().requestTimeout = 0
  app.getHttpServer().headersTimeout = HEADERS_MS
  // started by another process (npm start): when that one is killed, this one ends too
  process.on('disconnect', () => void app.close().then(() => process.exit(0)))
  tellParent()
  const code = await app.get(FirstRunService).code()
  if (code) sayFirstRun(code, config)
  const listens = `Bobbin listens on http://${config.host}:${config.port}`
  if (config.log === 'json') new Logger('Start').log(listens)
  else console.log(listens)
}

main().catch((error: unknown) => {
  console.error(`Bobbin can’t start: ${startFault(error)}`)
  process.exit(1)
})
