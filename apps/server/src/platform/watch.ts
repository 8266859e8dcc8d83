import { Logger } from '@nestjs/common'

/** Looks at something again and again, one look at a time; what goes wrong is told, and looked at again. */
export class Watch {
  private readonly log: Logger
  private timer: NodeJS.Timeout | null = null
  private looking: Promise<void> | null = null

  /** @param stillWatching tells a look that takes long whether to go on */
  constructor(
    name: string,
    private readonly everyMs: number,
    private readonly look: (stillWatching: () => boolean) => Promise<unknown>,
  ) {
    this.log = new Logger(name)
  }

  start(): void {
    this.timer = setInterval(() => void this.now(), this.everyMs)
    this.timer.unref()
  }

  private now(): Promise<void> {
    this.looking ??= this.look(() => this.timer !== null)
      .then(() => undefined)
      .catch((error: unknown) => this.log.warn(error instanceof Error ? error.message : String(error)))
      .finally(() => (this.looking = null))
    return this.looking
  }

  /** Waits for a look under way. */
  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer)
    this.timer = null
    await this.looking
  }
}
