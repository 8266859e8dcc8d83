import { FerryStandIn } from './ferry.js'

/** The ferry system by itself, on the port that is named: what the demo tests. */
const ferry = await FerryStandIn.start(Number(process.argv[2] ?? 4685))
console.log(`The ferry system answers at ${ferry.url}; ${ferry.url}/switch breaks it`)
process.send?.('ready')
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void ferry.stop().then(() => process.exit(0)))
