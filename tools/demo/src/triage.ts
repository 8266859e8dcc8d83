import type { AreaNode, FailureList, Member, TrackerState } from '@bobbin/client'
import type { Ask } from './running.js'

/** As the stand-in of the demo has it. */
const TRACKER = { name: 'Quay tracker', token: 'quay-token-of-the-demo', secret: 'quay-secret-of-the-demo' }

/**
 * What decides about failures in the demo: teams by area, the tracker, who is told. One thing was talked about already; deciding is left to
 * who tries the demo.
 * @param tracker where the stand-in is; null where it does not run
 */
export async function setUpTriage(ask: Ask, tracker: string | null, url: string): Promise<void> {
  const areas = await ask<AreaNode[]>('GET', '/areas')
  const people = await ask<Member[]>('GET', '/members')
  const areaOf = (name: string) => areas.filter((area) => area.name === name && area.parentId === null).map(({ id }) => id)
  const personOf = (name: string) => people.filter((person) => person.name.startsWith(name)).map(({ id }) => id)
  const team = (name: string, members: string[], owned: string[], folders: string[]) =>
    ask('POST', '/teams', { name, members: members.flatMap(personOf), areas: owned.flatMap(areaOf), folders })
  await team('Deck crew', ['Dara'], ['Deck planner'], ['deck'])
  await team('Shop crew', ['Runa', 'Teo'], ['Fare desk'], ['fares'])
  if (tracker !== null) {
    const { tracker: connected } = await ask<TrackerState>('PUT', '/tracker', { ...TRACKER, url: `${tracker}/api` })
    const hook = connected?.hook ?? ''
    await fetch(`${tracker}/hook`, { method: 'PUT', body: hook.startsWith('http') ? hook : `${url}${hook}` })
    await ask('POST', '/tracker/test')
    await ask('POST', '/notifications/rules', {
      name: 'Quay chat',
      own: false,
      events: ['newCause', 'backAgain', 'defectClosed', 'agentGone'],
      channel: 'webhook',
      address: `${new URL(tracker).protocol}//127.0.0.1:${Number(new URL(tracker).port) + 2}/hook`,
      secret: TRACKER.secret,
      zone: 'Europe/Oslo',
      paused: false,
    })
  }
  const { rows } = await ask<FailureList>('GET', '/failures?branch=main')
  const axle = rows.find(({ title }) => title.includes('load to be refused'))
  if (axle)
    await ask('POST', '/comments', {
      kind: 'failure',
      subject: String(axle.id),
      text: 'The limit comes in tonnes since Monday. @Dara Quill, is that on purpose?',
    })
}
