import type { CaseToDo, DraftFile } from '@bobbin/client'
import { judge, judgeCase, type ManualDraft, nextStep, passRest, undoVerdict, type Verdict, verdictOf } from '@bobbin/core'
import { useEffect, useRef, useState } from 'react'
import { useSession } from '../../context/session.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { useKeys } from '../../lib/use-keys.js'
import { Button, ErrorState, Key, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { notify } from '../../ui/toast.js'
import { DoAside } from './do-aside.js'
import type { KeptState } from './draft-keeper.js'
import { placeWords, VERDICT_WORDS } from './manual-words.js'
import { StepCard } from './step-card.js'
import { StepDefectDialog } from './step-defect-dialog.js'
import { useCaseToDo, useDraft, useManualChanges } from './use-manual.js'
import { useSpent } from './use-spent.js'
import { useStepFiles } from './use-step-files.js'

export interface DoCaseProps {
  id: number
  /** To the next case, or to the assignment where there is none or all of it is done. */
  onNext: (next: CaseToDo['next']) => void
}

/** One case, one step at a time. */
export function DoCase({ id, onNext }: DoCaseProps) {
  const todo = useCaseToDo(id)
  if (todo.isPending) return <Loading what="the case" />
  if (!todo.data) return <ErrorState error={todo.error} onRetry={() => void todo.refetch()} />
  return <Doing key={`${id}-${todo.data.attempts}`} todo={todo.data} onNext={onNext} />
}

function Doing({ todo, onNext }: { todo: CaseToDo; onNext: DoCaseProps['onNext'] }) {
  const { me } = useSession()
  const invalidate = useInvalidate()
  const keeper = useDraft(todo)
  const { take, again, finish } = useManualChanges()
  const { draft } = keeper
  const isMine = todo.person === null || todo.person.gone || todo.person.id === me.account.id
  const writes = isMine && todo.closed === null && todo.waitsFor === null && (todo.state === 'open' || todo.state === 'going')
  const spent = useSpent(draft.spentMs, writes)
  const [at, setAt] = useState(() => nextStep(draft) ?? todo.steps.length)
  const [reporting, setReporting] = useState<number | null>(null)
  const words = useRef<HTMLTextAreaElement>(null)
  const files = useStepFiles(todo.id)
  const outcome = verdictOf(draft)
  const current = Math.min(at, todo.steps.length)
  const atEnd = current >= todo.steps.length

  const write = (next: ManualDraft, ms?: number) => keeper.change({ ...next, spentMs: draft.spentMs + spent.take() }, ms)
  const judgeStep = (verdict: Verdict) => {
    if (!writes || atEnd) return
    const next = judge(draft, current, verdict, me.account.id)
    write(next, 0)
    // what went wrong wants words; what went well goes on
    if (verdict === 'failed' || verdict === 'errored') words.current?.focus()
    else setAt(nextStep(next, current + 1) ?? todo.steps.length)
  }
  const goOn = () => {
    words.current?.blur()
    setAt(nextStep(draft, current + 1) ?? todo.steps.length)
  }
  const rest = () => {
    if (!writes) return
    write(passRest(draft, me.account.id), 0)
    setAt(todo.steps.length)
  }
  const undo = () => {
    const undone = writes ? undoVerdict(draft) : null
    if (!undone) return
    write(undone.draft, 0)
    setAt(undone.step ?? current)
  }
  const whole = (verdict: Verdict) => {
    if (!writes) return
    write(judgeCase(draft, verdict), 0)
    setAt(todo.steps.length)
  }
  const end = async () => {
    if (!writes || outcome === null || finish.isPending) return
    if (spent.ms > draft.spentMs) write(draft, 0)
    if (!(await keeper.flush()))
      return notify(
        keeper.state.at === 'refused' ? keeper.state.why : 'The server is away. What you wrote is kept; finish the case when it is back',
      )
    // the page of a case that is done is drawn anew, before which a callback of its own would not be called
    const done = await finish.mutateAsync({ id: todo.id, version: keeper.version, draft: keeper.draft }).catch(() => null)
    if (!done) return
    keeper.forget()
    onNext(done.allDone ? null : done.next)
  }
  useKeys({
    p: () => judgeStep('passed'),
    f: () => judgeStep('failed'),
    e: () => judgeStep('errored'),
    s: () => judgeStep('skipped'),
    F: () => whole('failed'),
    E: () => whole('errored'),
    S: () => whole('skipped'),
    P: rest,
    Backspace: undo,
    a: () => words.current?.focus(),
    d: () => writes && !atEnd && setReporting(current),
    j: () => setAt(Math.min(todo.steps.length, current + 1)),
    k: () => setAt(Math.max(0, current - 1)),
    ArrowDown: () => setAt(Math.min(todo.steps.length, current + 1)),
    ArrowUp: () => setAt(Math.max(0, current - 1)),
    t: spent.toggle,
    n: () => onNext(todo.next),
    Enter: () => void end(),
  })
  usePaste((pasted) => {
    if (writes) for (const file of pasted) files.add(atEnd ? null : current, file)
  })
  const filesOf = (step: number | null): DraftFile[] => todo.files.filter((file) => file.step === step)
  const setActual = (step: number, actual: string) =>
    write({ ...draft, steps: draft.steps.map((one, i) => (i === step ? { ...one, actual } : one)) })

  return (
    <div className="flex min-w-0 flex-1 max-[900px]:flex-col max-[900px]:overflow-y-auto">
      <section
        aria-label={`${todo.key} ${todo.title}`}
        className="min-w-0 flex-1 overflow-y-auto px-8 py-5 max-[900px]:shrink-0 max-[900px]:overflow-visible max-[700px]:px-4"
      >
        <p className="flex flex-wrap items-baseline gap-x-2 text-soft">
          <code className="text-dye">{todo.key}</code>
          <span>
            {[todo.areaPath.join(' › '), `version ${todo.version}`, `case ${todo.position} of ${todo.assignment.total}`]
              .filter(Boolean)
              .join(' · ')}
          </span>
          <Kept state={keeper.state} />
        </p>
        <h1 className="mt-0.5 text-xl">{todo.title}</h1>
        <p className="mt-1 max-w-[640px] text-base text-soft">
          {todo.preconditions && `Precondition: ${todo.preconditions} `}
          <span className="text-ink">{placeWords(todo.assignment)}</span>
          {todo.assignment.planId === null ? '.' : ' are set by the plan.'}
        </p>
        <State todo={todo} onTake={() => take.mutate(todo.id)} onAgain={() => again.mutate(todo.id)} />
        <Values todo={todo} draft={draft} writes={writes} onChange={(values) => write({ ...draft, values })} />
        <ol aria-label="Steps" className="mt-4 max-w-[760px]">
          {todo.steps.map((step, i) => (
            <StepCard
              key={i}
              nth={i}
              step={step}
              draft={draft.steps[i]}
              files={filesOf(i)}
              pending={files.pending.filter((one) => one.step === i)}
              caseId={todo.id}
              isCurrent={i === current && writes}
              writes={writes}
              words={i === current ? words : undefined}
              onOpen={() => setAt(i)}
              onVerdict={judgeStep}
              onActual={(actual) => setActual(i, actual)}
              onFiles={(added) => added.forEach((file) => files.add(i, file))}
              onDefect={() => setReporting(i)}
              onNext={goOn}
              onChanged={() => void invalidate('to-do')}
            />
          ))}
        </ol>
        {writes && (
          <End
            draft={draft}
            outcome={outcome}
            isCurrent={atEnd}
            isPending={finish.isPending}
            onComment={(comment) => write({ ...draft, comment })}
            onWhole={whole}
            onFinish={() => void end()}
          />
        )}
        {writes && <Hints />}
      </section>
      <DoAside todo={todo} spent={spent} writes={writes} />
      {reporting !== null && (
        <StepDefectDialog
          todo={todo}
          step={reporting}
          actual={draft.steps[reporting]?.actual ?? ''}
          files={filesOf(reporting)}
          keeper={keeper}
          onClose={() => setReporting(null)}
        />
      )}
    </div>
  )
}

/** Pictures and files from the clipboard, wherever on the page it is pasted. */
function usePaste(take: (files: File[]) => void): void {
  const current = useRef(take)
  useEffect(() => {
    current.current = take
  })
  useEffect(() => {
    const listen = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])]
      if (files.length === 0 || document.querySelector('[role="dialog"]')) return
      event.preventDefault()
      current.current(files)
    }
    document.addEventListener('paste', listen)
    return () => document.removeEventListener('paste', listen)
  }, [])
}

