import type { Agent, AgentList, HandoffDto, MadeToken, Pool, PoolDto, Recipe, RecipeDto, RecipeList } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type Control, useForm } from 'react-hook-form'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { CopyBlock } from '../../ui/copy-block.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'
import { parameterOf, RecipeParameters, typed, type WithParameters } from './recipe-parameters.js'

/** Machines that run scripts, how they run them, and pipelines that can do it instead. */
export function AgentSettings() {
  const { project } = useSession()
  const path = { project: project.slug }
  const agents = useQuery({ queryKey: keyFor('agents', project.slug), queryFn: () => api.get('/projects/{project}/agents', { path }) })
  const recipes = useQuery({ queryKey: keyFor('recipes', project.slug), queryFn: () => api.get('/projects/{project}/recipes', { path }) })
  if (agents.isPending) return <Loading what="the agents" />
  if (agents.error) return <ErrorState error={agents.error} onRetry={() => void agents.refetch()} />
  return (
    <>
      <Agents list={agents.data} />
      {recipes.data && <Recipes list={recipes.data} />}
      <Pools list={agents.data} />
      <Handoffs />
    </>
  )
}

function useChange(key: 'agents' | 'recipes' | 'handoffs') {
  const { project } = useSession()
  const invalidate = useInvalidate()
  return {
    path: (id: number) => ({ project: project.slug, id }),
    onSuccess: () => invalidate(key),
    onError: (error: unknown) => notifyError(messageOf(error)),
  }
}

function Agents({ list }: { list: AgentList }) {
  return (
    <section aria-label="All agents" className="mb-9">
      <p className="mb-2 text-soft">
        An agent is a machine that runs scripts. It asks Bobbin for work, so it needs no open port, and runs what the recipes below say.
      </p>
      <ul>
        {list.rows.map((agent) => (
          <AgentLine key={agent.id} agent={agent} pools={list.pools} />
        ))}
      </ul>
      {list.rows.length === 0 && <p className="text-soft">None is here yet.</p>}
      <AddAgent />
    </section>
  )
}

function AgentLine({ agent, pools }: { agent: Agent; pools: readonly Pool[] }) {
  const { path, onSuccess, onError } = useChange('agents')
  const can = useCan('run')
  const edit = useMutation({
    mutationFn: (body: { paused: boolean; poolId?: number | null }) =>
      api.put('/projects/{project}/agents/{id}', { path: path(agent.id), body }),
    onSuccess,
    onError,
  })
  const remove = useMutation({
    mutationFn: () => api.delete('/projects/{project}/agents/{id}', { path: path(agent.id) }),
    onSuccess,
    onError,
  })
  const { name, labels, profiles, cores, host, paused, awayAt, heardAt, outdated, parts, poolId } = agent
  return (
    <li className="border-t border-hairline py-2">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1 truncate">
          <strong className="font-mono font-semibold">{name}</strong>{' '}
          <span className={awayAt || paused ? 'text-errored' : 'text-soft'}>
            {awayAt ? (
              <>
                away since <Time iso={awayAt} />
              </>
            ) : paused ? (
              'paused'
            ) : parts.length > 0 ? (
              `runs ${parts.map((part) => part.name).join(', ')}`
            ) : (
              'waits for work'
            )}
          </span>
        </span>
        {can && (
          <Menu label={`Actions for ${name}`} trigger={<Button aria-label={`Actions for ${name}`}>…</Button>}>
            <MenuItem onSelect={() => edit.mutate({ paused: !paused })}>{paused ? 'Go on' : 'Pause: it takes nothing new'}</MenuItem>
            {pools.map((pool) => (
              <MenuItem key={pool.id} onSelect={() => edit.mutate({ paused, poolId: poolId === pool.id ? null : pool.id })}>
                {poolId === pool.id ? `Take out of ${pool.name}` : `Move to ${pool.name}`}
              </MenuItem>
            ))}
            <MenuItem onSelect={() => remove.mutate()}>Remove</MenuItem>
          </Menu>
        )}
      </div>
      <p className="text-soft">
        {[
          labels.join(', '),
          profiles.length > 0 ? `profiles ${profiles.join(', ')}` : '',
          cores ? count(cores, 'core') : '',
          host ?? '',
          pools.find(({ id }) => id === poolId)?.name ?? '',
        ]
          .filter((part) => part !== '')
          .join(' · ')}{' '}
        · heard <Time iso={heardAt} />
        {outdated && <span className="text-errored"> · of an older version; fetch it again</span>}
      </p>
    </li>
  )
}

