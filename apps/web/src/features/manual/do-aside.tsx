import type { CaseToDo, EarlierResult } from '@bobbin/client'
import type { ReactNode } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { Button, Key } from '../../ui/states.js'
import { OutcomeGlyph, Thread } from '../../ui/thread.js'
import { aboutWords } from '../plans/plan-words.js'
import { clock } from './manual-words.js'
import type { Spent } from './use-spent.js'

/** What helps to do a case: what scripts and people found before, values to use, the time. */
export function DoAside({ todo, spent, writes }: { todo: CaseToDo; spent: Spent; writes: boolean }) {
  const values = Object.entries(todo.values).filter(([, value]) => value !== '')
  return (
    <aside
      aria-label="Beside the case"
      className="w-[262px] shrink-0 overflow-y-auto border-l border-hairline bg-surface px-4 py-5 max-[900px]:w-auto max-[900px]:overflow-visible max-[900px]:border-t max-[900px]:border-l-0"
    >
      <Part title="Automated results">
        {todo.automated.length === 0 ? (
          <p className="text-soft">No script has told anything of this case.</p>
        ) : (
          <>
            <Thread outcomes={todo.automated.map(({ outcome }) => outcome).reverse()} label="Newest results of its scripts" />
            <ul>
              {todo.automated.slice(0, 3).map((one) => (
                <Result key={`${one.runId}-${one.scriptId}`} result={one} />
              ))}
            </ul>
          </>
        )}
      </Part>
      <Part title="Earlier manual results">
        {todo.earlier.length === 0 ? (
          <p className="text-soft">Nobody has done it by hand before.</p>
        ) : (
          <ul>
            {todo.earlier.map((one) => (
              <Result key={`${one.runId}-${one.scriptId}`} result={one} />
            ))}
          </ul>
        )}
      </Part>
      {values.length > 0 && (
        <Part title="Values">
          <dl className="font-mono">
            {values.map(([name, value]) => (
              <div key={name} className="flex gap-2 py-0.5">
                <dt>{name}</dt>
                <dd className="min-w-0 break-words text-soft">{value}</dd>
              </div>
            ))}
          </dl>
        </Part>
      )}
      <Part title="Time">
        <p>
          <span className="font-mono">{clock(spent.ms)}</span>{' '}
          <span className="text-soft">{todo.expectedMs === null ? 'so far' : `of ${aboutWords(todo.expectedMs)} expected`}</span>
        </p>
        {writes && (
          <Button className="mt-2" onClick={spent.toggle}>
            {spent.running ? 'Pause' : 'Resume'} <Key>t</Key>
          </Button>
        )}
      </Part>
    </aside>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-6">
      <h2 className="mb-1.5 text-sm">{title}</h2>
      {children}
    </section>
  )
}

function Result({ result }: { result: EarlierResult }) {
  const { runId, scriptId, build, environment, profile, outcome, durationMs, by } = result
  return (
    <li className="border-t border-hairline py-1.5 first:border-t-0">
      <ProjectLink to={`runs/${runId}?script=${scriptId}`} className="flex items-center gap-2 hover:underline">
        <span className="font-mono">build {build}</span> <OutcomeGlyph outcome={outcome} label={null} /> {OUTCOME_WORDS[outcome]}
      </ProjectLink>
      <span className="text-soft">
        {[by, [environment, profile].filter(Boolean).join(' '), by && durationMs !== null && aboutWords(durationMs)]
          .filter(Boolean)
          .join(', ')}
      </span>
    </li>
  )
}
