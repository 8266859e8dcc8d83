import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { Watch } from '../platform/watch.js'
import { LiveService } from './live.service.js'

/** Silence is counted in minutes; looking this often costs one index look-up. */
const LOOK_MS = 5000

/** Looks for feeds that went silent, in every server process: ending one twice is not possible. */
@Injectable()
export class SilenceWatch implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly watch: Watch

  constructor(live: LiveService) {
    this.watch = new Watch('SilenceWatch', LOOK_MS, async () => {
      await live.interruptSilent()
      await live.endLate()
    })
  }

  onApplicationBootstrap(): void {
    this.watch.start()
  }

  onApplicationShutdown(): Promise<void> {
    return this.watch.stop()
  }
}
