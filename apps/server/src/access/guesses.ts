import { rowsOf, run, type Queryable } from '../platform/database.js'
import { Problem } from '../platform/problem.js'

const MINUTES = 15
/** Wrong passwords in 15 minutes for one account, and from one address, after which nobody is let in for a while. */
const MOST = { account: 10, address: 60 }

export interface Guess {
  email: string
  address: string
}

const subjectsOf = ({ email, address }: Guess) => [`account:${email.toLowerCase()}`, `address:${address}`]

/**
 * Refuses to check a password when too many were wrong lately; counted in the database, so that it holds with several servers.
 * @throws Problem tooMany, with the seconds to wait
 */
export async function refuseGuessing(db: Queryable, guess: Guess): Promise<void> {
  const rows = await rowsOf<{ wait: number }>(
    db,
    `select ceil(extract(epoch from min(at) + make_interval(mins => ${MINUTES}) - now()))::int as wait
     from sign_in_failure where subject = any($subjects) and at > now() - make_interval(mins => ${MINUTES})
     group by subject having count(*) >= case when subject like 'account:%' then ${MOST.account} else ${MOST.address} end`,
    { subjects: subjectsOf(guess) },
  )
  const wait = Math.max(0, ...rows.map((row) => row.wait))
  if (rows.length > 0) {
    throw new Problem('tooMany', 'guessing', `Too many wrong passwords. Try again in ${Math.max(1, Math.ceil(wait / 60))} min`, {
      retryAfterS: Math.max(1, wait),
    })
  }
}

export async function countGuess(db: Queryable, guess: Guess): Promise<void> {
  await run(db, `insert into sign_in_failure (subject) select unnest($subjects::text[])`, { subjects: subjectsOf(guess) })
  await run(db, `delete from sign_in_failure where at < now() - interval '1 day'`)
}

/** A right password makes the account's wrong ones forgotten; the address keeps its own. */
export const forgetGuesses = (db: Queryable, { email }: Guess): Promise<void> =>
  run(db, 'delete from sign_in_failure where subject = $subject', { subject: `account:${email.toLowerCase()}` })
