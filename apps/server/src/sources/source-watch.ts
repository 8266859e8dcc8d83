import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { Watch } from '../platform/watch.js'
import { SourcesService } from './sources.service.js'

const LOOK_MS = 5000

/** Looks into sources that are due, one after the other, in every server process: each is claimed by one. */
@Injectable()
export class SourceWatch implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly watch: Watch

  constructor(sources: SourcesService) {
    this.watch = new Watch('SourceWatch', LOOK_MS, async (stillWatching) => {
      while (stillWatching() && (await sources.fetchDue()));
    })
  }

  onApplicationBootstrap(): void {
    this.watch.start()
  }

  onApplicationShutdown(): Promise<void> {
    return this.watch.stop()
  }
}
