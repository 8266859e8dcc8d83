import { MAPPING_RULE_KINDS, visibleText } from '@bobbin/core'
import type { MappingRules } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useFieldArray, useForm, useWatch } from 'react-hook-form'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'

type Rule = MappingRules['rules'][number]

const KINDS: Record<Rule['kind'], { words: string; from: string; to: string; hint: string }> = {
  area: { words: 'source path to area', from: 'deck/**', to: 'Deck planner/Limits', hint: '* is anything within a folder, ** any folders' },
  title: {
    words: 'name to title',
    from: '**/*.py',
    to: '{words}',
    hint: '{name} is the name as it stands in the code, {words} the same in words',
  },
  profile: {
    words: 'framework to profile',
    from: 'playwright',
    to: 'desktop',
    hint: 'Plans run tests of the framework only on this profile; one rule for each where there are several',
  },
  tag: { words: 'tag to tag', from: 'smoke', to: 'smoke', hint: 'a tag in the code, and the tag of the case' },
}

const WAIT_MS = 300

/** Rules for cases that are made of scripts, each with what it would catch. */
export function MappingRulesPart() {
  const { project } = useSession()
  const rules = useQuery({
    queryKey: keyFor('rules', project.slug, 'mapping'),
    queryFn: ({ signal }) => api.get('/projects/{project}/mapping/rules', { path: { project: project.slug }, signal }),
  })
  return (
    <section className="mb-9" aria-labelledby="mapping-rules">
      <h2 id="mapping-rules" className="mb-1 text-base">
        Cases that are made of scripts
      </h2>
      <p className="mb-3 text-soft">
        Without a rule, a case stands in the area that mirrors the script’s folder, and is called like the script. Of each kind the first
        rule that fits holds, and every rule for a tag or a profile.
      </p>
      {rules.isPending && <Loading what="the rules" />}
      {rules.error && <ErrorState error={rules.error} onRetry={() => void rules.refetch()} />}
      {rules.data && <RulesForm key={JSON.stringify(rules.data.rules)} saved={rules.data} />}
    </section>
  )
}

function RulesForm({ saved }: { saved: MappingRules }) {
  const { project } = useSession()
  const queries = useQueryClient()
  const manages = useCan('manage')
  const { control, register, handleSubmit, formState, reset } = useForm<{ rules: Rule[] }>({ defaultValues: { rules: saved.rules } })
  const { fields, append, remove, swap } = useFieldArray({ control, name: 'rules' })
  const rules = useWatch({ control, name: 'rules' })
  const preview = usePreview(rules, saved)
  const save = useMutation({
    mutationFn: (body: { rules: Rule[] }) => api.put('/projects/{project}/mapping/rules', { path: { project: project.slug }, body }),
    onSuccess: (now) => {
      queries.setQueryData(keyFor('rules', project.slug, 'mapping'), now)
      notify('Rules saved. Cases that are there stay as they are.')
    },
  })
  return (
    <form onSubmit={(event) => void handleSubmit((values) => save.mutate(values))(event)}>
      <ol className="flex flex-col">
        {fields.map((field, place) => {
          const kind = rules[place]?.kind ?? field.kind
          const caught = preview?.catches[place]
          return (
            <li key={field.id} className="border-t border-hairline py-2.5">
              <div className="flex flex-wrap items-center gap-2">
                <select
                  {...register(`rules.${place}.kind`)}
                  aria-label={`Kind of rule ${place + 1}`}
                  className="field w-44"
                  disabled={!manages}
                >
                  {MAPPING_RULE_KINDS.map((one) => (
                    <option key={one} value={one}>
                      {KINDS[one].words}
                    </option>
                  ))}
                </select>
                <input
                  {...register(`rules.${place}.from`, { required: true })}
                  aria-label={`From, rule ${place + 1}`}
                  placeholder={KINDS[kind].from}
                  className="field w-48 font-mono"
                  disabled={!manages}
                />
                <span aria-hidden="true">→</span>
                <input
                  {...register(`rules.${place}.to`, { required: true })}
                  aria-label={`To, rule ${place + 1}`}
                  placeholder={KINDS[kind].to}
                  className="field w-56"
                  disabled={!manages}
                />
                {manages && (
                  <>
                    <IconButton label={`Move rule ${place + 1} up`} disabled={place === 0} onClick={() => swap(place, place - 1)}>
                      <ArrowUp size={14} aria-hidden="true" />
                    </IconButton>
                    <IconButton
                      label={`Move rule ${place + 1} down`}
                      disabled={place === fields.length - 1}
                      onClick={() => swap(place, place + 1)}
                    >
                      <ArrowDown size={14} aria-hidden="true" />
                    </IconButton>
                    <IconButton label={`Remove rule ${place + 1}`} onClick={() => remove(place)}>
                      <X size={14} aria-hidden="true" />
                    </IconButton>
                  </>
                )}
              </div>
              <p className="mt-1 text-soft">{KINDS[kind].hint}</p>
              {caught && <Caught caught={caught} kind={kind} />}
            </li>
          )
        })}
      </ol>
      <div className="mt-3 flex items-center gap-2">
        <CanButton right="manage" onClick={() => append({ kind: 'area', from: '', to: '' })}>
          Add a rule
        </CanButton>
        {formState.isDirty && (
          <>
            <Button type="submit" kind="strong" disabled={save.isPending}>
              Save rules
            </Button>
            <Button onClick={() => reset()}>Discard changes</Button>
          </>
        )}
      </div>
      {save.error && (
        <p role="alert" className="mt-2 text-failed">
          {messageOf(save.error)}
        </p>
      )}
    </form>
  )
}

