import { type ManualDraft, mergeDrafts } from '@bobbin/core'

/** How far what was written is: everything is with the server, is on its way, waits for a server that is away, or was refused. */
export type KeptState = { at: 'saved' | 'saving' | 'away' } | { at: 'refused'; why: string }

/** What the server said to a draft. */
export type SaveAnswer =
  | { kind: 'saved'; version: number }
  /** Somebody wrote into it since. */
  | { kind: 'changed'; version: number; draft: ManualDraft; by: string | null }
  | { kind: 'away' }
  | { kind: 'refused'; why: string }

/** A draft in the browser: what it builds on, and what was written since. */
interface Stored {
  version: number
  base: ManualDraft
  draft: ManualDraft
}

export interface DraftStore {
  read(): string | null
  write(text: string | null): void
}

export interface KeeperOptions {
  draft: ManualDraft
  version: number
  save: (version: number, draft: ManualDraft) => Promise<SaveAnswer>
  store: DraftStore
  /** Calls back after so many milliseconds; returns what takes it back. */
  later: (work: () => void, ms: number) => () => void
  /** Told of drafts that were brought together with what somebody else wrote. */
  onMerged?: (by: string | null) => void
}

const SOON_MS = 400
const AGAIN_MS = 3000

/**
 * Keeps what is written into a case: in the browser at once, with the server a moment later, one save at a time. While the server is away it
 * waits and tries again; a page that was closed meanwhile goes on from what the browser has.
 */
export class DraftKeeper {
  draft: ManualDraft
  state: KeptState = { at: 'saved' }
  version: number
  private base: ManualDraft
  private busy: Promise<void> | null = null
  private takeBack: (() => void) | null = null
  private listeners = new Set<() => void>()
  private revision = 0

  constructor(private readonly options: KeeperOptions) {
    this.version = options.version
    this.base = this.draft = options.draft
    const kept = readStored(options.store.read())
    if (!kept || kept.draft.steps.length !== options.draft.steps.length) return
    this.draft = kept.version === options.version ? kept.draft : mergeDrafts(kept.base, kept.draft, options.draft)
    this.schedule(0)
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Counts up whenever the draft, or how far it is, changed. */
  snapshot = (): number => this.revision

  change(next: ManualDraft, ms = SOON_MS): void {
    if (next === this.draft) return
    this.draft = next
    this.remember()
    this.schedule(ms)
    this.tell()
  }

  /** Somebody wrote into it elsewhere, and this page was told. */
  theirs(version: number, draft: ManualDraft): void {
    if (version <= this.version || this.busy) return
    this.take(version, draft)
    this.tell()
  }

  /** Sends what is not with the server yet. @returns whether all of it is there */
  async flush(): Promise<boolean> {
    this.takeBack?.()
    this.takeBack = null
    while (this.busy) await this.busy
    if (this.isKept) return true
    this.busy = this.send()
    await this.busy
    this.busy = null
    return this.isKept ? true : this.state.at === 'saving' ? this.flush() : false
  }

  /** Leaves what is not with the server yet to the browser. */
  stop(): void {
    this.takeBack?.()
    this.takeBack = null
    this.listeners.clear()
  }

  /** The case is done: nothing of it has to be kept here. */
  forget(): void {
    this.options.store.write(null)
  }

  get isKept(): boolean {
    return this.draft === this.base
  }

  private schedule(ms: number): void {
    this.takeBack?.()
    this.takeBack = this.options.later(() => void this.flush(), ms)
    if (this.state.at === 'saved') this.state = { at: 'saving' }
  }

  private async send(): Promise<void> {
    const sent = this.draft
    const answer = await this.options.save(this.version, sent)
    if (answer.kind === 'saved') {
      this.version = answer.version
      this.base = sent
      this.state = { at: this.isKept ? 'saved' : 'saving' }
      this.remember()
    } else if (answer.kind === 'changed') {
      this.take(answer.version, answer.draft)
      this.state = { at: 'saving' }
      this.options.onMerged?.(answer.by)
    } else if (answer.kind === 'away') {
      this.state = { at: 'away' }
      this.takeBack = this.options.later(() => void this.flush(), AGAIN_MS)
    } else this.state = { at: 'refused', why: answer.why }
    this.tell()
  }

  private take(version: number, draft: ManualDraft): void {
    const own = !this.isKept
    const merged = own ? mergeDrafts(this.base, this.draft, draft) : draft
    this.version = version
    this.base = draft
    this.draft = merged
    this.remember()
    if (own) this.schedule(0)
  }

  private remember(): void {
    const { version, base, draft } = this
    this.options.store.write(this.isKept ? null : JSON.stringify({ version, base, draft } satisfies Stored))
  }

  private tell(): void {
    this.revision++
    for (const listener of this.listeners) listener()
  }
}

function readStored(text: string | null): Stored | null {
  if (text === null) return null
  try {
    const kept = JSON.parse(text) as Partial<Stored>
    return kept.draft && kept.base && typeof kept.version === 'number' ? (kept as Stored) : null
  } catch {
    return null
  }
}
