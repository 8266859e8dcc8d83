import type { LifeInstance, TestLife } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatDuration, formatExact } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { keyOfInstance, LifeStrip } from './life-strip.js'
import { lifeSentences, markWords } from './life-words.js'

/** One test from its first run on: all its runs, what was done about it, on one axis of time. */
export function LifePage() {
  const { id = '' } = useParams()
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const life = useQuery({
    queryKey: keyFor('life', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/tests/{id}', { path: { project: project.slug, id: Number(id) }, signal }),
  })
  if (life.isPending) return <Loading what="the test" />
  if (life.error) return <ErrorState error={life.error} onRetry={() => void life.refetch()} />
  const { instances, marks } = life.data
  const selected = params.get('run')
  const select = (run: string) => setAddress({ run }, { replace: true })
  const newestFirst = instances.toReversed()
  const times = [...instances.map(({ at }) => Date.parse(at)), ...marks.map(({ at }) => Date.parse(at))]
  const span: [number, number] = [Math.min(...times), Math.max(...times)]
  return (
    <section aria-label="One test’s life" className="flex min-w-0 flex-1 flex-col">
      <header className="max-h-[62%] shrink-0 overflow-y-auto border-b border-hairline px-5 pt-4 pb-3" tabIndex={0}>
        <Head life={life.data} />
        {instances.length > 0 &&
          lanesOf(instances).map(([name, own]) => (
            <LifeStrip key={name} name={name} instances={own} marks={marks} span={span} selected={selected} onSelect={select} />
          ))}
        <Marks life={life.data} />
      </header>
      {instances.length === 0 ? (
        <EmptyState title="It never ran">Its code is known, and no result of it was delivered yet.</EmptyState>
      ) : (
        <RowList
          label="Its runs"
          items={newestFirst}
          keyOf={keyOfInstance}
          selected={selected}
          onSelect={select}
          render={(one) => <InstanceLine one={one} scriptId={life.data.script.id} />}
        />
      )}
    </section>
  )
}

function lanesOf(instances: readonly LifeInstance[]): [string, LifeInstance[]][] {
  const lanes = new Map<string, LifeInstance[]>()
  for (const one of instances) {
    const name = `${one.lane.pipeline} · ${one.lane.branch} · ${one.lane.environment}`
    const own = lanes.get(name) ?? []
    own.push(one)
    lanes.set(name, own)
  }
  return [...lanes].sort(([, a], [, b]) => b.length - a.length)
}

function Head({ life }: { life: TestLife }) {
  const { script, cases, instances } = life
  const save = () =>
    saveFile(
      `test-${script.id}.csv`,
      csvOf([
        [
          'At',
          'Build',
          'Commit',
          'Pipeline',
          'Branch',
          'Environment',
          'Profile',
          'Agent',
          'Outcome',
          'Duration (ms)',
          'Attempts',
          'Message',
        ],
        ...instances.map(({ at, build, commit, lane, profile, agent, outcome, durationMs, attempts, message }) => [
          ...[at, build, commit, lane.pipeline, lane.branch, lane.environment, profile, agent, outcome, durationMs, attempts, message],
        ]),
      ]),
    )
  return (
    <>
      <div className="flex items-baseline gap-4">
        <h1 className="text-xl break-words">{script.name}</h1>
        <span className="ml-auto flex shrink-0 gap-4">
          <ProjectLink to={`scripts?script=${script.id}`}>Script</ProjectLink>
          <button type="button" className="link" onClick={save}>
            CSV
          </button>
        </span>
      </div>
      <p className="text-soft">
        <span className="font-mono">{script.file ?? script.classname ?? ''}</span>
        {script.profile && ` · ${script.profile}`}
        {cases.map(({ key, title }) => (
          <span key={key}>
            {' · '}
            <ProjectLink to={`cases?case=${key}`} className="link">
              <span className="font-mono">{key}</span> {title}
            </ProjectLink>
          </span>
        ))}
      </p>
      <p className="mt-2 max-w-[90ch]">{lifeSentences(life).join(' ')}</p>
    </>
  )
}

/** What was done about it, newest first. */
function Marks({ life: { marks } }: { life: TestLife }) {
  if (marks.length === 0) return null
  return (
    <section aria-label="What was done" className="mt-3">
      <h2 className="text-sm font-semibold">{count(marks.length, 'mark')} on its line</h2>
      <ul>
        {marks.toReversed().map((mark, i) => (
          <li key={i} className="flex gap-4 py-0.5">
            <span className="w-[150px] shrink-0 text-soft">
              <Time iso={mark.at} />
            </span>
            <span className="min-w-0 truncate">
              {'groupId' in mark ? (
                <ProjectLink to={`failures?cause=${mark.groupId}`} className="hover:underline">
                  {markWords(mark)}
                </ProjectLink>
              ) : (
                markWords(mark)
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function InstanceLine({ one, scriptId }: { one: LifeInstance; scriptId: number }) {
  return (
    <>
      <div role="gridcell" className="w-[130px] shrink-0 pl-4">
        <ProjectLink to={`runs/${one.runId}?script=${scriptId}`} className="flex items-center gap-2 hover:underline">
          <OutcomeGlyph outcome={one.outcome} label={null} /> {OUTCOME_WORDS[one.outcome]}
        </ProjectLink>
      </div>
      <div role="gridcell" className="w-[90px] shrink-0 truncate font-mono" title={one.commit ?? undefined}>
        {one.build}
      </div>
      <div role="gridcell" className="w-[200px] shrink-0 truncate text-soft">
        {one.lane.environment}
        {one.profile && `, ${one.profile}`}
        {one.agent && `, ${one.agent}`}
      </div>
      <div role="gridcell" className="min-w-0 flex-1 truncate" title={one.message ?? undefined}>
        {one.message ?? ''}
        {one.outage && <span className="text-errored"> (outage)</span>}
      </div>
      <div role="gridcell" className="w-[90px] shrink-0 text-right text-soft">
        {one.attempts > 1 ? count(one.attempts, 'attempt') : ''}
      </div>
      <div role="gridcell" className="w-[90px] shrink-0 text-right font-mono">
        {formatDuration(one.durationMs)}
      </div>
      <div role="gridcell" className="w-[150px] shrink-0 truncate pr-5 pl-3 text-right text-soft" title={formatExact(one.at)}>
        <Time iso={one.at} />
      </div>
    </>
  )
}