const KEPT_WORDS = { saved: '', saving: 'saving …', away: 'the server is away; kept in this browser' }

function Kept({ state }: { state: KeptState }) {
  return (
    <span role="status" className={`ml-auto ${state.at === 'away' || state.at === 'refused' ? 'text-errored' : ''}`}>
      {state.at === 'refused' ? `Not saved: ${state.why}` : KEPT_WORDS[state.at]}
    </span>
  )
}

/** What stands in the way, or became of it, with the way on. */
function State({ todo, onTake, onAgain }: { todo: CaseToDo; onTake: () => void; onAgain: () => void }) {
  const { me } = useSession()
  const { changed, closed, waitsFor, person, state, outcome } = todo
  const others = person && !person.gone && person.id !== me.account.id && state !== 'done'
  return (
    <div className="mt-3 flex max-w-[760px] flex-col gap-2 empty:hidden">
      {closed && (
        <p role="status" className="border-l-[3px] border-soft pl-3">
          {closed === 'signedOff'
            ? 'The run or its release is signed off. Somebody who may sign off can reopen it, with a reason.'
            : `The assignment was closed${todo.assignment.closedWhy ? `: ${todo.assignment.closedWhy}` : ''}.`}
        </p>
      )}
      {state === 'done' && outcome && (
        <p role="status" className="flex items-center gap-3 border-l-[3px] border-soft pl-3">
          <OutcomeGlyph outcome={outcome} label={null} /> Done: {OUTCOME_WORDS[outcome]}
          {todo.attempts > 1 && `, after ${todo.attempts} attempts`}.{closed === null && <Button onClick={onAgain}>Do it again</Button>}
        </p>
      )}
      {waitsFor && closed === null && (
        <p role="status" className="border-l-[3px] border-errored pl-3">
          {waitsFor} comes before it. You are told when it is your turn.
        </p>
      )}
      {others && closed === null && (
        <p role="status" className="flex items-center gap-3 border-l-[3px] border-soft pl-3">
          {person.name} does this case. <Button onClick={onTake}>Take it over</Button>
        </p>
      )}
      {changed && (
        <details className="border-l-[3px] border-errored pl-3">
          <summary className="cursor-pointer">
            {changed.deleted
              ? 'The case was deleted since it was assigned. It is done as it was.'
              : changed.retired
                ? 'The case was retired since it was assigned. It is done as it was.'
                : `Version ${changed.version} of the case is newer. It is done as it was assigned.`}
          </summary>
          <p className="mt-1 font-semibold">{changed.title}</p>
          <ol className="list-decimal pl-5 text-soft">
            {changed.steps.map((step, i) => (
              <li key={i}>
                {step.action} {step.expected && `→ ${step.expected}`}
              </li>
            ))}
          </ol>
        </details>
      )}
    </div>
  )
}

