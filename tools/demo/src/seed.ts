import type { Seed, SeedCase } from '../../../apps/server/dist/seed.js'
import { Random } from './random.js'
import type { DemoCase, World } from './world.js'

const PEOPLE = [
  { email: 'runa@gullhaven.example', name: 'Runa Solberg', kind: 'engineer' },
  { email: 'teo@gullhaven.example', name: 'Teo Marsh', kind: 'tester' },
  { email: 'dara@gullhaven.example', name: 'Dara Quill', kind: 'developer' },
  { email: 'lin@gullhaven.example', name: 'Lin Harrow', kind: 'lead' },
] as const

/** The project, its people and its cases. */
export function makeSeed(world: World, seed: number): Seed {
  const random = new Random(seed)
  return {
    project: { slug: 'gullhaven', name: 'Gullhaven Ferry', keyPrefix: 'FERRY' },
    accounts: PEOPLE.map((person) => ({ ...person, password: 'gullhaven' })),
    environments: ['harbour-dev', 'pier-test', 'breakwater-stage', 'open-water'].map((name) => ({
      name,
      protected: name === 'open-water',
    })),
    token: 'bbn_gullhaven-demo-token',
    cases: world.cases.map((row): SeedCase => {
      const [subject = '', ending = ''] = splitTitle(row.title)
      return {
        number: row.number,
        title: row.title,
        area: row.area,
        ...plannedFor(row, world, random),
        priority: random.pick([1, 2, 2, 3, 3, 3, 4]),
        tags: [random.pick(['smoke', 'regression', 'regression', 'release']), ...(random.chance(0.2) ? ['safety'] : [])],
        owner: random.pick(PEOPLE.slice(0, 3)).email,
        state: random.chance(0.7) ? 'approved' : 'draft',
        preconditions: `${row.area[0]} is open on a day with three sailings.`,
        steps: [
          { action: `Open ${row.area[0]} and go to ${row.area[1].toLowerCase()}`, expected: `${row.area[1]} are shown for today` },
          { action: `Choose: ${subject}`, expected: 'The details open without an error' },
          { action: 'Carry it through to the end', expected: `It ${ending}` },
        ],
      }
    }),
  }
}

/** A case with a script is automated; the others wait for one, or never get it. */
function plannedFor(row: DemoCase, world: World, random: Random): Pick<SeedCase, 'intent' | 'estimateS'> {
  const automated = world.scripts.some((script) => script.key === `FERRY-${row.number}`)
  return {
    intent: automated ? 'automated' : random.pick(['toAutomate', 'toAutomate', 'byHand', 'never']),
    estimateS: 60 * random.pick([2, 3, 5, 5, 8, 12, 20]),
  }
}

/** Subject and ending: the ending starts at the first verb-like word after the subject. */
function splitTitle(title: string): [string, string] {
  const words = title.split(' ')
  const at = words.findIndex(
    (word, i) =>
      i > 0 &&
      /^(is|can|gets|shows|names|keeps|opens|accepts|refuses|tells|counts|leaves|stands|moves|warns|closes|starts|has|links|survives|expires|arrives|gives|speaks|rejoins|sends|works|greets|needs|follows|stops|raises|falls|reopens)$/.test(
        word,
      ),
  )
  return at < 0 ? [title, 'does as the title says'] : [words.slice(0, at).join(' '), words.slice(at).join(' ')]
}
