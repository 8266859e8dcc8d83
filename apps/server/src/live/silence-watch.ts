import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { LiveService } from './live.service.js'

/** Silence is counted in minutes; looking this often costs one index look-up. */
const LOOK_MS = 5000

/** Looks for feeds that went silent, in every server process: ending one twice is not possible. */
@Injectable()
export class SilenceWatch implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('SilenceWatch')
  private timer: NodeJS.Timeout | null = null
  private looking: Promise<unknown> = Promise.resolve()

  constructor(private readonly live: LiveService) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => {
      this.looking = this.looking
        .then(() => this.live.interruptSilent())
        .then(() => this.live.endLate())
        .catch((error: unknown) =>
          this.log.warn(`Silent feeds could not be looked for: ${error instanceof Error ? error.message : String(error)}`),
        )
    }, LOOK_MS)
    this.timer.unref()
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.timer) clearInterval(this.timer)
    await this.looking
  }
}
