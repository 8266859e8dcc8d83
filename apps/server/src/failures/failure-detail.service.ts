import { type CauseReason, framesOf, type KnockOnRule, outcomeFromCode, plainText } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type {
  AttemptFacts,
  FailureCommit,
  FailureDetail,
  FailureExample,
  FailureRow,
  FailureTest,
  FailureVariant,
  ScriptRef,
} from '../contract/index.js'
import { HistoryService } from '../history/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import type { Lens } from '../runs/index.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { groupOf } from './decisions.service.js'
import { FailureListService, muteRow, type MuteRecord } from './failure-list.service.js'
import * as sql from './failure-queries.js'

/** Tests that the inspector lists; the rest is counted. */
const MOST_TESTS = 100
/** Files of a commit that are shown. */
const MOST_FILES = 12
const MOST_STACK = 20_000

type TestRecord = ScriptRef & {
  failures: number
  runId: number
  laneId: number
  full: number
  rule: KnockOnRule | null
  behind: string | null
  cases: string[]
  quarantined: boolean
  after: FailureTest['after']
}

interface Commit {
  build: string
  commit: string | null
  author: string | null
  at: Date
  runId: number
  files: string[]
  good: boolean | null
}

/** Everything that is known of one cause. */
@Injectable()
export class FailureDetailService {
  constructor(
    private readonly list: FailureListService,
    private readonly history: HistoryService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async get(context: Context, lens: Lens, wanted: number, limit = MOST_TESTS): Promise<FailureDetail> {
    const { project } = context
    const id = await groupOf(this, project.id, wanted)
    const [own] = await rowsOf<{ signatures: number[] }>(this, sql.SIGNATURES_OF_GROUP, { projectId: project.id, id })
    const bind = { projectId: project.id, ...lens, signatures: own?.signatures ?? [] }
    const [row, [plain], [ever], tests, variants, merged] = await Promise.all([
      // outside of what the lens shows it is still known
      this.list.row(context, lens, id).then((found) => found ?? this.row(context, lens, id)),
      rowsOf<{ resolvedNote: string | null; firstSeenAt: Date; reasons: CauseReason[] | null }>(this, sql.GROUP_PLAIN, {
        projectId: project.id,
        id,
      }),
      rowsOf<{ firstSeenAt: Date | null; lastSeenAt: Date | null; allBuilds: number; allTests: number }>(this, sql.GROUP_EVER, {
        signatures: bind.signatures,
      }),
      rowsOf<TestRecord>(this, sql.GROUP_TESTS, { ...bind, prefix: project.keyPrefix, limit }),
      bind.signatures.length > 1 ? rowsOf<FailureVariant>(this, sql.GROUP_VARIANTS, bind) : [],
      rowsOf<FailureDetail['merged'][number]>(this, 'select id, title from failure_group where merged_into_id = $id order by id limit 50', {
        id,
      }),
    ])
    if (!plain) throw notFound('cause', wanted)
    const inRun = { runId: row.last.runId, signatures: bind.signatures }
    const [example, commits, following] = await Promise.all([
      exampleOf(this, inRun),
      rowsOf<Commit>(this, sql.GROUP_COMMITS, inRun),
      rowsOf<ScriptRef & { rule: KnockOnRule; outcome: number }>(this, sql.GROUP_FOLLOWING, inRun),
    ])
    const scriptIds = tests.map((test) => test.id)
    const [threads, mutes, passing, owners] = await Promise.all([
      this.threads(tests),
      rowsOf<MuteRecord>(this, sql.MUTES, { projectId: project.id, groupId: id, scriptIds }),
      row.failWhileOpen ? rowsOf<{ id: number }>(this, sql.PASSING_NOW, { projectId: project.id, scriptIds }) : [],
      rowsOf<FailureDetail['likelyOwners'][number]>(this, sql.LIKELY_OWNERS, {
        projectId: project.id,
        scriptIds,
        prefix: project.keyPrefix,
        files: example ? filesOf(example.stack) : [],
      }),
    ])
    const passes = new Set(passing.map((one) => one.id))
    const good = commits.find((commit) => commit.good)
    return {
      row,
      reasons: plain.reasons ?? [],
      resolvedNote: plain.resolvedNote,
      example,
      tests: tests.map((test) => testRow(test, threads, passes)),
      totalTests: tests[0]?.full ?? 0,
      variants,
      merged,
      lastGood: good ? { build: good.build, runId: good.runId } : null,
      commits: await this.commits(
        context,
        commits.filter((commit) => !commit.good),
        example?.stack ?? '',
        tests.map(({ name }) => name),
      ),
      following: following.map(({ rule, outcome, ...script }) => ({ script, rule, outcome: outcomeFromCode(outcome) })),
      firstSeenAt: (ever?.firstSeenAt ?? plain.firstSeenAt).toISOString(),
      lastSeenAt: ever?.lastSeenAt?.toISOString() ?? null,
      allBuilds: ever?.allBuilds ?? 0,
      allTests: ever?.allTests ?? 0,
      mutes: mutes.map(muteRow),
      likelyOwners: owners,
      passingWhileOpen: row.failWhileOpen && row.defect?.state === 'open' ? passes.size : 0,
    }
  }

  /** What is known of a cause that the lens shows nothing of: everything but what was seen there. */
  private async row(context: Context, lens: Lens, id: number): Promise<FailureRow> {
    const wide: Lens = { ...lens, branch: null, environments: null, profile: null, release: null, span: 500 }
    const row = await this.list.row(context, wide, id)
    if (!row) throw notFound('failure of this cause that is still kept', id)
    return row
  }

  private async threads(tests: readonly TestRecord[]): Promise<Map<number, string>> {
    const threads = new Map<number, string>()
    for (const laneId of new Set(tests.map((test) => test.laneId))) {
      const own = tests.filter((test) => test.laneId === laneId).map(({ id }) => id)
      const { byScript } = await this.history.threads(laneId, null, own, 12)
      for (const id of own) threads.set(id, byScript[id] ?? '')
    }
    return threads
  }

  private async commits(context: Context, commits: readonly Commit[], stack: string, names: string[]): Promise<FailureCommit[]> {
    const paths = [...new Set(commits.flatMap(({ files }) => files))]
    const covered = new Set(
      paths.length === 0
        ? []
        : (await rowsOf<{ path: string }>(this, sql.COVERED, { projectId: context.project.id, paths, names })).map(({ path }) => path),
    )
    const onStack = filesOf(stack)
    return commits.map(({ files, good: _, at, ...commit }) => {
      const marked = files.map((path) => ({
        path,
        onStack: onStack.some((file) => file === path || file.endsWith(`/${path}`) || path.endsWith(`/${file}`)),
        covered: covered.has(path),
      }))
      marked.sort((a, b) => Number(b.onStack) - Number(a.onStack) || Number(b.covered) - Number(a.covered) || (a.path < b.path ? -1 : 1))
      return { ...commit, at: at.toISOString(), changedFiles: marked.slice(0, MOST_FILES), files: files.length }
    })
  }
}

function testRow(test: TestRecord, threads: ReadonlyMap<number, string>, passes: ReadonlySet<number>): FailureTest {
  const { failures, runId, laneId: _, full: __, rule, behind, cases, quarantined, after, ...script } = test
  return {
    script,
    cases,
    failures,
    runId,
    thread: threads.get(test.id) ?? '',
    behind: behind !== null && rule ? { name: behind, rule } : null,
    after,
    quarantined,
    passesNow: passes.has(test.id),
  }
}

/** Files of the team's own code that a stack names. */
export function filesOf(stack: string): string[] {
  const files = [...framesOf(plainText(stack.slice(0, MOST_STACK)))].flatMap(({ file, library }) =>
    file !== null && !library ? [file] : [],
  )
  return [...new Set(files)].slice(0, 50)
}

interface Place {
  runId: number
  day: string
  scriptId: number
  laneId: number
  sortKey: string
}

interface Attempted {
  ordinal: number
  failures: string | null
  message: string | null
  stdout: string | null
  durationMs: number | null
  steps: string | null
  picture: { id: number; name: string } | null
}

type Facts = Omit<AttemptFacts, 'at' | 'durationMs' | 'steps'> & { at: Date }

async function exampleOf(db: Queryable, bind: Record<string, unknown>): Promise<FailureExample | null> {
  const [place] = await rowsOf<Place>(db, sql.GROUP_EXAMPLE, bind)
  if (!place) return null
  const [[bad], [goodRun], [script]] = await Promise.all([
    rowsOf<Attempted>(db, sql.EXAMPLE_ATTEMPT, { runId: place.runId, day: place.day, scriptId: place.scriptId, outcomes: [2, 3] }),
    rowsOf<{ runId: number; day: string }>(db, sql.LAST_GOOD, { laneId: place.laneId, sortKey: place.sortKey, scriptId: place.scriptId }),
    rowsOf<ScriptRef>(db, `select ${SCRIPT_REF} from script s where s.id = $scriptId`, { scriptId: place.scriptId }),
  ])
  const [good] = goodRun
    ? await rowsOf<Attempted>(db, sql.EXAMPLE_ATTEMPT, { ...goodRun, scriptId: place.scriptId, outcomes: [1] })
    : [undefined]
  const badFacts = await factsOf(db, place.runId, bad)
  if (!badFacts || !script) return null
  const [first] = failuresIn(bad?.failures ?? null)
  return {
    runId: place.runId,
    script,
    ordinal: bad?.ordinal ?? 1,
    message: first?.message ?? bad?.message ?? '',
    type: first?.type ?? null,
    stack: first?.stack?.slice(0, MOST_STACK) ?? '',
    stdout: bad?.stdout ?? '',
    picture: bad?.picture ?? null,
    bad: badFacts,
    good: goodRun ? await factsOf(db, goodRun.runId, good) : null,
    goodStdout: good?.stdout ?? '',
  }
}

interface KeptFailure {
  message: string | null
  type: string | null
  stack: string | null
}

const failuresIn = (json: string | null): KeptFailure[] => (json === null ? [] : (JSON.parse(json) as KeptFailure[]))

async function factsOf(db: Queryable, runId: number, attempt: Attempted | undefined): Promise<AttemptFacts | null> {
  const [facts] = await rowsOf<Facts>(db, sql.RUN_FACTS, { runId })
  if (!facts) return null
  const steps = attempt?.steps ? (JSON.parse(attempt.steps) as unknown[]).length : 0
  return { ...facts, at: facts.at.toISOString(), durationMs: attempt?.durationMs ?? null, steps }
}
