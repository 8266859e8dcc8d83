import type { FailureDetail } from '@bobbin/client'
import { CAUSES, type Cause } from '@bobbin/core'
import { useState } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { count } from '../../lib/format.js'
import { useKeys } from '../../lib/use-keys.js'
import { useUndo } from '../../context/use-undo.js'
import { copyText } from '../../ui/copy.js'
import { Inspector } from '../../ui/inspector.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { readThread } from '../../ui/outcome-words.js'
import { Button, ErrorState, Key, Loading } from '../../ui/states.js'
import { Thread } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { notify } from '../../ui/toast.js'
import { ActHistory } from '../audit/act-history.js'
import { Comments } from '../comments/comments.js'
import { FailureView } from '../runs/failure-view.js'
import { AssignDialog } from './assign-dialog.js'
import { DefectDialog } from './defect-dialog.js'
import { DefectLine } from './defect-line.js'
import { causeTitle, differenceWords, isBack, muteWords, reasonWords, RULE_WORDS, sureWords } from './failure-words.js'
import { LinkDefectDialog } from './link-defect-dialog.js'
import { MuteDialog } from './mute-dialog.js'
import { QuarantineDialog } from './quarantine-dialog.js'
import { ResolveDialog } from './resolve-dialog.js'
import { SplitDialog } from './split-dialog.js'
import { type Decisions, useDecisions, useFailure, useScore } from './use-failures.js'

export interface FailureInspectorProps {
  id: number
  onClose: () => void
  /** To the next cause that nobody triaged. */
  onNext: () => void
}

type Doing = 'report' | 'link' | 'mute' | 'quarantine' | 'assign' | 'resolve' | 'split' | null

/** One cause: what it is, what happens next, and everything that is known of it. */
export function FailureInspector({ id, onClose, onNext }: FailureInspectorProps) {
  const failure = useFailure(id === 0 ? null : id)
  if (id === 0) return null
  if (!failure.data || (failure.isPlaceholderData && failure.data.row.id !== id))
    return (
      <Inspector label="Cause" onClose={onClose}>
        {failure.error ? <ErrorState error={failure.error} onRetry={() => void failure.refetch()} /> : <Loading what="the cause" />}
      </Inspector>
    )
  return <Shown key={failure.data.row.id} detail={failure.data} onClose={onClose} onNext={onNext} />
}

function Shown({ detail, onClose, onNext }: { detail: FailureDetail; onClose: () => void; onNext: () => void }) {
  const { row } = detail
  const decisions = useDecisions()
  const decides = useCan('decide')
  const runs = useCan('run')
  const { me } = useSession()
  const undo = useUndo()
  const [doing, setDoing] = useState<Doing>(null)
  const [commenting, setCommenting] = useState(0)
  const decide = (cause: Cause) => {
    if (!decides) return
    decisions.cause.mutate({ id: row.id, cause: row.cause === cause ? null : cause, version: row.version })
  }
  const open = (what: Doing) => () => decides && setDoing(what)
  useKeys({
    ...Object.fromEntries(CAUSES.map((cause, i) => [String(i + 1), () => decide(cause)])),
    d: open('report'),
    l: open('link'),
    m: open('mute'),
    q: open('quarantine'),
    a: open('assign'),
    t: () => decides && decisions.assign.mutate({ id: row.id, accountId: me.account.id, version: row.version }),
    s: () => decides && (row.resolvedAt ? decisions.reopen.mutate(row.id) : setDoing('resolve')),
    r: () => runs && decisions.rerun.mutate(row.id, { onSuccess: () => notify('Running its tests again') }),
    c: () => setCommenting((times) => times + 1),
    u: () => {
      const actId = decisions.takeLast()
      if (actId === null) notify('Nothing was decided here that could be undone')
      else void undo(actId)
    },
    y: () => void copyText(window.location.href, 'Link'),
  })
  const close = () => setDoing(null)
  return (
    <Inspector
      label="Cause"
      onClose={onClose}
      footer={
        <>
          <Button kind="quiet" onClick={onNext}>
            Next not triaged <Key>n</Key>
          </Button>
          <Button kind="quiet" onClick={() => void copyText(window.location.href, 'Link')}>
            Copy link <Key>y</Key>
          </Button>
        </>
      }
    >
      <Head detail={detail} />
      <CauseKeys detail={detail} onDecide={decide} />
      <NextStep detail={detail} decisions={decisions} onOpen={setDoing} />
      <Example detail={detail} />
      <Tests detail={detail} />
      <Following detail={detail} />
      <Commits detail={detail} />
      <Wordings detail={detail} onSplit={() => setDoing('split')} />
      <Comments kind="failure" subject={String(row.id)} defect={row.defect} focus={commenting} />
      <ActHistory kind="failure" id={row.id} />
      {doing === 'report' && <DefectDialog detail={detail} onClose={close} onLink={() => setDoing('link')} />}
      {doing === 'link' && <LinkDefectDialog row={row} onClose={close} />}
      {doing === 'mute' && <MuteDialog of={{ kind: 'cause', row }} onClose={close} />}
      {doing === 'quarantine' && (
        <QuarantineDialog tests={detail.tests} reason={row.cause ? `${row.cause}: ${row.title}` : row.title} onClose={close} />
      )}
      {doing === 'assign' && <AssignDialog detail={detail} onClose={close} />}
      {doing === 'resolve' && <ResolveDialog row={row} onClose={close} />}
      {doing === 'split' && <SplitDialog detail={detail} onClose={close} />}
    </Inspector>
  )
}

