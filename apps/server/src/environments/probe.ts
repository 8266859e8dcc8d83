const MOST_MS = 10_000
const MOST_BYTES = 1_000_000

/** Asks an address whether the system under test is there. @returns what it said, in words */
export async function probe({
  url,
  status,
  text,
}: {
  url: string
  status: number | null
  text: string | null
}): Promise<{ ok: boolean; said: string }> {
  const began = performance.now()
  try {
    const answer = await fetch(url, { signal: AbortSignal.timeout(MOST_MS), redirect: 'follow', headers: { accept: '*/*' } })
    const ms = Math.round(performance.now() - began)
    const right = status === null ? answer.ok : answer.status === status
    const body = text === null || !right ? null : await bodyOf(answer)
    if (body === null) await answer.body?.cancel()
    if (!right) return { ok: false, said: `answered ${answer.status}, ${status === null ? '200 to 299' : status} is expected` }
    if (text !== null && !body?.includes(text))
      return { ok: false, said: `answered ${answer.status}, but the answer does not contain “${text}”` }
    return { ok: true, said: `answered ${answer.status} in ${ms} ms` }
  } catch (error) {
    if (error instanceof Error && error.name === 'TimeoutError') return { ok: false, said: `did not answer within ${MOST_MS / 1000} s` }
    const cause =
      error instanceof Error && error.cause instanceof Error ? error.cause.message : error instanceof Error ? error.message : String(error)
    return { ok: false, said: `could not be reached: ${cause}` }
  }
}

async function bodyOf(answer: Response): Promise<string> {
  const decoder = new TextDecoder()
  let text = ''
  for await (const chunk of answer.body ?? []) {
    text += decoder.decode(chunk as Uint8Array, { stream: true })
    if (text.length > MOST_BYTES) break
  }
  return text
}