/** Values that the plan left open. */
function Values({
  todo,
  draft,
  writes,
  onChange,
}: {
  todo: CaseToDo
  draft: ManualDraft
  writes: boolean
  onChange: (values: Record<string, string>) => void
}) {
  if (todo.asked.length === 0) return null
  return (
    <div className="mt-4 flex max-w-[760px] flex-wrap gap-3">
      {todo.asked.map((name) => (
        <label key={name} className="flex flex-col gap-1">
          {name}
          <input
            className="field w-[200px]"
            value={draft.values[name] ?? ''}
            disabled={!writes}
            required
            onChange={({ target }) => onChange({ ...draft.values, [name]: target.value })}
          />
        </label>
      ))}
    </div>
  )
}

/** Verdicts on a case as a whole; that it passed is said by its steps. */
const WHOLE: readonly [Verdict, string][] = [
  ['failed', 'F'],
  ['errored', 'E'],
  ['skipped', 'S'],
]

interface EndProps {
  draft: ManualDraft
  outcome: Verdict | null
  isCurrent: boolean
  isPending: boolean
  onComment: (comment: string) => void
  onWhole: (verdict: Verdict) => void
  onFinish: () => void
}

function End({ draft, outcome, isCurrent, isPending, onComment, onWhole, onFinish }: EndProps) {
  const open = draft.steps.filter(({ verdict }) => verdict === null).length
  return (
    <div className={`mt-4 max-w-[760px] rounded border p-4 ${isCurrent ? 'border-dye bg-raised' : 'border-hairline'}`}>
      <div className="flex flex-wrap items-center gap-3">
        {outcome ? (
          <strong className="flex items-center gap-2 text-base">
            <OutcomeGlyph outcome={outcome} label={null} /> The case{' '}
            {outcome === 'skipped'
              ? 'is skipped'
              : outcome === 'passed'
                ? 'passed'
                : outcome === 'failed'
                  ? 'failed'
                  : 'could not be judged'}
            {draft.verdict !== null && ', by your verdict on the whole'}
          </strong>
        ) : (
          <span className="text-soft">
            {open} {open === 1 ? 'step is' : 'steps are'} open. The case as a whole:{' '}
            {WHOLE.map(([verdict, key]) => (
              <Button key={verdict} kind="quiet" onClick={() => onWhole(verdict)}>
                {VERDICT_WORDS[verdict]} <Key>{key}</Key>
              </Button>
            ))}
          </span>
        )}
        <Button kind="strong" className="ml-auto" disabled={outcome === null || isPending} onClick={onFinish}>
          Finish <Key>⏎</Key>
        </Button>
      </div>
      <textarea
        aria-label="Comment on the case"
        placeholder="Comment on the case"
        className="field mt-3 w-full"
        rows={2}
        value={draft.comment}
        onChange={({ target }) => onComment(target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return
          event.preventDefault()
          event.currentTarget.blur()
        }}
      />
    </div>
  )
}

function Hints() {
  return (
    <p className="mt-4 max-w-[760px] leading-6 text-soft max-[700px]:hidden">
      <Key>p</Key> passes this step and moves on, <Key>P</Key> passes the rest, <Key>f</Key> <Key>e</Key> <Key>s</Key> fail, mark as errored
      or skip it, <Key>⌫</Key> undoes the last, <Key>a</Key> writes the actual result, <Key>d</Key> reports a defect, <Key>t</Key> pauses
      the timer, <Key>n</Key> opens the next case
    </p>
  )
}