function Head({ detail: { row, commits, firstSeenAt, allBuilds, allTests, lastGood, resolvedNote } }: { detail: FailureDetail }) {
  const first = commits.find(({ build }) => build === row.since.build)
  return (
    <header className="pr-14">
      <p className="text-soft">
        since build <ProjectLink to={`runs/${row.since.runId}`}>{row.since.build}</ProjectLink>
        {row.since.commit && (
          <>
            , commit <code>{row.since.commit.slice(0, 7)}</code>
          </>
        )}
        {first?.author && ` by ${first.author}`}
      </p>
      <h2 className="mt-1 text-lg leading-snug break-words">{row.title}</h2>
      <p className="mt-2 text-base">
        {count(row.tests, 'test')} {row.tests === 1 ? 'fails' : 'fail'} this way in {row.environments.join(', ')}
        {lastGood && (
          <>
            ; last good build <ProjectLink to={`runs/${lastGood.runId}`}>{lastGood.build}</ProjectLink>
          </>
        )}
        . First seen <Time iso={firstSeenAt} />, in {count(allBuilds, 'build')} and {count(allTests, 'test')} in all.
      </p>
      {row.behind && (
        <p className="mt-2">
          Every failure here only follows <ProjectLink to={`failures?cause=${row.behind.id}`}>{row.behind.title}</ProjectLink>.
        </p>
      )}
      {row.backAt && isBack(row) && (
        <p className="mt-2 font-semibold text-failed">
          It was resolved, and came back <Time iso={row.backAt} />.
        </p>
      )}
      {row.resolvedAt && (
        <p className="mt-2">
          Resolved <Time iso={row.resolvedAt} />
          {row.resolvedByItself && ' by itself'}
          {resolvedNote ? `: ${resolvedNote}` : '.'}
        </p>
      )}
    </header>
  )
}