function IconButton({ label, ...props }: { label: string } & React.ButtonHTMLAttributes<HTMLButtonElement>) {
  return <button type="button" aria-label={label} title={label} className="p-1.5 text-soft hover:text-ink disabled:opacity-40" {...props} />
}

function Caught({ caught: { without, lately, examples }, kind }: { caught: MappingRules['catches'][number]; kind: Rule['kind'] }) {
  const isProfile = kind === 'profile'
  return (
    <details className="mt-1">
      <summary className="cursor-pointer">
        Catches {count(without, 'script')} without a case; {count(lately, 'script')} of the last 30 days
      </summary>
      <ul className="mt-1 pl-4 text-soft">
        {examples.map(({ script, file, area, title, tags }) => (
          <li key={`${file} ${script}`} className="truncate">
            {visibleText(script)}
            {!isProfile && ' → '}
            {!isProfile && [visibleText(area), visibleText(title)].filter(Boolean).join(': ')}
            {tags.length > 0 && ` (${tags.join(', ')})`}
          </li>
        ))}
      </ul>
    </details>
  )
}

/** What rules would do, a moment after they were changed; those that are not filled in are left out until they are. */
function usePreview(rules: readonly Rule[], saved: MappingRules): MappingRules | undefined {
  const { project } = useSession()
  const manages = useCan('manage')
  const [asked, setAsked] = useState(saved.rules)
  const text = JSON.stringify(rules)
  useEffect(() => {
    const timer = setTimeout(() => setAsked(JSON.parse(text) as Rule[]), WAIT_MS)
    return () => clearTimeout(timer)
  }, [text])
  const complete = asked.every(({ from, to }) => from.trim() !== '' && to.trim() !== '')
  const { data } = useQuery({
    queryKey: keyFor('rules', project.slug, 'mapping-preview', asked),
    queryFn: ({ signal }) =>
      api.post('/projects/{project}/mapping/rules/preview', { path: { project: project.slug }, body: { rules: asked }, signal }),
    enabled: manages && complete,
    placeholderData: (before) => before,
  })
  return data ?? saved
}
