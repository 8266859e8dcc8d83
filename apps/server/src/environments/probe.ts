import { allowedAddress, askAt } from '../platform/reachable.js'

const MOST_MS = 10_000
const MOST_CHARS = 1_000_000

export interface Probe {
  url: string
  /** Null: 200 to 299. */
  status: number | null
  /** The answer must hold it. */
  text: string | null
}

/**
 * Asks an address whether the system under test is there.
 * @param hosts those that the project may reach
 * @returns what it said, in words
 */
export async function probe({ url, status, text }: Probe, hosts: readonly string[]): Promise<{ ok: boolean; said: string }> {
  const began = performance.now()
  try {
    const answer = await askAt(allowedAddress(url, hosts), { hosts, withinMs: MOST_MS })
    const ms = Math.round(performance.now() - began)
    const { statusCode = 0 } = answer
    const right = status === null ? statusCode >= 200 && statusCode < 300 : statusCode === status
    const body = text === null || !right ? null : await textOf(answer)
    answer.destroy()
    if (!right) return { ok: false, said: `answered ${statusCode}, ${status === null ? '200 to 299' : status} is expected` }
    if (text !== null && !body?.includes(text))
      return { ok: false, said: `answered ${statusCode}, but the answer does not contain “${text}”` }
    return { ok: true, said: `answered ${statusCode} in ${ms} ms` }
  } catch (error) {
    if (error instanceof Error && /Timeout|Abort/.test(error.name)) return { ok: false, said: `did not answer within ${MOST_MS / 1000} s` }
    return { ok: false, said: `could not be reached: ${error instanceof Error ? error.message : String(error)}` }
  }
}

async function textOf(answer: AsyncIterable<Uint8Array>): Promise<string> {
  const decoder = new TextDecoder()
  let text = ''
  for await (const chunk of answer) {
    text += decoder.decode(chunk, { stream: true })
    if (text.length > MOST_CHARS) break
  }
  return text
}
