import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { Watch } from '../platform/watch.js'
import { KeepingService } from './keeping.service.js'

const LOOK_MS = 10 * 60_000
/** Its hour, in UTC. */
const HOUR = 3

/** Begins the work of the night once a day, in whichever server process looks first. */
@Injectable()
export class NightWatch implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly watch: Watch

  constructor(keeping: KeepingService) {
    this.watch = new Watch('NightWatch', LOOK_MS, async () => {
      const now = new Date()
      if (now.getUTCHours() >= HOUR) await keeping.night(now)
    })
  }

  onApplicationBootstrap(): void {
    this.watch.start()
  }

  onApplicationShutdown(): Promise<void> {
    return this.watch.stop()
  }
}