function CauseKeys({ detail: { row, reasons }, onDecide }: { detail: FailureDetail; onDecide: (cause: Cause) => void }) {
  const decides = useCan('decide')
  const score = useScore()
  const own = reasons.filter(({ cause }) => cause === row.suggested?.cause)
  const other = reasons.find(({ cause }) => cause !== row.suggested?.cause)
  return (
    <section aria-label="Cause" className="mt-5">
      <h3 className="mb-1.5 text-sm">Cause</h3>
      <div className="grid grid-cols-3 gap-1.5">
        {CAUSES.map((cause, i) => {
          const chosen = row.cause === cause
          const suggested = row.cause === null && row.suggested?.cause === cause
          return (
            <button
              key={cause}
              type="button"
              disabled={!decides}
              aria-pressed={chosen}
              title={causeTitle(cause)}
              onClick={() => onDecide(cause)}
              className={`flex min-h-[44px] flex-col items-start rounded border px-2.5 py-1.5 text-left ${
                chosen ? 'border-dye bg-dye text-cloth' : suggested ? 'border-dye bg-dye-wash' : 'border-hairline hover:border-soft'
              }`}
            >
              <span className="flex items-center gap-2">
                <Key>{String(i + 1)}</Key> {cause}
              </span>{' '}
              {suggested && row.suggested && <span className="text-xs text-soft">likely {sureWords(row.suggested.sure)}</span>}
            </button>
          )
        })}
      </div>
      {row.suggested && own.length > 0 && (
        <p className="mt-2 text-soft">
          {row.suggested.cause}: {own.map(reasonWords).join('; ')}.{other && ` For ${other.cause}: ${reasonWords(other)}.`}
        </p>
      )}
      {score.data && score.data.decided > 0 && (
        <p className="mt-1 text-soft">
          Suggestions were right {score.data.right} of {score.data.decided} times in the last {score.data.days} days.
        </p>
      )}
      {row.decidedBy && row.decidedAt && (
        <p className="mt-1 text-soft">
          Last decided by {row.decidedBy}, <Time iso={row.decidedAt} />.
        </p>
      )}
    </section>
  )
}

interface NextStepProps {
  detail: FailureDetail
  decisions: Decisions
  onOpen: (what: Doing) => void
}

function NextStep({ detail, decisions, onOpen }: NextStepProps) {
  const { row, likelyOwners } = detail
  const { me } = useSession()
  const step = 'w-full justify-between'
  const [likely] = likelyOwners
  return (
    <section aria-label="Next step" className="mt-5">
      <h3 className="mb-1.5 text-sm">Next step</h3>
      {row.defect && <DefectLine row={row} passing={detail.passingWhileOpen} decisions={decisions} />}
      {row.mute && (
        <p className="mb-2 flex flex-wrap items-center gap-2">
          <span>
            {muteWords(row.mute)}
            {row.mute.by && `, by ${row.mute.by}`}
            {row.mute.reason && `: ${row.mute.reason}`}
          </span>
          <CanButton right="decide" kind="quiet" onClick={() => row.mute && decisions.unmute.mutate(row.mute.id)}>
            Unmute
          </CanButton>
        </p>
      )}
      {(row.assignee || row.team) && (
        <p className="mb-2">Assigned to {[row.assignee?.name, row.team?.name].filter((name) => name).join(', ')}</p>
      )}
      {!row.assignee && !row.team && likely && (
        <p className="mb-2 text-soft">
          Likely for {likely.team?.name ?? likely.person?.name} ({likely.why}).
        </p>
      )}
      <div className="grid grid-cols-2 gap-1.5">
        <CanButton right="decide" kind={row.defect ? 'plain' : 'strong'} className={step} onClick={() => onOpen('report')}>
          Report a defect <Key>d</Key>
        </CanButton>
        <CanButton right="decide" className={step} onClick={() => onOpen('link')}>
          Link a defect <Key>l</Key>
        </CanButton>
        <CanButton right="decide" className={step} onClick={() => onOpen('mute')}>
          Mute until… <Key>m</Key>
        </CanButton>
        <CanButton right="decide" className={step} onClick={() => onOpen('quarantine')}>
          Quarantine… <Key>q</Key>
        </CanButton>
        <CanButton right="decide" className={step} onClick={() => onOpen('assign')}>
          Assign… <Key>a</Key>
        </CanButton>
        <CanButton
          right="decide"
          className={step}
          onClick={() => decisions.assign.mutate({ id: row.id, accountId: me.account.id, version: row.version })}
        >
          Take it <Key>t</Key>
        </CanButton>
        <CanButton
          right="run"
          className={step}
          disabled={decisions.rerun.isPending}
          onClick={() => decisions.rerun.mutate(row.id, { onSuccess: () => notify('Running its tests again') })}
        >
          Run its tests again <Key>r</Key>
        </CanButton>
        <CanButton right="decide" className={step} onClick={() => (row.resolvedAt ? decisions.reopen.mutate(row.id) : onOpen('resolve'))}>
          {row.resolvedAt ? 'Reopen' : 'Resolve…'} <Key>s</Key>
        </CanButton>
      </div>
    </section>
  )
}

