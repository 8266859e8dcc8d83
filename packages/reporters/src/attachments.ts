import { readFileSync, statSync } from 'node:fs'
import type { LiveAttachment } from './live-result'

/** Of one try, so many attachments, which hold so many characters together at most (MOST_ATTACHED in the core); base64 is four thirds. */
const MOST_ATTACHMENTS = 20
const MOST_ATTACHED = 1_500_000
const MOST_BYTES = (MOST_ATTACHED / 4) * 3

interface Attached {
  name: string
  mediaType: string
  path?: string
  body?: Buffer
}

/** The first attachments that are small enough together; large ones, as videos are, come with the report. A file that is gone is left out. */
export function smallAttachments(all: readonly Attached[]): LiveAttachment[] {
  let room = MOST_BYTES
  return all.slice(0, MOST_ATTACHMENTS).flatMap(({ name, mediaType, path, body }) => {
    const content = body ?? (path === undefined ? null : contentOf(path, room))
    if (!content || content.length > room) return []
    room -= content.length
    return [{ name, mediaType, content: { text: content.toString('base64'), encoding: 'base64' as const } }]
  })
}

/** What the server takes of the attachments of one try. */
export function within(attachments: readonly LiveAttachment[]): LiveAttachment[] {
  let room = MOST_ATTACHED
  return attachments.slice(0, MOST_ATTACHMENTS).filter(({ content }) => {
    if (content.text.length > room) return false
    room -= content.text.length
    return true
  })
}

function contentOf(path: string, room: number): Buffer | null {
  try {
    return statSync(path).size > room ? null : readFileSync(path)
  } catch {
    return null // the runner may have cleaned up: the test goes on, and so does its result
  }
}
