import { browserFile, serviceFile, type Entry, type MadeFile } from './files.js'
import { Random } from './random.js'
import { tell, type BuildSight } from './story.js'
import type { DemoScript, World } from './world.js'

export interface DemoBuild extends BuildSight {
  commit: string
  author: string
  changedFiles: string[]
  startedAt: Date
  files: MadeFile[]
}

interface Pipeline {
  name: string
  branch: string
  environment: string
  last: number
  builds: number
  /** Days between builds, and the hour (UTC) at which they start. */
  everyDays: number
  hour: number
  runs: (script: DemoScript) => boolean
}

const FARES = (script: DemoScript) => script.system.folder === 'fares'

const PIPELINES: readonly Pipeline[] = [
  {
    name: 'fare-desk-web',
    branch: 'main',
    environment: 'pier-test',
    last: 412,
    builds: 28,
    everyDays: 3.2,
    hour: 14,
    runs: (script) => script.system.runner === 'browser',
  },
  { name: 'fare-desk-web', branch: 'release/4.2', environment: 'pier-test', last: 31, builds: 3, everyDays: 6, hour: 9, runs: FARES },
  {
    // what went out was looked at in production, by the few tests that change nothing
    name: 'fare-desk-web',
    branch: 'release/4.2',
    environment: 'open-water',
    last: 31,
    builds: 3,
    everyDays: 6,
    hour: 12,
    runs: (script) => FARES(script) && /^(shows|names|is shown)/.test(script.ending),
  },
  {
    name: 'core-services',
    branch: 'main',
    environment: 'harbour-dev',
    last: 1188,
    builds: 14,
    everyDays: 6.4,
    hour: 11,
    runs: (script) => script.system.runner === 'service',
  },
  { name: 'nightly-full', branch: 'main', environment: 'breakwater-stage', last: 207, builds: 15, everyDays: 1, hour: 2, runs: () => true },
]

const DAY = 86_400_000

/** The builds of all pipelines, oldest first; the newest ends on `lastDay` (ISO date). */
export function makeHistory(world: World, lastDay: string, seed: number): DemoBuild[] {
  const builds = PIPELINES.flatMap((pipeline, i) => pipelineBuilds(world, pipeline, lastDay, seed + i * 1000))
  return builds.sort((a, b) => a.startedAt.getTime() - b.startedAt.getTime())
}

function pipelineBuilds(world: World, pipeline: Pipeline, lastDay: string, seed: number): DemoBuild[] {
  const end = Date.parse(`${lastDay}T00:00:00Z`) + pipeline.hour * 3_600_000
  return Array.from({ length: pipeline.builds }, (_, i) => {
    const age = pipeline.builds - 1 - i
    const random = new Random(seed + i)
    const number = pipeline.last - age
    const startedAt = new Date(end - Math.round(age * pipeline.everyDays * DAY) - Math.floor(random.next() * 1_800_000))
    const sight = { pipeline: pipeline.name, branch: pipeline.branch, environment: pipeline.environment, number, age }
    const commit =
      number === 412
        ? '9f1c2ab'
        : Math.floor(random.next() * 0xfffffff)
            .toString(16)
            .padStart(7, '0')
    const made = madeBy(sight, new Random(seed + i + 500_000))
    return { ...sight, commit, ...made, startedAt, files: buildFiles(world, pipeline, sight, startedAt, random) }
  })
}

const AUTHORS = ['Dara Quill', 'Runa Solberg', 'Bo Fenwick', 'Ada Skerry'] as const
const SOURCES = [
  'deck/planner.ts', 'deck/limits/axles.ts', 'deck/lanes.ts', 'fares/basket.ts', 'fares/refunds.ts', 'fares/season-tickets.ts',
  'gate/scanner.ts', 'gate/offline-queue.ts', 'timetable/tides.py', 'timetable/sailings.py', 'freight/manifest.py', 'tides/alerts.py',
] as const // prettier-ignore

/** Who made a build's change, and what they changed: the newest one on main is the regression of the story. */
function madeBy({ pipeline, branch, number }: BuildSight, random: Random): Pick<DemoBuild, 'author' | 'changedFiles'> {
  if (pipeline === 'fare-desk-web' && branch === 'main' && number === 412)
    return { author: 'Dara Quill', changedFiles: ['deck/axle-load.spec.ts', 'deck/limits/axles.ts', 'deck/planner.ts'] }
  const files = Array.from({ length: 1 + Math.floor(random.next() * 4) }, () => random.pick(SOURCES))
  return { author: random.pick(AUTHORS), changedFiles: [...new Set(files)].sort() }
}

const SHARDS = 4

function buildFiles(world: World, pipeline: Pipeline, sight: BuildSight, startedAt: Date, random: Random): MadeFile[] {
  const entries: Entry[] = world.scripts.filter(pipeline.runs).map((script) => ({ script, told: tell(script, sight, random) }))
  const browser = entries.filter((entry) => entry.script.system.runner === 'browser')
  const service = entries.filter((entry) => entry.script.system.runner === 'service')
  const files: MadeFile[] = []
  for (let shard = 0; shard < SHARDS && browser.length > 0; shard++) {
    const own = browser.filter((_, i) => i % SHARDS === shard)
    files.push(browserFile(`reports/shard-${shard + 1}/results.json`, startedAt, own))
  }
  // a module that did not load: its tests are not run, not gone
  const broken = pipeline.name === 'core-services' && sight.age === 0 ? 'timetable.test_tides' : null
  if (service.length > 0) files.push(serviceFile('reports/services.xml', startedAt, service, broken))
  return files
}
