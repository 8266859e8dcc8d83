import { ConsoleLogger, Logger, type LogLevel } from '@nestjs/common'
import { requestId } from './request-context.js'

type JsonOptions = Parameters<ConsoleLogger['getJsonLogObject']>[1]

/** What the framework tells of its own making, line by line, at every start. */
const OF_THE_START = new Set<unknown>(['RouterExplorer', 'RoutesResolver', 'InstanceLoader', 'NestFactory', 'NestApplication'])

/** One JSON object a line, with the request that it belongs to. */
export class JsonLog extends ConsoleLogger {
  constructor(logLevels: LogLevel[]) {
    super({ json: true, logLevels })
  }

  override log(message: unknown, ...more: unknown[]): void {
    if (!OF_THE_START.has(more.at(-1))) super.log(message, ...more)
  }

  protected override getJsonLogObject(message: unknown, options: JsonOptions) {
    const line = super.getJsonLogObject(message, options)
    const id = requestId()
    return id === null ? line : { ...line, requestId: id }
  }
}

/** Libraries warn on the console, each in its own way: in a log that machines read, that is a line like all others. To be called once. */
export function logWarnings(): void {
  const log = new Logger('Library')
  console.warn = (...words: unknown[]) => log.warn(words.map(String).join(' '))
}
