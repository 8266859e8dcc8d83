import type { CaseList, RequirementLineDto, RequirementList } from '@bobbin/client'
import type { Ask } from './running.js'

/** Requirements of the ferry line, kept in its own register, and words by which the cases that verify each are found. */
const REQUIREMENTS: readonly [number: number, name: string, words: readonly string[]][] = [
  [31, 'Loads over the axle limit are refused', ['refuses a load over the axle limit']],
  [32, 'Loads at the limit are accepted', ['accepts a load at the limit']],
  [33, 'The driver learns which axle is too heavy', ['tells which axle is too heavy']],
  [34, 'Dangerous goods stand apart', ['Dangerous goods transport']],
  [35, 'The fire lane stays free', ['leaves the fire lane free']],
  [36, 'The mate gets the plan on paper', []],
  [40, 'Vouchers are taken off the price once', ['Voucher in the basket']],
  [41, 'Islanders travel at the reduced fare', ['Islander']],
  [42, 'Refunds arrive within three days', ['arrives within three days']],
  [43, 'A basket survives a lost connection', ['Basket survives a reload']],
  [44, 'Fares are shown in both currencies', ['shows the price in both currencies']],
  [45, 'Group leaders see who has boarded', []],
  [50, 'Gates work without a network', ['keeps working without network', 'sends what it missed', 'rejoins after tunnel']],
  [51, 'A used ticket opens no gate', ['Used ticket']],
  [52, 'A blocked pass opens no gate', ['is refused when blocked']],
  [60, 'Hazard classes are on the manifest', ['Hazard class is printed on the manifest']],
  [61, 'Explosives need a second signature', ['Explosives needs a second signature']],
  [70, 'Low tide closes the low ramp', ['Low tide closes the low ramp']],
  [71, 'The night of the clock change has no double departures', ['Clock change has no double departures']],
  [80, 'Warnings leave within a minute', ['Alert leaves within a minute']],
  [81, 'Warnings reach hearing-impaired passengers', []],
]

/** Most of the cases that are tied to one: a register names the decisive ones. */
const MOST_CASES = 3

/** What must hold, tied to the cases that say the same; some have none yet. */
export async function setUpRequirements(ask: Ask): Promise<void> {
  const rows = REQUIREMENTS.map(([number, name]): RequirementLineDto => ({
    key: `TIDE-${number}`,
    name,
    address: `https://register.gullhaven.example/tide/${number}`,
  }))
  await ask('POST', '/requirements/lines', { rows })
  const made = (await ask<RequirementList>('GET', '/requirements')).rows
  for (const [number, , words] of REQUIREMENTS) {
    const id = made.find(({ key }) => key === `TIDE-${number}`)?.id ?? 0
    const found = await Promise.all(
      words.map((search) => ask<CaseList>('GET', `/cases?search=${encodeURIComponent(search)}&limit=${MOST_CASES}`)),
    )
    const keys = found.flatMap((list) => list.rows.filter(({ state }) => state !== 'retired').map(({ key }) => key)).slice(0, MOST_CASES)
    if (keys.length > 0) await ask('PUT', `/requirements/${id}/cases`, { add: keys, remove: [] })
  }
  // the register was reworded after its cases were approved
  const changed = made.find(({ key }) => key === 'TIDE-52')
  if (changed)
    await ask('PUT', `/requirements/${changed.id}`, { name: 'A blocked pass opens no gate and is reported', address: changed.address })
}
