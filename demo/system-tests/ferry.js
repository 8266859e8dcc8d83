/** Where the ferry system under test answers: runs of Bobbin hand it over. */
export const FERRY = process.env.BOBBIN_ENVIRONMENT_ADDRESS ?? process.env.FERRY_URL ?? 'http://127.0.0.1:4685'

export async function ask(path, init) {
  const answer = await fetch(new URL(path, FERRY), init)
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}`)
  return answer.json()
}