function Example({ detail: { example } }: { detail: FailureDetail }) {
  const { project } = useSession()
  if (!example) return null
  const differences = differenceWords(example)
  return (
    <section aria-label="Example" className="mt-6">
      <h3 className="mb-1 text-sm">
        Example: <ProjectLink to={`runs/${example.runId}?script=${example.script.id}`}>{example.script.name}</ProjectLink> in build{' '}
        {example.bad.build}
      </h3>
      <FailureView failure={{ message: example.message, type: example.type, stack: example.stack || null }} outcome="failed" />
      {example.picture && (
        <a href={`/api/projects/${project.slug}/attachments/${example.picture.id}`} target="_blank" rel="noreferrer" className="mt-3 block">
          <img
            src={`/api/projects/${project.slug}/attachments/${example.picture.id}`}
            alt={`Screenshot at the failure: ${example.picture.name}`}
            loading="lazy"
            className="max-h-[260px] max-w-full rounded border border-hairline object-contain"
          />
        </a>
      )}
      {example.good && (
        <div className="mt-3">
          <h4 className="text-sm">
            Against the last good attempt, build{' '}
            <ProjectLink to={`runs/${example.good.runId}?script=${example.script.id}`}>{example.good.build}</ProjectLink>
          </h4>
          {differences.length === 0 ? (
            <p className="text-soft">Same environment, agent, profile and settings, and about as long.</p>
          ) : (
            <ul className="list-disc pl-5">
              {differences.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          )}
          <OutputDifference bad={example.stdout} good={example.goodStdout} />
        </div>
      )}
    </section>
  )
}

/** Lines that only one of two outputs has. */
function OutputDifference({ bad, good }: { bad: string; good: string }) {
  const lines = (text: string) => text.split('\n').filter((line) => line.trim() !== '')
  const [own, before] = [new Set(lines(bad)), new Set(lines(good))]
  const added = [...own].filter((line) => !before.has(line)).slice(0, 12)
  const gone = [...before].filter((line) => !own.has(line)).slice(0, 12)
  if (added.length + gone.length === 0) return null
  return (
    <pre aria-label="Difference of the output" className="mt-2 overflow-x-auto font-mono text-xs leading-[19px] whitespace-pre-wrap">
      {gone.map((line) => `− ${line}\n`).join('')}
      {added.map((line) => `+ ${line}\n`).join('')}
    </pre>
  )
}

function Tests({ detail: { tests, totalTests, row } }: { detail: FailureDetail }) {
  const decides = useCan('decide')
  const [muting, setMuting] = useState<FailureDetail['tests'][number]['script'] | null>(null)
  return (
    <section aria-label="Tests" className="mt-6">
      <h3 className="mb-1 text-sm">{totalTests === 1 ? 'The test' : `The ${totalTests} tests`}</h3>
      <ul>
        {tests.map(({ script, cases, thread, runId, behind, after, quarantined, passesNow }) => (
          <li key={script.id} className="flex items-start gap-3 border-t border-hairline py-1.5">
            <span className="pt-0.5">
              <Thread outcomes={readThread(thread)} cell={7} room={8} label={script.name} />
            </span>
            <span className="min-w-0 flex-1">
              <ProjectLink to={`runs/${runId}?script=${script.id}`} className="hover:underline">
                {script.name}
              </ProjectLink>
              <span className="block text-soft">
                {[
                  ...cases,
                  behind && `only follows “${behind.name}”: ${RULE_WORDS[behind.rule]}`,
                  after && `fails only after “${after.name}”: ${after.failed} of ${after.ran} times, never in ${after.otherwise} others`,
                  quarantined && 'in quarantine',
                  row.failWhileOpen && row.defect?.state === 'open' && passesNow && 'passes although the defect is open',
                ]
                  .filter((part) => part)
                  .join(' · ')}
              </span>
            </span>
            {decides && (
              <Menu
                label={`Actions for ${script.name}`}
                trigger={
                  <button type="button" aria-label={`Actions for ${script.name}`} className="shrink-0 px-1.5 text-soft hover:text-ink">
                    …
                  </button>
                }
              >
                <MenuItem onSelect={() => setMuting(script)}>Mute this test…</MenuItem>
              </Menu>
            )}
          </li>
        ))}
      </ul>
      {totalTests > tests.length && <p className="border-t border-hairline pt-1.5 text-soft">and {totalTests - tests.length} more</p>}
      {muting && <MuteDialog of={{ kind: 'test', scriptId: muting.id, name: muting.name }} onClose={() => setMuting(null)} />}
    </section>
  )
}

function Following({ detail: { following } }: { detail: FailureDetail }) {
  if (following.length === 0) return null
  return (
    <section aria-label="Knock-on failures" className="mt-6">
      <h3 className="mb-1 text-sm">{count(following.length, 'knock-on failure')}, not counted as findings</h3>
      <ul>
        {following.slice(0, 20).map(({ script, rule }) => (
          <li key={script.id} className="border-t border-hairline py-1">
            {script.name} <span className="text-soft">· {RULE_WORDS[rule]}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Commits({ detail: { commits, lastGood } }: { detail: FailureDetail }) {
  if (commits.length === 0) return null
  return (
    <section aria-label="What came with it" className="mt-6">
      <h3 className="mb-1 text-sm">
        {lastGood ? `What came after build ${lastGood.build}` : 'What came with the first build that has it'}
      </h3>
      <ul>
        {commits.map(({ build, commit, author, at, runId, changedFiles, files }) => (
          <li key={runId} className="border-t border-hairline py-1.5">
            <ProjectLink to={`runs/${runId}`}>{build}</ProjectLink> {commit && <code>{commit.slice(0, 7)}</code>} {author && `by ${author}`}{' '}
            <span className="text-soft">
              <Time iso={at} />
            </span>
            {changedFiles.length > 0 && (
              <ul className="pl-4">
                {changedFiles.map(({ path, onStack, covered }) => (
                  <li key={path} className="break-all">
                    <code>{path}</code>
                    <span className="text-soft">
                      {onStack && ' · on the stack'}
                      {covered && ' · covered by these tests'}
                    </span>
                  </li>
                ))}
                {files > changedFiles.length && <li className="text-soft">and {count(files - changedFiles.length, 'more file')}</li>}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Wordings({ detail: { variants, merged }, onSplit }: { detail: FailureDetail; onSplit: () => void }) {
  if (variants.length < 2 && merged.length === 0) return null
  return (
    <section aria-label="Wordings" className="mt-6">
      <h3 className="mb-1 text-sm">{count(variants.length, 'wording')}</h3>
      <ul>
        {variants.slice(0, 6).map(({ signatureId, message, failures }) => (
          <li key={signatureId} className="flex gap-3 border-t border-hairline py-1">
            <span className="min-w-0 flex-1 truncate" title={message}>
              {message}
            </span>
            <span className="text-soft tabular-nums">{failures}</span>
          </li>
        ))}
      </ul>
      {variants.length > 1 && (
        <CanButton right="decide" kind="quiet" onClick={onSplit}>
          Split off…
        </CanButton>
      )}
      {merged.length > 0 && <p className="text-soft">Merged: {merged.map(({ title }) => `“${title}”`).join(', ')}</p>}
    </section>
  )
}
