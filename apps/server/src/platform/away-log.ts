/** What is away is said again so often, with how many requests met it meanwhile. */
const EVERY_MS = 10_000

/** An outage is one thing, however many requests meet it: a stack for each of them would hide everything else that the log says. */
export class AwayLog {
  private readonly said = new Map<string, { at: number; more: number }>()

  constructor(
    private readonly say: (line: string) => void,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /**
   * @param what is away, by its code
   * @param why in the words of whoever told
   */
  met(what: string, why: string): void {
    const last = this.said.get(what)
    const now = this.now()
    if (last && now - last.at < EVERY_MS) {
      last.more++
      return
    }
    const more =
      last && last.more > 0 ? `; ${last.more} more ${last.more === 1 ? 'request' : 'requests'} met it since it was said last` : ''
    this.say(`${what}: ${why}${more}`)
    this.said.set(what, { at: now, more: 0 })
  }
}
