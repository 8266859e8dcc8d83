import { Logger } from '@nestjs/common'
import { createApp } from './app.js'
import { blobStoreOf } from './platform/blobs/index.js'
import { readConfig } from './platform/config.js'
import { logWarnings } from './platform/json-log.js'
import { migrate } from './platform/migrate.js'
import { startFault } from './platform/start-fault.js'

async function main(): Promise<void> {
  const config = readConfig(process.env)
  await blobStoreOf(config.blobs).check()
  await migrate(config.databaseUrl)
  const app = await createApp(config)
  if (config.log === 'json') logWarnings()
  await app.listen(config.port, config.host)
  // a large delivery may take its time; one that stalls is broken off by itself
  app.getHttpServer().requestTimeout = 0
  // started by another process (npm start): when that one is killed, this one ends too
  process.on('disconnect', () => void app.close().then(() => process.exit(0)))
  process.send?.('ready')
  const listens = `Bobbin listens on http://${config.host}:${config.port}`
  if (config.log === 'json') new Logger('Start').log(listens)
  else console.log(listens)
}

main().catch((error: unknown) => {
  console.error(`Bobbin can’t start: ${startFault(error)}`)
  process.exit(1)
})
