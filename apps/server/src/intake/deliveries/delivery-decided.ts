import type { Decided } from '../../contract/index.js'
import { type Queryable, rowsOf } from '../../platform/database.js'
import { DECIDED } from './delivery-queries.js'

export const NOTHING_DECIDED: Decided = { make: 0, aside: 0, ask: 0 }

/** How many tests came with a delivery that no case claims, by what the project chose for them. */
export async function decidedOf(db: Queryable, deliveryId: number): Promise<Decided> {
  const [decided] = await rowsOf<Decided>(db, DECIDED, { id: deliveryId })
  return decided ?? NOTHING_DECIDED
}
