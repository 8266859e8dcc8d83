import { Problem } from '../platform/problem.js'

/** Passwords that are tried first, as a list of leaked ones has them; loaded when somebody chooses one. */
const common = async (): Promise<ReadonlySet<string>> => {
  const { dictionary } = (await import('@zxcvbn-ts/language-common')).default as { dictionary: { passwords: string[] } }
  return new Set(dictionary.passwords)
}
let loaded: Promise<ReadonlySet<string>> | null = null

/** @throws Problem when a password would be guessed soon: a common one, or one that repeats the address or a few characters */
export async function refuseWeak(password: string, email: string): Promise<void> {
  const plain = password.toLowerCase()
  const [name = ''] = email.toLowerCase().split('@')
  const repeats = new Set(plain).size < 4 || plain === email.toLowerCase() || plain.replaceAll(name, '').length < 4
  const known = await (loaded ??= common())
  if (repeats || known.has(plain) || known.has(plain.replace(/\d{1,4}$/, '')))
    throw new Problem(
      'invalid',
      'commonPassword',
      'This password is among the first that would be tried. Choose another: a few words are easy to remember',
    )
}
