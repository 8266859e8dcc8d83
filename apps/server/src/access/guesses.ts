import { rowsOf, run, type Queryable } from '../platform/database.js'
import { Problem } from '../platform/problem.js'

const MINUTES = 15
/** Tries in 15 minutes for one account, and from one address, after which nobody is let in for a while. */
const MOST = { account: 10, address: 60 }

export interface Guess {
  email: string
  address: string
}

const subjectsOf = ({ email, address }: Guess) => [`account:${email.toLowerCase()}`, `address:${address}`]

/**
 * Counts a try before its password or secret is checked, so that many at once are no more than many one after the other; in the database, so
 * that it holds with several servers. A try that was right is taken back with `rightGuess`.
 * @returns what names this try
 * @throws Problem tooMany, with the seconds to wait
 */
export async function countTry(db: Queryable, guess: Guess): Promise<string[]> {
  await run(db, `delete from sign_in_try where at < now() - interval '1 day'`)
  const tries = await rowsOf<{ id: string }>(
    db,
    `insert into sign_in_try (subject) select unnest($subjects::text[]) returning id::text as id`,
    { subjects: subjectsOf(guess) },
  )
  const rows = await rowsOf<{ wait: number }>(
    db,
    `select ceil(extract(epoch from min(at) + make_interval(mins => ${MINUTES}) - now()))::int as wait
     from sign_in_try where subject = any($subjects) and at > now() - make_interval(mins => ${MINUTES})
     group by subject having count(*) > case when subject like 'account:%' then ${MOST.account} else ${MOST.address} end`,
    { subjects: subjectsOf(guess) },
  )
  if (rows.length === 0) return tries.map(({ id }) => id)
  const wait = Math.max(1, ...rows.map((row) => row.wait))
  throw new Problem('tooMany', 'guessing', `Too many wrong passwords. Try again in ${Math.ceil(wait / 60)} min`, { retryAfterS: wait })
}

/** A right password makes the account's wrong ones forgotten; the address keeps its own. */
export const rightGuess = (db: Queryable, { email }: Pick<Guess, 'email'>, tries: readonly string[]): Promise<void> =>
  run(db, 'delete from sign_in_try where subject = $subject or id = any($tries::bigint[])', {
    subject: `account:${email.toLowerCase()}`,
    tries,
  })
