import type { MadeToken, TokenScope } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import { missingWords, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { CopyBlock } from '../../ui/copy-block.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'
import { HistoryDialog } from '../audit/history-dialog.js'

const SCOPES: Record<TokenScope, string> = {
  deliver: 'deliver results, and read',
  read: 'read only',
  agent: 'run an agent',
  start: 'start plans',
}

/** Keys for pipelines: made here, shown once, taken back here. */
export function TokenSettings() {
  const { project, me } = useSession()
  const manages = useCan('manage')
  const delivers = useCan('deliver')
  const [made, setMade] = useState<MadeToken | null>(null)
  const [history, setHistory] = useState<{ id: number; name: string } | null>(null)
  const tokens = useQuery({
    queryKey: keyFor('tokens', project.slug),
    queryFn: () => api.get('/projects/{project}/tokens', { path: { project: project.slug } }),
  })
  return (
    <>
      <p className="mb-5 text-soft">
        A token lets a pipeline into {project.name}, and nothing else. Its secret is shown once; only a hash of it is kept.
      </p>
      {delivers ? <NewToken onMade={setMade} /> : <p className="mb-6">{missingWords('deliver')}</p>}
      {made && <Made made={made} onDone={() => setMade(null)} />}
      {tokens.isPending && <Loading what="the tokens" />}
      {tokens.error && <ErrorState error={tokens.error} onRetry={() => void tokens.refetch()} />}
      {tokens.data?.length === 0 && <p className="text-soft">No token yet.</p>}
      <ul aria-label="Tokens">
        {tokens.data?.map(({ id, name, scope, by, accountId, createdAt, lastUsedAt, expiresAt }) => (
          <li key={id} className="flex min-h-[38px] items-center gap-4 border-t border-hairline">
            <span className="min-w-0 flex-1 truncate">
              <strong>{name}</strong> <span className="text-soft">{SCOPES[scope]}</span>
            </span>
            <span className="text-soft">
              by {by}, <Time iso={createdAt} />;{' '}
              {lastUsedAt ? (
                <>
                  used <Time iso={lastUsedAt} />
                </>
              ) : (
                'never used'
              )}
              {expiresAt ? (
                <>
                  ; expires <Time iso={expiresAt} />
                </>
              ) : (
                '; never expires'
              )}
            </span>
            <Button onClick={() => setHistory({ id, name })}>History</Button>
            {(manages || accountId === me.account.id) && <Revoke id={id} name={name} />}
          </li>
        ))}
      </ul>
      {history && <HistoryDialog kind="token" {...history} onClose={() => setHistory(null)} />}
    </>
  )
}

const LIVES = [
  [30, '30 days'],
  [90, '90 days'],
  [365, 'a year'],
  [730, '2 years'],
] as const

interface TokenDraft {
  name: string
  scope: TokenScope
  days: number
}

function NewToken({ onMade }: { onMade: (made: MadeToken) => void }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const { control, register, handleSubmit, resetField } = useForm<TokenDraft>({ defaultValues: { name: '', scope: 'deliver', days: 365 } })
  const name = useWatch({ control, name: 'name' })
  const make = useMutation({
    mutationFn: (body: TokenDraft) => api.post('/projects/{project}/tokens', { path: { project: project.slug }, body }),
    onSuccess: (made) => {
      resetField('name')
      onMade(made)
      void invalidate('tokens')
    },
  })
  return (
    <form onSubmit={(event) => void handleSubmit((values) => make.mutate(values))(event)} className="mb-6 flex flex-wrap items-end gap-3">
      <Field label="Name" className="w-[260px]">
        <input placeholder="Used by" {...register('name')} />
      </Field>
      <Field label="It may">
        <select {...register('scope')}>
          {Object.entries(SCOPES).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Expires after">
        <select {...register('days', { valueAsNumber: true })}>
          {LIVES.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </Field>
      <Button type="submit" kind="strong" disabled={name.trim() === '' || make.isPending}>
        Create a token
      </Button>
      <FormError error={make.error} className="w-full" />
    </form>
  )
}

/** The names of the reporters, as their package gives them out. */
const LIVE_LINES = [
  'npm install --no-save $BOBBIN_URL/cli/reporters.tgz',
  'export BOBBIN_PIPELINE=my-pipeline BOBBIN_ENVIRONMENT=my-environment',
  '# @bobbin/reporters/ … node-test, vitest, jest, mocha, playwright, cucumber',
]

/** With the file that the lines above fetched. */
const SCAN_LINE = 'node bobbin.mjs scan . --branch $BRANCH'

function Made({ made, onDone }: { made: MadeToken; onDone: () => void }) {
  const { origin } = window.location
  const lines = [
    `export BOBBIN_URL=${origin} BOBBIN_TOKEN=${made.secret}`,
    `curl -fsSLo bobbin.mjs $BOBBIN_URL/cli/bobbin.mjs`,
    `node bobbin.mjs deliver 'reports/**/*.xml' --pipeline my-pipeline --build $BUILD_NUMBER --branch $BRANCH --environment my-environment`,
  ]
  return (
    <section aria-label="The new token" className="mb-8 border-l-[3px] border-dye bg-surface px-4 py-3">
      <h2 className="mb-1 text-base">{made.token.name}: copy the secret now</h2>
      <p className="mb-2 text-soft">
        It is not shown again. In a pipeline, keep it in a secret variable and leave it out of the first line.
      </p>
      <CopyBlock label="Secret" text={made.secret} />
      {made.token.scope === 'deliver' && (
        <>
          <p className="mt-3 mb-1">Three lines for a pipeline, on any machine with Node 20 or newer:</p>
          <CopyBlock label="Three lines" text={lines.join('\n')} />
          <p className="mt-3 mb-1">
            In the same place, so that the scripts in the code are known, and stay tied to their cases when they move:
          </p>
          <CopyBlock label="Scan" text={SCAN_LINE} />
          <p className="mt-3 mb-1">Or live, while the tests run, with one of six reporters in the runner’s configuration:</p>
          <CopyBlock label="Live" text={LIVE_LINES.join('\n')} />
        </>
      )}
      <div className="mt-3">
        <Button onClick={onDone}>I have copied it</Button>
      </div>
    </section>
  )
}

/** Revoking can't be undone: it asks once more, in place. */
function Revoke({ id, name }: { id: number; name: string }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const [sure, setSure] = useState(false)
  const revoke = () =>
    api
      .delete('/projects/{project}/tokens/{id}', { path: { project: project.slug, id } })
      .then(() => {
        notify(`${name} is revoked; what uses it is refused from now on`)
        return invalidate('tokens')
      })
      .catch((error: unknown) => notifyError(messageOf(error)))
  if (!sure) return <Button onClick={() => setSure(true)}>Revoke</Button>
  return (
    <span className="flex gap-2">
      <Button kind="strong" onClick={() => void revoke()}>
        Revoke for good
      </Button>
      <Button onClick={() => setSure(false)}>Keep</Button>
    </span>
  )
}
