import type { AssignCasesDto, AssignmentDetail, CaseList, CaseToDo, Member } from '@bobbin/client'
import { passRest } from '@bobbin/core'
import type { Ask } from './running.js'

const MINUTE_MS = 60_000

/**
 * What people do by hand in the demo: rounds on the kiosk and on a phone, some done, some waiting for who tries the demo.
 * @param asks by first name, signed in as that person
 */
export async function setUpByHand(asks: Record<'Runa' | 'Teo' | 'Lin', Ask>): Promise<void> {
  const members = await asks.Lin<Member[]>('GET', '/members')
  const idOf = (name: string) => members.find((member) => member.name.startsWith(name))?.id ?? 0
  const keysOf = async (search: string, most: number) => {
    const { rows } = await asks.Lin<CaseList>('GET', `/cases?search=${encodeURIComponent(search)}&limit=200`)
    return rows
      .filter(({ state, intent }) => state === 'approved' && intent !== 'never')
      .slice(0, most)
      .map(({ key }) => key)
  }
  const assign = (ask: Ask, dto: Partial<AssignCasesDto> & Pick<AssignCasesDto, 'name' | 'keys' | 'people' | 'build'>) =>
    ask<AssignmentDetail>('POST', '/assignments', {
      inOrder: false,
      pipeline: 'manual-rounds',
      branch: 'main',
      environment: 'pier-test',
      release: '4.2',
      ...dto,
    } satisfies AssignCasesDto)
  const round = async (ask: Ask, { cases }: AssignmentDetail, howMany: number, minutes: readonly number[]) => {
    for (const [i, { id }] of cases.slice(0, howMany).entries()) {
      const { draft, draftVersion } = await ask<CaseToDo>('GET', `/assigned-cases/${id}`)
      const spentMs = (minutes[i % minutes.length] ?? 4) * MINUTE_MS
      await ask('POST', `/assigned-cases/${id}/finish`, { version: draftVersion, draft: { ...passRest(draft, null), spentMs } })
    }
  }
  const due = (days: number, hour: number) => {
    const at = new Date(Date.now() + days * 86_400_000)
    at.setUTCHours(hour, 0, 0, 0)
    return at.toISOString()
  }

  const deck = await keysOf('deck', 9)
  for (const [build, minutes] of [
    ['371', [6, 5, 7]],
    ['398', [4, 4, 5]],
  ] as const)
    await round(
      asks.Teo,
      await assign(asks.Lin, { name: 'Deck planner on kiosk', keys: deck, people: [idOf('Teo')], build, profile: 'kiosk' }),
      9,
      minutes,
    )
  const kiosk = await assign(asks.Lin, {
    name: 'Deck planner on kiosk',
    keys: deck,
    people: [idOf('Runa')],
    build: '412',
    profile: 'kiosk',
    dueAt: due(2, 16),
    values: { sailing: '07:40', axles: '7.1 t, 9.8 t' },
  })
  await round(asks.Runa, kiosk, 6, [5, 4, 6])
  await assign(asks.Lin, {
    name: 'Gate scanner on phone',
    keys: await keysOf('ticket', 5),
    people: [idOf('Runa'), idOf('Teo')],
    build: '412',
    profile: 'phone',
    dueAt: due(4, 12),
  })
  const desk = await assign(asks.Lin, {
    name: 'Fare desk, accessibility',
    keys: await keysOf('fare', 12),
    people: [idOf('Teo')],
    build: '412',
  })
  await round(asks.Teo, desk, 12, [3, 5, 4, 2])
  await assign(asks.Teo, {
    name: 'Refund by letter',
    keys: await keysOf('refund', 2),
    people: [idOf('Teo'), idOf('Runa')],
    inOrder: true,
    build: '412',
    dueAt: due(1, 9),
  })
}
