import { PRIORITY_WORDS, type SuiteTemplate, suiteTemplate } from '@bobbin/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { messageOf } from '../../ui/states.js'
import { notify, notifyError } from '../../ui/toast.js'
import { filterWords } from './suite-words.js'

/** How the address names a template that ships with Bobbin, among suites that are named by their number. */
export const templateAddress = (id: string): string => `template-${id}`
export const templateAt = (address: string | null): SuiteTemplate | null =>
  address?.startsWith('template-') ? suiteTemplate(address.slice('template-'.length)) : null

/** Templates name no areas, people or requirements of a project. */
const NO_NAMES = { areas: new Map<number, string>(), people: new Map<number, string>(), requirements: new Map<number, string>() }

/** A suite that ships with Bobbin: what is in it, and the way to have it as one’s own. */
export function TemplateView({ template, taken }: { template: SuiteTemplate; taken: ReadonlySet<string> }) {
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set())
  const [, setAddress] = useAddress()
  const edits = useCan('editCases')
  const places = template.cases.map((_, place) => place).filter((place) => !left.has(place))
  const { suite, cases } = useCopies(template, taken, (id) => setAddress({ suite: String(id) }))
  const busy = suite.isPending || cases.isPending
  const hasCases = template.cases.length > 0
  const toggle = (place: number) =>
    setLeft((before) => new Set(before.has(place) ? [...before].filter((one) => one !== place) : [...before, place]))
  return (
    <section aria-label="Template" className="flex min-w-0 flex-1 flex-col">
      <header className="flex flex-wrap items-start gap-x-4 gap-y-2 border-b border-hairline px-5 pt-4 pb-3">
        <div className="min-w-[260px] flex-1">
          <h1 className="text-xl">{template.name}</h1>
          <p className="text-soft">
            A template that ships with Bobbin.{' '}
            {hasCases
              ? `Its ${count(template.cases.length, 'case')} are copied into an area of their own, as drafts.`
              : `Its cases are found each time: ${filterWords(template.filter ?? {}, NO_NAMES)}.`}
          </p>
          <p className="mt-1 text-soft">{template.note}</p>
        </div>
        <div className="flex items-center gap-2">
          {hasCases && (
            <CanButton right="editCases" disabled={busy || places.length === 0} onClick={() => cases.mutate(places)}>
              Copy {count(places.length, 'case')}
            </CanButton>
          )}
          <CanButton
            right="run"
            kind="strong"
            disabled={busy || (hasCases && (!edits || places.length === 0))}
            onClick={() => suite.mutate(places)}
          >
            Copy as a suite
          </CanButton>
        </div>
      </header>
      {hasCases && (
        <ol className="min-h-0 flex-1 overflow-y-auto px-5 py-2">
          {template.cases.map(({ title, preconditions, priority, tags, steps }, place) => (
            <li key={title} className="border-b border-hairline py-2">
              <label className="flex items-start gap-3">
                <input type="checkbox" className="mt-[3px] accent-dye" checked={!left.has(place)} onChange={() => toggle(place)} />
                <span className="min-w-0 flex-1">
                  <span className="font-medium">{title}</span>
                  <span className="block text-soft">
                    {PRIORITY_WORDS[priority - 1]} · {tags.join(', ')}
                  </span>
                </span>
              </label>
              <details className="mt-1 pl-7">
                <summary className="cursor-pointer text-soft hover:text-ink">{count(steps.length, 'step')}</summary>
                {preconditions && <p className="mt-1">{preconditions}</p>}
                <ol className="mt-1 list-decimal pl-5">
                  {steps.map(({ action, expected }) => (
                    <li key={action} className="py-0.5">
                      {action}
                      {expected && <span className="block text-soft">{expected}</span>}
                    </li>
                  ))}
                </ol>
              </details>
            </li>
          ))}
        </ol>
      )}
    </section>
  )
}

/** Copies of a template: of its cases alone, or with a suite of them. */
function useCopies(template: SuiteTemplate, taken: ReadonlySet<string>, onMade: (suite: number) => void) {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const done = useDone()
  const path = { project: project.slug }
  const copyCases = (places: number[]) =>
    api.post('/projects/{project}/cases/from-template', { path, body: { template: template.id, places } })
  const refresh = () => void invalidate(...COPIED)
  const onError = (error: unknown) => notifyError(messageOf(error))
  return {
    cases: useMutation({
      mutationFn: copyCases,
      onSuccess: ({ cases, actId }) => {
        refresh()
        done(`Copied ${count(cases.length, 'case')} into ${template.name}`, actId)
      },
      onError,
    }),
    suite: useMutation({
      mutationFn: async (places: number[]) => {
        const cases = template.cases.length > 0 ? await copyCases(places) : null
        const body = { folder: '', name: freeName(template.name, taken), note: template.note, filter: template.filter }
        const made = await api.post('/projects/{project}/suites', { path, body })
        if (!cases) return made
        const keys = cases.cases.map(({ key }) => key)
        return api.post('/projects/{project}/suites/{id}/cases', { path: { ...path, id: made.id }, body: { keys } })
      },
      onSuccess: (made) => {
        queries.setQueryData(keyFor('suite', project.slug, made.id), made)
        refresh()
        notify(`${made.name} is yours now: change it as you like`)
        onMade(made.id)
      },
      onError,
    }),
  }
}

/** What copying a template changes. */
const COPIED = ['suites', 'suite-threads', 'cases', 'areas'] as const

function freeName(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name
  for (let nth = 2; ; nth++) if (!taken.has(`${name} ${nth}`)) return `${name} ${nth}`
}
