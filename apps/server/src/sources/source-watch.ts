import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { SourcesService } from './sources.service.js'

const LOOK_MS = 5000

/** Looks into sources that are due, one after the other, in every server process: each is claimed by one. */
@Injectable()
export class SourceWatch implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('SourceWatch')
  private timer: NodeJS.Timeout | null = null
  private looking: Promise<void> | null = null
  private stopped = false

  constructor(private readonly sources: SourcesService) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => {
      this.looking ??= this.look().finally(() => (this.looking = null))
    }, LOOK_MS)
    this.timer.unref()
  }

  private async look(): Promise<void> {
    try {
      while (!this.stopped && (await this.sources.fetchDue()));
    } catch (error) {
      this.log.warn(`Sources could not be looked into: ${error instanceof Error ? error.message : String(error)}`)
    }
  }

  async onApplicationShutdown(): Promise<void> {
    this.stopped = true
    if (this.timer) clearInterval(this.timer)
    await this.looking
  }
}