function AddAgent() {
  const { project } = useSession()
  const [made, setMade] = useState<MadeToken | null>(null)
  const make = useMutation({
    mutationFn: () => api.post('/projects/{project}/tokens', { path: { project: project.slug }, body: { name: 'Agent', scope: 'agent' } }),
    onSuccess: setMade,
    onError: (error) => notifyError(messageOf(error)),
  })
  const origin = window.location.origin
  const token = made?.secret ?? 'bbn_…'
  return (
    <div className="mt-3">
      <p className="mb-1">
        Add one from any folder of a machine with Node 20:{' '}
        {!made && (
          <CanButton right="manage" onClick={() => make.mutate()} disabled={make.isPending}>
            Create a token for it
          </CanButton>
        )}
      </p>
      <CopyBlock
        label="Start an agent"
        text={`curl -fsSO ${origin}/cli/bobbin.mjs\nBOBBIN_URL=${origin} BOBBIN_TOKEN=${token} node bobbin.mjs agent --name quay-2`}
      />
      {made && <p className="mt-1 text-soft">The token is shown this once. It can only take work and deliver results.</p>}
    </div>
  )
}

function Recipes({ list }: { list: RecipeList }) {
  const [editing, setEditing] = useState<{ recipe: Recipe | null; from: Partial<RecipeDto> } | null>(null)
  const { path, onSuccess, onError } = useChange('recipes')
  const can = useCan('editRecipes')
  const [deleting, setDeleting] = useState<Recipe | null>(null)
  const remove = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/recipes/{id}', { path: path(id) }),
    onSuccess,
    onError,
  })
  return (
    <section aria-labelledby="recipes" className="mb-9">
      <h2 id="recipes" className="mb-1 text-base">
        Recipes
      </h2>
      <p className="mb-2 text-soft">
        How the scripts of a runner and source tree are run. Agents run what stands here, so changing them is a right of its own.
      </p>
      {list.missing.map(({ framework, tree, scripts }) => (
        <p key={`${framework} ${tree}`} className="text-errored">
          No recipe runs the {count(scripts, 'script')} of {framework} in {tree}.
        </p>
      ))}
      <ul>
        {list.rows.map((recipe) => (
          <li key={recipe.id} className="border-t border-hairline py-2">
            <div className="flex items-center gap-3">
              <span className="min-w-0 flex-1 truncate">
                <strong className="font-semibold">{recipe.name}</strong>{' '}
                <span className="text-soft">
                  {recipe.framework}
                  {recipe.tree && ` of ${recipe.tree}`} · {count(recipe.scripts, 'script')}
                  {recipe.labels.length > 0 && ` · needs ${recipe.labels.join(', ')}`}
                </span>
              </span>
              {can && (
                <Menu label={`Actions for ${recipe.name}`} trigger={<Button aria-label={`Actions for ${recipe.name}`}>…</Button>}>
                  <MenuItem onSelect={() => setEditing({ recipe, from: recipe })}>Change …</MenuItem>
                  <MenuItem onSelect={() => setDeleting(recipe)}>Delete …</MenuItem>
                </Menu>
              )}
            </div>
            <p className="truncate font-mono text-soft" title={recipe.command}>
              {recipe.command}
            </p>
          </li>
        ))}
      </ul>
      {can && (
        <div className="mt-2">
          <Menu label="Add a recipe" trigger={<Button>Add a recipe …</Button>}>
            {list.templates.map((template) => (
              <MenuItem key={template.name} onSelect={() => setEditing({ recipe: null, from: template })}>
                for {template.name}
              </MenuItem>
            ))}
            <MenuItem onSelect={() => setEditing({ recipe: null, from: {} })}>from nothing</MenuItem>
          </Menu>
        </div>
      )}
      {deleting && (
        <ConfirmDialog
          title={`Delete ${deleting.name}?`}
          description="Its scripts can no longer be run by plans. Parts that wait keep it."
          action="Delete the recipe"
          onConfirm={() => remove.mutate(deleting.id)}
          onClose={() => setDeleting(null)}
        />
      )}
      {editing && <RecipeDialog {...editing} onClose={() => setEditing(null)} />}
    </section>
  )
}

