import { type Queryable, rowsOf } from './database.js'
import { unseal } from './sealed.js'

/**
 * The values that the part of a token was given, to be masked in what it tells; none for a token that is no part's.
 * @throws Error where they were sealed with another secret of the server
 */
export async function secretsOfPart(db: Queryable, tokenId: number, secret: string): Promise<string[]> {
  const rows = await rowsOf<{ sealed: Buffer }>(
    db,
    `select s.sealed from api_token t join part p on p.id = t.part_id join environment_secret s on s.environment_id = p.environment_id where t.id = $tokenId`,
    { tokenId },
  )
  return rows.map(({ sealed }) => unseal(sealed, secret))
}
