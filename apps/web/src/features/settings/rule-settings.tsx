import type { ProjectRules, UnknownTests } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { ErrorState, Loading, messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'
import { Queue } from '../intake/queue.js'
import { MappingRulesPart } from './mapping-rules.js'
import { Sources } from './sources.js'

const CHOICES: readonly { value: UnknownTests; words: string; means: string }[] = [
  {
    value: 'ask',
    words: 'Ask',
    means: 'They are listed under Scripts, “without a case”, until a person links them, makes cases, or sets them aside.',
  },
  {
    value: 'make',
    words: 'Make a case for each',
    means:
      'The tests come first: each gets a draft case in the area that mirrors its folder. One that declares a key which no case has is asked about.',
  },
  {
    value: 'aside',
    words: 'Link declared keys only',
    means: 'The cases come first: tests that declare no known key are set aside, listed, and counted nowhere as missing.',
  },
]

/** How results come in: what becomes of tests that no case claims, what is looked into at an interval, and what waits to be read. */
export function RuleSettings() {
  const { project } = useSession()
  const rules = useQuery({
    queryKey: keyFor('rules', project.slug),
    queryFn: () => api.get('/projects/{project}/rules', { path: { project: project.slug } }),
  })
  if (rules.isPending) return <Loading what="the rules" />
  if (rules.error) return <ErrorState error={rules.error} onRetry={() => void rules.refetch()} />
  return (
    <>
      <UnknownTestsRule rules={rules.data} />
      <OneScriptPerKeyRule rules={rules.data} />
      <MappingRulesPart />
      <Sources />
      <Queue />
    </>
  )
}

/** Changes a rule of the project, with the way back. What was chosen is shown at once, and taken back if the server refuses it. */
export function useRule() {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const change = useMutation({
    mutationFn: (rule: Partial<ProjectRules>) => api.patch('/projects/{project}', { path: { project: project.slug }, body: rule }),
    onSuccess: (_, rule) => {
      // what was chosen stays shown until the server's word is there
      queries.setQueryData<ProjectRules>(keyFor('rules', project.slug), (before) => before && { ...before, ...rule })
      void invalidate('rules', 'space')
    },
    onError: (error) => notifyError(messageOf(error)),
  })
  return {
    /** What is on its way to the server; empty when nothing is. */
    chosen: change.isPending ? change.variables : {},
    set: (rule: Partial<ProjectRules>, before: Partial<ProjectRules>, words: string) =>
      change.mutate(rule, { onSuccess: () => notifyUndo(words, () => change.mutate(before)) }),
  }
}

function OneScriptPerKeyRule({ rules: { oneScriptPerKey } }: { rules: ProjectRules }) {
  const rule = useRule()
  const keeps = useCan('manage')
  const now = rule.chosen.oneScriptPerKey ?? oneScriptPerKey
  return (
    <fieldset disabled={!keeps} className="mb-9">
      <legend className="mb-2 text-base font-semibold">Keys in the code</legend>
      <label className="flex items-start gap-3 border-t border-hairline py-2.5">
        <input
          type="checkbox"
          checked={now}
          onChange={({ target: { checked } }) =>
            rule.set(
              { oneScriptPerKey: checked },
              { oneScriptPerKey },
              checked ? 'A key belongs to one script' : 'Several scripts may declare the same key',
            )
          }
          className="mt-1"
        />
        <span>
          <span className="font-medium">A key belongs to one script</span>
          <span className="block text-soft">
            Scripts that declare the same key are listed on the mapping page: often one was copied with its key. Both stay linked until you
            correct the code.
          </span>
        </span>
      </label>
    </fieldset>
  )
}

function UnknownTestsRule({ rules: { unknownTests } }: { rules: ProjectRules }) {
  const rule = useRule()
  const now = rule.chosen.unknownTests ?? unknownTests
  const keeps = useCan('manage')
  return (
    <fieldset disabled={!keeps} className="mb-9">
      <legend className="mb-2 text-base font-semibold">Tests that no case claims</legend>
      {CHOICES.map(({ value, words, means }) => (
        <label key={value} className="flex items-start gap-3 border-t border-hairline py-2.5">
          <input
            type="radio"
            name="unknown-tests"
            className="mt-[3px] accent-dye"
            checked={now === value}
            onChange={() => rule.set({ unknownTests: value }, { unknownTests }, `From now on: ${words.toLowerCase()}`)}
          />
          <span>
            <span className="font-medium">{words}</span>
            <span className="mt-0.5 block text-soft">{means}</span>
          </span>
        </label>
      ))}
      <p className="mt-1 text-soft">
        It applies to new deliveries; each delivery’s page says what was decided.{!keeps && ' A lead of the project can change it.'}
      </p>
    </fieldset>
  )
}
