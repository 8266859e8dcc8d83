import type { Source, SourceDto, SourceList } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'
import { SourceDialog } from './source-dialog.js'
import { everyWords } from './source-words.js'
import { HistoryDialog } from '../audit/history-dialog.js'

/** Folders and addresses that are looked into at an interval, for teams who can't push. */
export function Sources() {
  const { project } = useSession()
  const [editing, setEditing] = useState<Source | 'new' | null>(null)
  const sources = useQuery({
    queryKey: keyFor('sources', project.slug),
    queryFn: () => api.get('/projects/{project}/sources', { path: { project: project.slug } }),
  })
  const keeps = useCan('manage')
  return (
    <section aria-label="Sources" className="mb-9">
      <div className="mb-2 flex items-center justify-between gap-4">
        <h2 className="text-base">Checked at an interval</h2>
        {keeps && sources.data && <Button onClick={() => setEditing('new')}>Add a source</Button>}
      </div>
      {sources.isPending && <Loading what="the sources" />}
      {sources.error && <ErrorState error={sources.error} onRetry={() => void sources.refetch()} />}
      {sources.data?.rows.length === 0 && <None list={sources.data} />}
      <ul>
        {sources.data?.rows.map((source) => (
          <SourceLine key={source.id} source={source} onEdit={() => setEditing(source)} />
        ))}
      </ul>
      {editing && sources.data && (
        <SourceDialog source={editing === 'new' ? null : editing} list={sources.data} onClose={() => setEditing(null)} />
      )}
    </section>
  )
}

function None({ list: { folders, hosts } }: { list: SourceList }) {
  return (
    <p className="text-soft">
      Nothing is. Where a pipeline can’t deliver, Bobbin can look for result files itself: in a folder of the server or at an address.{' '}
      {folders.length + hosts.length === 0 &&
        'Who runs this server has to allow it first, by BOBBIN_SOURCE_FOLDERS and BOBBIN_SOURCE_HOSTS.'}
    </p>
  )
}

function SourceLine({ source, onEdit }: { source: Source; onEdit: () => void }) {
  const act = useSourceActions(source)
  const keeps = useCan('manage')
  const [history, setHistory] = useState(false)
  const { name, address, pipeline, environment, paused, problem, failures, lastAt, nextAt, brought, lastDelivery, everySeconds } = source
  return (
    <li className="border-t border-hairline py-2">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1 truncate">
          <strong>{name}</strong>{' '}
          <span className="text-soft">
            for {pipeline} in {environment}
          </span>
        </span>
        <Button disabled={act.fetching} onClick={act.fetch}>
          {act.fetching ? 'Looking …' : 'Check now'}
        </Button>
        {keeps && (
          <Menu label={`Actions for ${name}`} trigger={<Button aria-label={`Actions for ${name}`}>…</Button>}>
            <MenuItem onSelect={onEdit}>Change …</MenuItem>
            <MenuItem onSelect={() => act.pause(!paused)}>{paused ? 'Go on' : 'Pause'}</MenuItem>
            <MenuItem onSelect={() => setHistory(true)}>History</MenuItem>
            <MenuItem onSelect={act.remove}>Delete the source</MenuItem>
          </Menu>
        )}
      </div>
      <p className="truncate font-mono text-soft" title={address}>
        {address}
      </p>
      <p className="text-soft">
        {paused ? 'Paused' : `Every ${everyWords(everySeconds)}`} ·{' '}
        {lastAt ? (
          <>
            checked <Time iso={lastAt} />
          </>
        ) : (
          'not checked yet'
        )}
        {brought > 0 && ` · brought ${count(brought, 'file')}`}
        {lastDelivery !== null && (
          <>
            {' '}
            ·{' '}
            <ProjectLink to={`intake/${lastDelivery}`} className="link">
              the newest delivery
            </ProjectLink>
          </>
        )}
      </p>
      {problem && (
        <p role="status" className="mt-0.5 border-l-[3px] border-failed pl-2.5 break-words text-failed">
          {problem}. {failures > 1 && `${failures} times in a row. `}
          {!paused && (
            <span className="text-soft">
              Nothing is lost; tried again <Time iso={nextAt} />
            </span>
          )}
        </p>
      )}
      {history && <HistoryDialog kind="source" id={source.id} name={name} onClose={() => setHistory(false)} />}
    </li>
  )
}

function useSourceActions({ id, name, ...source }: Source) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const path = { project: project.slug, id }
  const after = () => void invalidate('sources')
  const fail = (error: unknown) => notifyError(messageOf(error))
  const fetch = useMutation({
    mutationFn: () => api.post('/projects/{project}/sources/{id}/fetch', { path }),
    onSuccess: ({ brought, problem }) => {
      after()
      if (!problem)
        notify(brought > source.brought ? `${count(brought - source.brought, 'new file')} from ${name}` : `Nothing new in ${name}`)
    },
    onError: fail,
  })
  return {
    fetching: fetch.isPending,
    fetch: () => fetch.mutate(),
    pause: (paused: boolean) => void api.patch('/projects/{project}/sources/{id}', { path, body: { paused } }).then(after, fail),
    remove: () =>
      void api
        .delete('/projects/{project}/sources/{id}', { path })
        .then(() => notify(`${name} was deleted; its results stay`))
        .then(after, fail),
  }
}

export const settingsOf = ({ name, kind, address, pipeline, branch, environment, build, everySeconds }: Source): SourceDto => ({
  name,
  kind,
  address,
  pipeline,
  branch,
  environment,
  build,
  everySeconds,
})
