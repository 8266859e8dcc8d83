import type { AttemptDetail, ResultDetail } from '@bobbin/client'
import { isFailing, visibleText } from '@bobbin/core'
import { Columns2 } from 'lucide-react'
import { useState } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { formatDuration } from '../../lib/format.js'
import { useKeys } from '../../lib/use-keys.js'
import { Inspector } from '../../ui/inspector.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { ErrorState, Key, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { LaneHistory } from '../history/lane-history.js'
import { Comments } from '../comments/comments.js'
import { LinkDialog } from '../scripts/link-dialog.js'
import { CHANGE_WORDS } from './change-words.js'
import { AttemptView } from './attempt-view.js'
import { useResult } from './queries.js'
import { RowsView } from './rows-view.js'

export interface ResultInspectorProps {
  runId: number
  scriptId: number
  onClose: () => void
}

/** One test in one run: what went wrong, its life so far, and its case. Opens on the failing attempt. */
export function ResultInspector({ runId, scriptId, onClose }: ResultInspectorProps) {
  const { project } = useSession()
  const result = useResult(project.slug, runId, scriptId)
  const [linking, setLinking] = useState(false)
  useKeys({ l: () => setLinking(true) })
  return (
    <Inspector label="Result" onClose={onClose} footer={<Footer onLink={() => setLinking(true)} />}>
      {result.isPending && <Loading what="the result" />}
      {result.error && <ErrorState error={result.error} onRetry={() => void result.refetch()} />}
      {result.data && <Body result={result.data} />}
      {result.data && <Comments kind="result" subject={`${runId}:${scriptId}`} />}
      {result.data && <LinkDialog script={result.data.script} open={linking} onOpenChange={setLinking} />}
    </Inspector>
  )
}

function Footer({ onLink }: { onLink: () => void }) {
  return (
    <>
      <button type="button" onClick={onLink} className="flex items-center gap-1.5 hover:text-dye">
        <Key>l</Key> link a case
      </button>
      <span className="flex items-center gap-1.5 text-soft">
        <Key>j</Key>
        <Key>k</Key> next and previous
      </span>
      <span className="flex items-center gap-1.5 text-soft">
        <Key>f</Key> full width
      </span>
    </>
  )
}

function Body({ result }: { result: ResultDetail }) {
  const { script, histories } = result
  const [own, ...others] = histories
  return (
    <>
      <p className="flex min-w-0 gap-3 pr-16">
        {result.links.map((link) => (
          <ProjectLink key={link.caseKey} to={`cases?case=${link.caseKey}`} className="link font-mono" title={link.caseTitle}>
            {link.caseKey}
          </ProjectLink>
        ))}
        {result.links.length === 0 && <span className="shrink-0 text-soft">no case</span>}
        <span className="truncate font-mono text-soft" title={script.file ?? script.classname ?? ''}>
          {visibleText(script.file ?? script.classname ?? '')}
        </span>
      </p>
      <h2 className="mt-1 text-lg break-words">{visibleText(script.name)}</h2>
      {script.profile && <p className="text-soft">on {script.profile}</p>}
      <Standing result={result} />
      {own && <LaneHistory history={own} scriptId={script.id} title={false} />}
      <Attempts result={result} />
      <RowsView result={result} />
      <SameFailure result={result} />
      {others.length > 0 && (
        <section className="mt-6">
          <h3 className="text-sm">Elsewhere</h3>
          {others.map((history) => (
            <LaneHistory key={history.lane.id} history={history} scriptId={script.id} />
          ))}
        </section>
      )}
      {result.unknownKeys.length > 0 && (
        <p className="mt-5 text-soft">
          It declares <span className="font-mono">{result.unknownKeys.join(', ')}</span>, which no case has.
        </p>
      )}
    </>
  )
}

