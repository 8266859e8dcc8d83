import { type Queryable, rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'

const MINUTES = 15
/**
 * Tries in 15 minutes: at one account from one address, at one account by a browser that was signed in to it before, and at one account from
 * everywhere. An address by itself is never stopped, since many people may share it; and who guesses at an account from elsewhere does not stop a
 * browser that is known to it.
 */
const MOST = { pair: 10, known: 20, account: 100 }
/** So many wrong passwords, and the person is told. */
const TOLD_AT = 10

export interface Guess {
  email: string
  address: string
  /** Whether the browser was signed in to this account before. */
  known?: boolean
}

const subjectsOf = ({ email, address, known }: Guess): string[] => {
  const account = email.toLowerCase()
  return known ? [`known:${account}`] : [`pair:${account} ${address}`, `account:${account}`]
}

/**
 * Counts a try before its password is checked, so that many at once are no more than many one after the other; in the database, so that it holds
 * with several servers. A try that was right is taken back with `rightGuess`.
 * @returns what names this try, and whether it is the one after which the person is told
 * @throws Problem tooMany, with the seconds to wait
 */
export async function countTry(db: Queryable, guess: Guess): Promise<{ tries: string[]; tell: boolean }> {
  await run(db, `delete from sign_in_try where at < now() - interval '1 day'`)
  const tries = await rowsOf<{ id: string }>(
    db,
    `insert into sign_in_try (subject) select unnest($subjects::text[]) returning id::text as id`,
    { subjects: subjectsOf(guess) },
  )
  const rows = await rowsOf<{ kind: keyof typeof MOST; count: number; wait: number }>(
    db,
    `select split_part(subject, ':', 1) as kind, count(*)::int as count, ceil(extract(epoch from min(at) + make_interval(mins => ${MINUTES}) - now()))::int as wait
     from sign_in_try where subject = any($subjects) and at > now() - make_interval(mins => ${MINUTES}) group by subject`,
    { subjects: subjectsOf(guess) },
  )
  const over = rows.filter(({ kind, count }) => count > MOST[kind])
  const tell = rows.some(({ kind, count }) => kind !== 'pair' && count === TOLD_AT)
  if (over.length === 0) return { tries: tries.map(({ id }) => id), tell }
  const wait = Math.max(1, ...over.map((row) => row.wait))
  throw new Problem('tooMany', 'guessing', `Too many wrong passwords. Try again in ${Math.ceil(wait / 60)} min`, { retryAfterS: wait })
}

/** A right password makes wrong ones from the same place forgotten. */
export const rightGuess = (db: Queryable, guess: Guess, tries: readonly string[]): Promise<void> =>
  run(db, 'delete from sign_in_try where subject = any($subjects) or id = any($tries::bigint[])', {
    subjects: subjectsOf(guess).filter((subject) => !subject.startsWith('account:')),
    tries,
  })
