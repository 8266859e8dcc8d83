/** So many bytes are read of a file before it stands behind smaller ones, and twice as many before the next step. */
const SMALL = 8 << 20
/** Of so many turns one goes to the stream that waits longest, so that none waits for ever. */
const FAIR = 4

/** A stream that wants its next piece read. */
interface Waiting {
  stream: ReadingStream
  /** The turn at which it began to wait. */
  since: number
  go: () => void
}

/** One delivered file while it is read; the next one is younger. */
export interface ReadingStream {
  age: number
  bytes: number
}

/**
 * Who reads next, where several files come in at once. Reading is work for the one thread that also talks to the database: in turns
 * of a piece each, all files would end at the same time, and be stored one after the other while nothing is read. So the one that came
 * first goes on as long as it has something to read, small ones before large ones, and between two pieces others get their answers.
 */
export class ReadingTurns {
  private readonly waiting: Waiting[] = []
  private scheduled = false
  private turn = 0
  private opened = 0

  /** @param later runs a step once what else is due was done */
  constructor(private readonly later: (step: () => void) => void = setImmediate) {}

  open(): ReadingStream {
    return { age: this.opened++, bytes: 0 }
  }

  /** Settles when the stream may read its next piece, of so many bytes. */
  next(stream: ReadingStream, bytes: number): Promise<void> {
    return new Promise((resolve) => {
      this.waiting.push({ stream, since: this.turn, go: () => ((stream.bytes += bytes), resolve()) })
      this.schedule()
    })
  }

  private schedule(): void {
    if (this.scheduled || this.waiting.length === 0) return
    this.scheduled = true
    this.later(() => {
      this.scheduled = false
      this.turn++
      const [chosen] = this.waiting.splice(this.choose(), 1)
      chosen?.go()
      this.schedule()
    })
  }

  private choose(): number {
    const before = this.turn % FAIR === 0 ? waitsLonger : goesFirst
    return this.waiting.reduce((best, one, i) => (before(one, this.waiting[best] ?? one) ? i : best), 0)
  }
}

const waitsLonger = (a: Waiting, b: Waiting): boolean => a.since < b.since

function goesFirst({ stream: a }: Waiting, { stream: b }: Waiting): boolean {
  const [one, other] = [step(a.bytes), step(b.bytes)]
  return one < other || (one === other && a.age < b.age)
}

/** 0 up to SMALL bytes, 1 up to twice as many, and so on. */
const step = (bytes: number): number => Math.max(0, Math.ceil(Math.log2(Math.max(bytes, 1) / SMALL)))
