import { detached } from '../text/detached.js'
import type { Fault, FaultCode } from './result.js'

/** So many faults of a file are kept with all they say: nobody reads more, and memory must not grow with the file. */
export const MOST_FAULTS = 500

export type FoundFault = Omit<Fault, 'message' | 'stack'> & Partial<Pick<Fault, 'message' | 'stack'>>

/** The faults of a file: the first are kept, the rest are counted. */
export class FaultLog {
  readonly kept: Fault[] = []
  private readonly subjects = new Set<string>()
  private readonly counts = new Map<FaultCode, number>()
  private further: { count: number; first: Pick<Fault, 'code' | 'place'> } | null = null

  add(fault: FoundFault): void {
    this.counts.set(fault.code, this.countOf(fault.code) + 1)
    if (this.kept.length < MOST_FAULTS) this.keep(keptFault(fault))
    else if (this.further) this.further.count++
    else this.further = { count: 1, first: { code: fault.code, place: fault.place } }
  }

  private keep(fault: Fault): void {
    this.kept.push(fault)
    this.subjects.add(fault.subject)
  }

  get isEmpty(): boolean {
    return this.kept.length === 0
  }

  countOf(code: FaultCode): number {
    return this.counts.get(code) ?? 0
  }

  /** Whether one that is kept happened in it. */
  has(subject: string): boolean {
    return this.subjects.has(subject)
  }

  /** What is too much to keep is said to be there, at the place of the first of it. */
  list(): Fault[] {
    if (!this.further) return this.kept
    const { count, first } = this.further
    const message = `${count} more like the ${MOST_FAULTS} before ${count === 1 ? 'is' : 'are'} in the file`
    return [...this.kept, { code: first.code, subject: 'further faults', message, stack: null, place: first.place }]
  }
}

const keptFault = ({ code, subject, message, stack, place }: FoundFault): Fault => ({
  code,
  subject: detached(subject),
  message: message == null ? null : detached(message),
  stack: stack == null ? null : detached(stack),
  place,
})