function RecipeDialog({ recipe, from, onClose }: { recipe: Recipe | null; from: Partial<RecipeDto>; onClose: () => void }) {
  const { project } = useSession()
  const { path, onSuccess } = useChange('recipes')
  const { register, control, handleSubmit, formState } = useForm<
    Omit<RecipeDto, 'labels' | 'tree' | 'parameters'> & { labels: string; tree: string } & WithParameters
  >({
    defaultValues: {
      ...{
        name: '',
        framework: '',
        source: '',
        ref: '',
        folder: '',
        prepare: '',
        command: '',
        cleanUp: '',
        results: '',
        wholeFiles: true,
        limitMinutes: 60,
      },
      ...from,
      labels: from.labels?.join(' ') ?? '',
      tree: from.tree ?? '',
      parameters: (from.parameters ?? []).map(typed),
    },
  })
  const save = useMutation({
    mutationFn: (body: RecipeDto) =>
      recipe
        ? api.put('/projects/{project}/recipes/{id}', { path: path(recipe.id), body })
        : api.post('/projects/{project}/recipes', { path: { project: project.slug }, body }),
    onSuccess: () => {
      void onSuccess()
      onClose()
    },
  })
  const submit = handleSubmit((values) => {
    const { name, framework, source, ref, folder, prepare, command, cleanUp, results, wholeFiles, limitMinutes } = values
    save.mutate({
      ...{ name, framework, source, ref, folder, prepare, command, cleanUp, results, wholeFiles, limitMinutes },
      tree: values.tree || null,
      labels: values.labels.split(/[\s,]+/).filter((label) => label !== ''),
      parameters: values.parameters.map(parameterOf),
    })
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={recipe ? `Change ${recipe.name}` : 'New recipe'}
      description="Commands are lines for sh, run in the folder of the sources, with the variables and secrets of the environment."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <div className="grid grid-cols-3 gap-3">
          <Field label="Name" error={formState.errors.name?.message}>
            <input {...register('name', { required: 'Name the recipe' })} autoFocus />
          </Field>
          <Field label="Framework, as scans call it">
            <input {...register('framework', { required: true })} />
          </Field>
          <Field label="Source tree" hint="Empty: any">
            <input {...register('tree')} />
          </Field>
        </div>
        <Field label="Sources" hint="A folder of the agent, or the address of a git repository or .tar.gz">
          <input {...register('source', { required: true })} className="font-mono" placeholder="/srv/ferry-tests" />
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Branch, tag or commit" hint="Empty: that of the build">
            <input {...register('ref')} className="font-mono" />
          </Field>
          <Field label="Folder below the sources">
            <input {...register('folder')} className="font-mono" />
          </Field>
        </div>
        <Field label="Prepare" hint="One command a line">
          <textarea {...register('prepare')} rows={2} className="font-mono" placeholder="npm ci" />
        </Field>
        <Field
          label="Command"
          hint="{files}, {ids} and {classes} are words; {names} is one regular expression for all full names, {titles} for names without suites; {keys} are cases; {results} is a folder for result files"
          error={formState.errors.command?.message}
        >
          <textarea {...register('command', { required: 'Name the command' })} rows={3} className="font-mono" />
        </Field>
        <Field label="Clean up" hint="Always, also after a stop or a failure">
          <textarea {...register('cleanUp')} rows={1} className="font-mono" />
        </Field>
        <Field
          label="Result files that are written elsewhere"
          hint="Patterns from the folder, one a line; empty where {results} or a reporter tells them"
        >
          <textarea {...register('results')} rows={1} className="font-mono" />
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="What an agent must have" hint="Labels, such as node browser">
            <input {...register('labels')} />
          </Field>
          <Field label="Minutes at most">
            <input type="number" min={1} max={1440} {...register('limitMinutes', { valueAsNumber: true })} />
          </Field>
        </div>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" {...register('wholeFiles')} /> the tests of a file stay together
        </label>
        <RecipeParameters control={control as unknown as Control<WithParameters>} register={register} />
        <FormEnd error={save.error} isPending={save.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function Pools({ list }: { list: AgentList }) {
  const [editing, setEditing] = useState<Pool | 'new' | null>(null)
  const { path, onSuccess, onError } = useChange('agents')
  const manages = useCan('manage')
  const remove = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/pools/{id}', { path: path(id) }),
    onSuccess,
    onError,
  })
  return (
    <section aria-labelledby="pools" className="mb-9">
      <div className="flex items-center justify-between">
        <h2 id="pools" className="mb-1 text-base">
          Pools
        </h2>
        <CanButton right="manage" onClick={() => setEditing('new')}>
          Add a pool
        </CanButton>
      </div>
      <p className="mb-2 text-soft">
        Agents with the same abilities, and what a minute of one costs. An elastic pool asks for agents when parts wait for it.
      </p>
      <ul>
        {list.pools.map((pool) => (
          <li key={pool.id} className="flex items-center gap-3 border-t border-hairline py-2">
            <span className="min-w-0 flex-1">
              <strong className="font-semibold">{pool.name}</strong>{' '}
              <span className="text-soft">
                {count(pool.agents, 'agent')} · {pool.costPerMinute} a minute
                {pool.atOnce !== null && ` · ${pool.atOnce} parts at once`}
                {pool.elastic && ` · asks for up to ${pool.most} agents`}
              </span>
              {pool.elastic && !pool.confirmed && <span className="text-errored"> · its cost is to be confirmed before it is used</span>}
            </span>
            {manages && (
              <Menu label={`Actions for ${pool.name}`} trigger={<Button aria-label={`Actions for ${pool.name}`}>…</Button>}>
                <MenuItem onSelect={() => setEditing(pool)}>Change …</MenuItem>
                <MenuItem onSelect={() => remove.mutate(pool.id)}>Delete</MenuItem>
              </Menu>
            )}
          </li>
        ))}
      </ul>
      {editing && <PoolDialog pool={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
    </section>
  )
}

function PoolDialog({ pool, onClose }: { pool: Pool | null; onClose: () => void }) {
  const { project } = useSession()
  const { path, onSuccess } = useChange('agents')
  const { register, handleSubmit, watch } = useForm({
    defaultValues: {
      name: pool?.name ?? '',
      costPerMinute: pool?.costPerMinute ?? 0,
      atOnce: String(pool?.atOnce ?? ''),
      startUrl: pool?.startUrl ?? '',
      stopUrl: pool?.stopUrl ?? '',
      most: String(pool?.most ?? ''),
      idleMinutes: pool?.idleMinutes ?? 10,
      confirmed: pool?.confirmed ?? false,
    },
  })
  const save = useMutation({
    mutationFn: (body: PoolDto) =>
      pool
        ? api.put('/projects/{project}/pools/{id}', { path: path(pool.id), body })
        : api.post('/projects/{project}/pools', { path: { project: project.slug }, body }),
    onSuccess: () => {
      void onSuccess()
      onClose()
    },
  })
  const elastic = watch('startUrl') !== ''
  const [cost, most] = [watch('costPerMinute'), watch('most')]
  const submit = handleSubmit((values) =>
    save.mutate({
      ...values,
      atOnce: values.atOnce === '' ? null : Number(values.atOnce),
      most: values.most === '' ? null : Number(values.most),
      startUrl: values.startUrl || null,
      stopUrl: values.stopUrl || null,
      closed: pool?.closed ?? [],
    }),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={pool ? `Change ${pool.name}` : 'New pool'}
      description="Agents join it with --pool, or from their menu."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <div className="grid grid-cols-3 gap-3">
          <Field label="Name">
            <input {...register('name', { required: true })} autoFocus />
          </Field>
          <Field label="Cost of a minute">
            <input type="number" min={0} step="any" {...register('costPerMinute', { valueAsNumber: true })} />
          </Field>
          <Field label="Parts at once" hint="Empty: any number">
            <input type="number" min={1} {...register('atOnce')} />
          </Field>
        </div>
        <Field
          label="Asks for agents at"
          hint="An HTTP POST with the number that is wanted; empty: it has the agents that come by themselves"
        >
          <input type="url" {...register('startUrl')} />
        </Field>
        {elastic && (
          <>
            <div className="grid grid-cols-3 gap-3">
              <Field label="Gives them back at">
                <input type="url" {...register('stopUrl')} />
              </Field>
              <Field label="Agents at most">
                <input type="number" min={1} {...register('most', { required: true })} />
              </Field>
              <Field label="After idle minutes">
                <input type="number" min={1} {...register('idleMinutes', { valueAsNumber: true })} />
              </Field>
            </div>
            <label className="flex items-center gap-1.5">
              <input type="checkbox" {...register('confirmed')} /> its cost is confirmed: up to{' '}
              {(Number(cost) * Number(most || 0) * 60).toFixed(2)} an hour
            </label>
          </>
        )}
        <FormEnd error={save.error} isPending={save.isPending} />
      </form>
    </Dialog>
  )
}

const TEMPLATE = `{
  "pipeline": "{pipeline}", "build": "{build}", "branch": "{branch}", "environment": "{environment}",
  "run": "{run}", "shard": "{shard}", "project": "{project}", "token": "{token}", "files": "{files}"
}`

function Handoffs() {
  const { project } = useSession()
  const { path, onSuccess, onError } = useChange('handoffs')
  const manages = useCan('manage')
  const [adding, setAdding] = useState(false)
  const handoffs = useQuery({
    queryKey: keyFor('handoffs', project.slug),
    queryFn: () => api.get('/projects/{project}/handoffs', { path: { project: project.slug } }),
  })
  const { register, handleSubmit, reset } = useForm({ defaultValues: { name: '', url: '', template: TEMPLATE, secret: '' } })
  const add = useMutation({
    mutationFn: (body: HandoffDto) => api.post('/projects/{project}/handoffs', { path: { project: project.slug }, body }),
    onSuccess: () => {
      void onSuccess()
      reset()
      setAdding(false)
    },
    onError,
  })
  const remove = useMutation({
    mutationFn: (id: number) => api.delete('/projects/{project}/handoffs/{id}', { path: path(id) }),
    onSuccess,
    onError,
  })
  return (
    <section aria-labelledby="handoffs">
      <div className="flex items-center justify-between">
        <h2 id="handoffs" className="mb-1 text-base">
          Outside pipelines
        </h2>
        <CanButton right="manage" onClick={() => setAdding(true)}>
          Add a pipeline
        </CanButton>
      </div>
      <p className="mb-2 text-soft">
        A cell of a plan can be handed to a pipeline by an HTTP request, signed with HMAC-SHA256 in <code>X-Bobbin-Signature</code>. What it
        delivers with the run’s name becomes that run.
      </p>
      <ul>
        {handoffs.data?.rows.map(({ id, name, url, signed }) => (
          <li key={id} className="flex items-center gap-3 border-t border-hairline py-2">
            <span className="min-w-0 flex-1 truncate">
              <strong className="font-semibold">{name}</strong> <span className="font-mono text-soft">{url}</span>{' '}
              {signed ? '' : <span className="text-errored">not signed</span>}
            </span>
            {manages && <Button onClick={() => remove.mutate(id)}>Delete</Button>}
          </li>
        ))}
      </ul>
      {adding && (
        <Dialog
          open
          onOpenChange={(open) => !open && setAdding(false)}
          title="New pipeline"
          description="Where parts of plans are handed to."
        >
          <form
            className="flex flex-col gap-3"
            onSubmit={(event) => void handleSubmit(({ secret, ...values }) => add.mutate({ ...values, ...(secret && { secret }) }))(event)}
          >
            <div className="grid grid-cols-2 gap-3">
              <Field label="Name">
                <input {...register('name', { required: true })} autoFocus />
              </Field>
              <Field label="Address">
                <input type="url" {...register('url', { required: true })} />
              </Field>
            </div>
            <Field label="Body of the request">
              <textarea {...register('template', { required: true })} rows={6} className="font-mono" />
            </Field>
            <Field label="Secret that signs it">
              <input type="password" autoComplete="off" {...register('secret')} />
            </Field>
            <Button type="submit" kind="strong" disabled={add.isPending} className="self-end">
              Save
            </Button>
          </form>
        </Dialog>
      )}
    </section>
  )
}
