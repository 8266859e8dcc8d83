import type { FileFindings, FilePlace, OutcomeTotals, RefusalCode } from '@bobbin/core'
import type { PackedOriginal } from '../storing/original-copy.js'
import type { PackedResults } from './packed-results.js'

/** What a thread is asked while it reads a delivered file; each but `letGo` is answered by `answer`. */
export type Asked =
  /** @param folder for what is too large for memory */
  | { kind: 'file'; name: string; folder: string; place: FilePlace }
  | { kind: 'piece'; bytes: Uint8Array }
  | { kind: 'end' }
  | { kind: 'letGo' }

export interface PlainRefusal {
  code: RefusalCode
  message: string
}

/** A file that was read to its end. */
export interface ReadMessage {
  kind: 'read'
  /** Where its results turned out to stand: reading it again from there gives the same. */
  place: FilePlace
  findings: FileFindings
  totals: OutcomeTotals
  sha256: Uint8Array
  bytes: number
  original: PackedOriginal
}

/** A file that is not stored. `content` is what it held, where it may be an attachment. */
export interface UnreadMessage {
  kind: 'unread'
  refusal: PlainRefusal
  passedOver: boolean
  content: Uint8Array | null
  original: PackedOriginal | null
  bytes: number
}

/** What a thread says while it reads. Messages of one file follow its `opened`, and end with `read` or `unread`. */
export type Said =
  | { kind: 'opened'; name: string }
  | { kind: 'results'; results: PackedResults }
  | { kind: 'framework'; framework: string | null }
  | ReadMessage
  | UnreadMessage
  /** The delivered file as a whole can't be read any further. */
  | { kind: 'refused'; refusal: PlainRefusal }
  /** An error of our own. */
  | { kind: 'failed'; message: string; code: string | null }
  /** What was asked is done; so many bytes were read for it, unpacked. */
  | { kind: 'answer'; bytes: number }
  | { kind: 'letGo' }