/** One sentence: how it stands now and since when. */
function Standing({ result }: { result: ResultDetail }) {
  const { outcome, change, before, failingSince, run } = result
  const since = failingSince && failingSince.runId !== run.id
  return (
    <p className="mt-2 flex items-baseline gap-x-1.5">
      {outcome && <OutcomeGlyph outcome={outcome} />}
      <span className="min-w-0">
        {outcome ? (
          <strong className="font-semibold">{capitalised(OUTCOME_WORDS[outcome])}</strong>
        ) : (
          <strong className="font-semibold">{capitalised(CHANGE_WORDS[change].words)}</strong>
        )}
        {outcome && isFailing(outcome) && !since && ` for the first time in build ${run.build}`}
        {since && (
          <>
            {' '}
            since <ProjectLink to={`runs/${failingSince.runId}?script=${result.script.id}`}>build {failingSince.build}</ProjectLink>
          </>
        )}
        {before && !since && (
          <span className="text-soft">
            ; {OUTCOME_WORDS[before.outcome]} in {before.build}
          </span>
        )}
        {run.commit && !since && outcome && isFailing(outcome) && (
          <span className="text-soft">
            ; commit <span className="font-mono">{run.commit}</span>
          </span>
        )}
      </span>
    </p>
  )
}

const capitalised = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

function Attempts({ result: { attempts, script, run } }: { result: ResultDetail }) {
  const worst = attempts.findIndex((attempt) => isFailing(attempt.outcome))
  const [chosen, setChosen] = useState<number | null>(null)
  const [beside, setBeside] = useState(false)
  const at = chosen ?? (worst >= 0 ? worst : attempts.length - 1)
  const attempt = attempts[at]
  const place = { runId: run.id, scriptId: script.id }
  const several = attempts.length > 1
  useKeys(several ? { s: () => setBeside(!beside) } : {})
  if (!attempt) return <p className="mt-4 text-soft">This build has no result of it.</p>
  return (
    <section className="mt-2" aria-label="Attempts">
      {several && (
        <div className="mt-2 flex flex-wrap items-center gap-1">
          {!beside &&
            attempts.map((one, i) => (
              <button
                key={one.ordinal}
                type="button"
                aria-pressed={i === at}
                onClick={() => setChosen(i)}
                className={`flex items-center gap-1.5 border-b-2 px-2 py-1 ${i === at ? 'border-dye font-semibold' : 'border-transparent text-soft hover:text-ink'}`}
              >
                <AttemptName attempt={one} of={attempts.length} />
              </button>
            ))}
          <button
            type="button"
            aria-label="Side by side"
            aria-pressed={beside}
            title={beside ? 'One by one (s)' : 'Side by side (s)'}
            onClick={() => setBeside(!beside)}
            className={`ml-auto p-1 hover:text-ink ${beside ? 'text-dye' : 'text-soft'}`}
          >
            <Columns2 size={14} aria-hidden="true" />
          </button>
        </div>
      )}
      {beside && several ? (
        <div className="flex gap-5 overflow-x-auto" tabIndex={0} role="group" aria-label="Attempts side by side">
          {attempts.map((one) => (
            <div key={one.ordinal} className="min-w-[240px] flex-1 border-l border-hairline pl-4 first:border-l-0 first:pl-0">
              <h3 className="flex items-center gap-1.5 py-1 text-sm">
                <AttemptName attempt={one} of={attempts.length} />
              </h3>
              <AttemptView attempt={one} name={script.name} place={place} keys={one === attempt} />
            </div>
          ))}
        </div>
      ) : (
        <AttemptView attempt={attempt} name={script.name} place={place} />
      )}
    </section>
  )
}

function AttemptName({ attempt, of }: { attempt: AttemptDetail; of: number }) {
  return (
    <>
      <OutcomeGlyph outcome={attempt.outcome} /> attempt {attempt.ordinal} of {of}{' '}
      <span className="font-mono font-normal text-soft">{formatDuration(attempt.durationMs)}</span>
    </>
  )
}

function SameFailure({ result }: { result: ResultDetail }) {
  if (result.sameFailure.length === 0) return null
  return (
    <section className="mt-5">
      <h3 className="mb-1 text-sm">Failed the same way in this run</h3>
      <ul>
        {result.sameFailure.slice(0, 8).map((other) => (
          <li key={other.scriptId} className="truncate">
            <ProjectLink to={`runs/${result.run.id}?script=${other.scriptId}`}>{other.name}</ProjectLink>
          </li>
        ))}
        {result.sameFailure.length > 8 && <li className="text-soft">and {result.sameFailure.length - 8} more</li>}
      </ul>
    </section>
  )
}
