import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { KeepingService } from './keeping.service.js'

const LOOK_MS = 10 * 60_000
/** Its hour, in UTC. */
const HOUR = 3

/** Begins the work of the night once a day, in whichever server process looks first. */
@Injectable()
export class NightWatch implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('NightWatch')
  private timer: NodeJS.Timeout | null = null
  private working: Promise<unknown> = Promise.resolve()

  constructor(private readonly keeping: KeepingService) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => {
      const now = new Date()
      if (now.getUTCHours() < HOUR) return
      this.working = this.working
        .then(() => this.keeping.night(now))
        .then((worked) => worked && this.log.log('The night’s work is done'))
        .catch((error: unknown) => this.log.error(`The night’s work broke off: ${error instanceof Error ? error.message : String(error)}`))
    }, LOOK_MS)
    this.timer.unref()
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.timer) clearInterval(this.timer)
    await this.working
  }
}
